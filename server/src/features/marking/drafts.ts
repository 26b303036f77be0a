import type { Seen } from '@oppen/contract'
import type { AccountId, ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import {
  type ChosenLevels,
  isSticker,
  NO_VERDICT,
  type StickerName,
  saysNothing,
  type Verdict,
} from '@oppen/core/marking'
import { type Hundredths, type Rubric, readMarkOn, type ScaleStep } from '@oppen/core/marks'
import type { Viewer } from '@oppen/core/permissions'
import { LIMITS } from '@oppen/core/texts'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import {
  applyMove,
  findSubmission,
  type Said,
  type SubmissionAddress,
  type SubmissionNow,
} from '../submissions/moves.js'
import { findWork } from '../submissions/works.js'
import { draftMarks } from './models.js'
import { type DraftMark, draftMarkOf, markedBy, readyOf, showAnnotations } from './queries.js'

/** What a teacher typed about a submission. */
export type TypedVerdict = {
  readonly mark: string | null
  readonly feedback: string
  readonly levels: ChosenLevels
  readonly sticker: StickerName | null
}

/** Reads what was typed about a submission. Refuses what `readMarkOn` does, `mark_without_points` and `text_long`. */
export async function readVerdict(
  world: World,
  address: SubmissionAddress,
  points: Hundredths | null,
  typed: TypedVerdict,
): Promise<Verdict> {
  const by = await markedBy(world.db, address)
  if (!by) throw new Refused('not_found')
  return {
    mark: typed.mark === null ? null : markFor(points, typed.mark, by.rules.scale),
    feedback: readFeedback(typed.feedback),
    levels: knownLevels(by.rubric, typed.levels),
    sticker: typed.sticker,
  }
}

function markFor(points: Hundredths | null, typed: string, scale: readonly ScaleStep[]): Hundredths {
  if (points === null) throw new Refused('mark_without_points', undefined, 'mark')
  return take(readMarkOn(typed, points, scale), 'mark')
}

export function readFeedback(text: string): string {
  const trimmed = text.trim()
  if (trimmed.length <= LIMITS.feedback) return trimmed
  throw new Refused('text_long', { what: 'feedback', most: LIMITS.feedback, got: trimmed.length }, 'feedback')
}

/** Of chosen levels those that the rubric has. */
const knownLevels = (rubric: Rubric | null, chosen: ChosenLevels): ChosenLevels =>
  Object.fromEntries(
    (rubric ?? []).flatMap(({ id, levels }) => {
      const level = levels.find(one => one.id === chosen[id])
      return level ? [[id, level.id]] : []
    }),
  )

/** What is said of a submission, as it is stored with a move. */
export const saidOf = ({ feedback, levels, sticker }: Omit<Verdict, 'mark'>): Said => ({
  feedback,
  levels: Object.keys(levels).length ? JSON.stringify(levels) : null,
  sticker,
})

/** What a stored draft says. */
export const verdictOf = ({
  mark,
  feedback,
  levels,
  sticker,
}: Pick<DraftMark, 'mark' | 'feedback' | 'levels' | 'sticker'>): Verdict => ({
  mark,
  feedback,
  levels: JSON.parse(levels),
  sticker: sticker !== null && isSticker(sticker) ? sticker : null,
})

/** What was said of a submission that is back with its pupil, to go on from; nothing of any other. */
export const saidBefore = ({ status, feedback, levels, sticker }: SubmissionNow): Verdict =>
  status.phase === 'handedBack'
    ? { ...verdictOf({ mark: status.mark, feedback: feedback ?? '', levels: levels ?? '{}', sticker }) }
    : NO_VERDICT

/** Refuses `mark_draft_changed` where somebody has marked or written since the teacher looked. */
export function sameAsSeen(submission: SubmissionNow, draft: DraftMark | undefined, seen: Seen | null): void {
  if (!seen) return
  const own = draft !== undefined && draft.writer === seen.writer
  if (submission.moves === seen.moves && (own || (draft?.version ?? null) === seen.draft)) return
  throw new Refused('mark_draft_changed')
}

export function sameHandIn({ status }: SubmissionNow, number: number): void {
  if (status.handIns !== number) throw new Refused('hand_in_changed', { number: status.handIns })
}

/** Tells the other teachers that something was written about a submission. */
export function tellDraft(world: World, address: SubmissionAddress): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'markDraft', ...address }))
}

export type Saving = TypedVerdict & { readonly number: number; readonly seen: Seen; readonly ready: boolean }

