import type { ClassRules, DraftMark, RefusedCell } from '@oppen/contract'
import type { AccountId, ClassId } from '@oppen/core/ids'
import { sameVerdict, saysNothing } from '@oppen/core/marking'
import { type MarkRules, readMarkOn, readMarkRules, type ScaleStep, showHundredths } from '@oppen/core/marks'
import { err, type Outcome, ok } from '@oppen/core/outcome'
import type { Viewer } from '@oppen/core/permissions'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { draftOf, dropDraft, handBackDraft, putDraft, saidBefore, verdictOf } from '../marking/drafts.js'
import { findSubmission, type SubmissionAddress } from '../submissions/moves.js'
import { talkRulesOf } from '../talk/rules.js'
import { lateForgiven, markRules } from './models.js'
import { type Cell, cellsOf, markRulesOf, type StoredCell, scaleOf } from './queries.js'

const keyOf = ({ workId, placeId }: Cell): string => `${workId} ${placeId}`

function tell(world: World, classId: ClassId): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'markBook', classId }))
}

/** Sets how a class turns marks into averages. Refuses what `readMarkRules` does. */
export async function setMarkRules(
  world: World,
  classId: ClassId,
  typed: MarkRules,
): Promise<{ done: true }> {
  const rules = JSON.stringify(take(readMarkRules(typed)))
  await world.db.write(async () => {
    await world.db.model(markRules).upsert({ classId, rules })
    tell(world, classId)
  })
  return { done: true }
}

/**
 * What is to be written in a cell: a mark, or null for none. Who types over an own draft knows of it, also where the answer that it was
 * kept was lost on its way.
 */
function readCell(
  typed: DraftMark,
  cell: StoredCell | undefined,
  { by, scale }: { readonly by: AccountId; readonly scale: readonly ScaleStep[] },
): Outcome<number | null> {
  if (!cell) return err('not_found')
  if (cell.phase === 'excused') return err('mark_excused')
  const stands = cell.draftMark ?? cell.mark
  if (typed.was !== stands && cell.draftBy !== by)
    return err('mark_changed', { mark: stands === null ? '' : showHundredths(stands) })
  if (typed.mark === null) return ok(null)
  if (cell.points === null) return err('mark_without_points')
  return readMarkOn(typed.mark, cell.points, scale)
}

/**
 * Keeps marks that were typed until they are handed back; a mark that is there already takes its draft away. What cannot be kept is
 * named with its reason, and keeps nothing else from being kept.
 */
export async function setDraftMarks(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  cells: readonly DraftMark[],
): Promise<{ set: number; refused: RefusedCell[] }> {
  const refused: RefusedCell[] = []
  let set = 0
  await world.db.write(async () => {
    const at = world.clock.now()
    const found = new Map((await cellsOf(world.db, classId, cells, at)).map(cell => [keyOf(cell), cell]))
    const scale = await scaleOf(world.db, classId)
    const rows = new Map<string, { cell: StoredCell; mark: number | null }>()
    for (const typed of cells) {
      const cell = found.get(keyOf(typed))
      const read = readCell(typed, cell, { by: viewer.accountId, scale })
      if (read.ok && cell) {
        rows.set(keyOf(cell), { cell, mark: read.value })
        // what follows for the same cell was typed over this
        const draft = read.value === cell.mark ? null : read.value
        found.set(keyOf(cell), {
          ...cell,
          draftMark: draft,
          draftBy: draft === null ? null : viewer.accountId,
        })
      } else if (!read.ok) refused.push({ workId: typed.workId, placeId: typed.placeId, ...read.refusal })
    }
    for (const { cell, mark } of rows.values()) await setDraft(world, viewer, classId, { cell, mark })
    set = rows.size
    tell(world, classId)
  })
  return { set, refused }
}

/**
 * Writes a mark that was typed into what is written of a submission already, or into what was said when it was handed back; levels of a
 * rubric do not stand beside another mark. Where nothing but that is left, nothing is written any more. Inside a command.
 */
async function setDraft(
  world: World,
  { accountId: by }: Viewer,
  classId: ClassId,
  { cell, mark }: { readonly cell: StoredCell; readonly mark: number | null },
): Promise<void> {
  const address = { classId, workId: cell.workId, placeId: cell.placeId }
  const draft = await draftOf(world, address)
  const before = saidBefore(await findSubmission(world, address))
  const verdict = { ...(draft ? verdictOf(draft) : before), mark: mark ?? cell.mark, levels: {} }
  if (sameVerdict(verdict, { ...before, levels: {} }) || saysNothing(verdict)) await dropDraft(world, address)
  else await putDraft(world, address, verdict, { ready: true, writer: '', by })
}

/**
 * Hands back the marks of some cells that were typed. Work that was not handed in, as on paper, is received with it. What is not there
 * any more because somebody else handed it back is left as it is, so that nothing is handed back twice.
 */
export async function handBackDrafts(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  cells: readonly Cell[],
): Promise<{ handedBack: number; refused: RefusedCell[] }> {
  const all = { handedBack: 0, refused: [] as RefusedCell[] }
  for (let from = 0; from < cells.length; from += AT_ONCE) {
    const some = await world.db.write(() =>
      handBackSome(world, viewer, classId, cells.slice(from, from + AT_ONCE)),
    )
    all.handedBack += some.handedBack
    all.refused.push(...some.refused)
  }
  return all
}

/** So many are handed back in one command: others come in between. */
const AT_ONCE = 30

async function handBackSome(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  cells: readonly Cell[],
): Promise<{ handedBack: number; refused: RefusedCell[] }> {
  const refused: RefusedCell[] = []
  let handedBack = 0
  const found = await cellsOf(world.db, classId, cells, world.clock.now())
  const once = new Map(found.map(cell => [keyOf(cell), cell]))
  for (const { workId, placeId, phase, draftMark, ready } of once.values()) {
    if (draftMark === null || !ready) continue
    if (phase === 'excused') {
      refused.push({ workId, placeId, code: 'mark_excused' })
      continue
    }
    await handBackDraft(world, viewer, { classId, workId, placeId })
    handedBack += 1
  }
  tell(world, classId)
  return { handedBack, refused }
}

/** Lets nothing be taken for coming late, or takes it after all. */
export async function forgiveLate(
  world: World,
  address: SubmissionAddress,
  forgiven: boolean,
): Promise<{ done: true }> {
  const { workId, placeId } = address
  await world.db.write(async () => {
    const { status } = await findSubmission(world, address)
    if (status.handIns === 0) throw new Refused('not_found')
    const model = world.db.model(lateForgiven)
    if (forgiven) await model.bulkCreate([{ workId, placeId }], { ignoreDuplicates: true })
    else await model.destroy({ where: { workId, placeId } })
    world.db.afterCommit(() => void world.live.tell({ what: 'submission', ...address }))
    tell(world, address.classId)
  })
  return { done: true }
}

/** The rules of a class for talk and for averages. */
export async function seeClassRules(world: World, classId: ClassId): Promise<ClassRules> {
  const marks = await markRulesOf(world.db, classId)
  if (!marks) throw new Refused('not_found')
  const { reactions, ...talk } = await talkRulesOf(world, classId)
  return { talk: { ...talk, reactions: [...reactions] }, marks }
}

/** Lets a class average by the rules of another; inside a command. */
export async function copyMarkRules(world: World, from: ClassId, to: ClassId): Promise<void> {
  const found = await world.db.model(markRules).findByPk(from)
  if (found) await world.db.model(markRules).upsert({ classId: to, rules: found.get('rules') as string })
}
