import type { Seen } from '@oppen/contract'
import { NO_VERDICT } from '@oppen/core/marking'
import type { Viewer } from '@oppen/core/permissions'
import type { MoveKind, SubmissionStatus } from '@oppen/core/work'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { serverKind } from '../kinds/index.js'
import type { WorkAddress } from '../submissions/address.js'
import { applyMove, findSubmission, type SubmissionAddress } from '../submissions/moves.js'
import { findWork } from '../submissions/works.js'
import { readTime } from '../work/form.js'
import {
  dropDraft,
  giveBack,
  readFeedback,
  readVerdict,
  sameAsSeen,
  sameHandIn,
  type TypedVerdict,
  tellDraft,
} from './drafts.js'
import { draftMarkOf, showAnnotations, waitingFor } from './queries.js'

export type HandBack = Pick<TypedVerdict, 'mark' | 'feedback'> &
  Partial<TypedVerdict> & {
    readonly number: number
    readonly seen?: Seen | null
  }

/**
 * Hands back with a mark, feedback, levels of a rubric and a sticker, each or none of them; what stands over the work goes with it.
 * Refuses `hand_in_changed` where the pupil has handed in again or taken back since the teacher looked, `mark_draft_changed` where
 * another teacher has marked or written since, and what `readVerdict` does.
 */
export async function handBack(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { number, seen = null, ...typed }: HandBack,
): Promise<SubmissionStatus> {
  readFeedback(typed.feedback)
  return world.db.write(async () => {
    const submission = await findSubmission(world, address)
    sameHandIn(submission, number)
    sameAsSeen(submission, await draftMarkOf(world.db, address), seen)
    const { levels, sticker } = NO_VERDICT
    const verdict = await readVerdict(world, address, submission.points, { levels, sticker, ...typed })
    return giveBack(world, address, verdict, viewer.accountId)
  })
}

export type TryAgain = {
  readonly number: number
  readonly by: string | null
  readonly feedback: string
  readonly seen?: Seen | null
}

/** Asks for the work to be tried again, by a new time or without one; what stands over it is shown to the pupil. */
export async function tryAgain(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { number, seen = null, ...asked }: TryAgain,
): Promise<SubmissionStatus> {
  const feedback = readFeedback(asked.feedback)
  const by = readTime(world, asked.by, 'by')
  return world.db.write(async () => {
    const submission = await findSubmission(world, address)
    sameHandIn(submission, number)
    sameAsSeen(submission, await draftMarkOf(world.db, address), seen)
    const at = world.clock.now()
    const move = { kind: 'tryAgain', at, by: by?.at ?? null } as const
    const said = { feedback, levels: null, sticker: null }
    const status = await applyMove(world, address, move, { by: viewer.accountId, said })
    await showAnnotations(world.db, address, at)
    await dropDraft(world, address)
    tellDraft(world, address)
    return status
  })
}

/**
 * Hands back everything of a work that lies with the teacher with the mark that its kind finds by itself. Refuses
 * `work_without_key` where the kind or the work has none.
 */
export async function handBackByKey(
  world: World,
  viewer: Viewer,
  address: WorkAddress,
): Promise<{ handedBack: number }> {
  return world.db.write(async () => {
    const { kind } = await findWork(world, address)
    const { markOf } = serverKind(kind)
    if (!markOf) throw new Refused('work_without_key')
    const waiting = await waitingFor(world.db, address)
    for (const { placeId } of waiting) {
      const submission = { ...address, placeId }
      const mark = await markOf(world, submission, await findSubmission(world, submission))
      if (mark === null) throw new Refused('work_without_key')
      const move = { kind: 'handBack', at: world.clock.now(), mark } as const
      await applyMove(world, submission, move, { by: viewer.accountId })
    }
    return { handedBack: waiting.length }
  })
}

/** Makes a move that needs nothing more: excuse, include, receive, unreceive. */
export function plainMove(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  kind: Exclude<MoveKind, 'handBack' | 'tryAgain' | 'recall' | 'improve'>,
): Promise<SubmissionStatus> {
  return world.db.write(() =>
    applyMove(world, address, { kind, at: world.clock.now() }, { by: viewer.accountId }),
  )
}