/**
 * Keeps what a teacher has written of a submission until it is handed back. Refuses `hand_in_changed` and `mark_draft_changed` where
 * it is not what the teacher looked at, `mark_excused`, and what `readVerdict` does. Gives the version; null where nothing is written.
 */
export async function saveMarkDraft(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { number, seen, ready, ...typed }: Saving,
): Promise<{ version: string | null }> {
  readFeedback(typed.feedback)
  return world.db.write(async () => {
    const submission = await findSubmission(world, address)
    sameHandIn(submission, number)
    if (submission.status.phase === 'excused') throw new Refused('mark_excused')
    const draft = await draftMarkOf(world.db, address)
    sameAsSeen(submission, draft, seen)
    const verdict = await readVerdict(world, address, submission.points, typed)
    tellDraft(world, address)
    if (saysNothing(verdict) && !ready) {
      await dropDraft(world, address)
      return { version: null }
    }
    return {
      version: await putDraft(world, address, verdict, { ready, writer: seen.writer, by: viewer.accountId }),
    }
  })
}

type Written = { readonly ready: boolean; readonly writer: string; readonly by: AccountId }

/** Writes a draft; inside a command. Gives its version. */
export async function putDraft(
  world: World,
  { workId, placeId }: SubmissionAddress,
  { mark, feedback, levels, sticker }: Verdict,
  { ready, writer, by }: Written,
): Promise<string> {
  const version = newId<string>(world)
  await world.db.model(draftMarks).upsert({
    ...{ workId, placeId, mark, feedback, sticker, version, writer },
    ...{ levels: JSON.stringify(levels), ready: Number(ready), byAccount: by, at: world.clock.now() },
  })
  return version
}

/** What was written of a submission and not handed back; undefined for nothing. */
export const draftOf = (world: World, address: SubmissionAddress): Promise<DraftMark | undefined> =>
  draftMarkOf(world.db, address)

/** Drops a draft; inside a command. */
export const dropDraft = (world: World, { workId, placeId }: SubmissionAddress): Promise<number> =>
  world.db.model(draftMarks).destroy({ where: { workId, placeId } })

/** Hands back with what is said; what stands over the work goes with it, and the draft is done with. Inside a command. */
export async function giveBack(world: World, address: SubmissionAddress, verdict: Verdict, by: AccountId) {
  const at = world.clock.now()
  const move = { kind: 'handBack', at, mark: verdict.mark } as const
  const status = await applyMove(world, address, move, { by, said: saidOf(verdict) })
  await showAnnotations(world.db, address, at)
  await dropDraft(world, address)
  tellDraft(world, address)
  return status
}

/** So many are handed back in one command: others come in between. */
const AT_ONCE = 30

export type RefusedPlace = { readonly placeId: PlaceId; readonly code: string }
type Work = { readonly classId: ClassId; readonly workId: WorkId }

/**
 * Hands back what is ready of some pupils' work. Work that was not handed in, as on paper, is received with it. What somebody else
 * handed back meanwhile is left as it is, so that nothing is handed back twice.
 */
export async function handBackReady(
  world: World,
  viewer: Viewer,
  work: Work,
  placeIds: readonly PlaceId[],
): Promise<{ handedBack: PlaceId[]; refused: RefusedPlace[] }> {
  const handedBack: PlaceId[] = []
  const refused: RefusedPlace[] = []
  await findWork(world, work)
  for (let from = 0; from < placeIds.length; from += AT_ONCE) {
    await world.db.write(async () => {
      for (const { placeId, phase } of await readyOf(world.db, work, placeIds.slice(from, from + AT_ONCE))) {
        if (phase === 'excused') {
          refused.push({ placeId, code: 'mark_excused' })
          continue
        }
        await handBackDraft(world, viewer, { ...work, placeId })
        handedBack.push(placeId)
      }
    })
  }
  return { handedBack, refused }
}

/** Hands back what is ready of one pupil's work, received with it where it was not handed in; inside a command. */
export async function handBackDraft(
  world: World,
  { accountId }: Viewer,
  address: SubmissionAddress,
): Promise<void> {
  const draft = await draftMarkOf(world.db, address)
  if (!draft) return
  const { status } = await findSubmission(world, address)
  if (!['withTeacher', 'received', 'handedBack'].includes(status.phase))
    await applyMove(world, address, { kind: 'receive', at: world.clock.now() }, { by: accountId })
  await giveBack(world, address, verdictOf(draft), accountId)
}
