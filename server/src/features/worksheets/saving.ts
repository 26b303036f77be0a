import { continueLineage, type KeptFor, keepFor, thinOut } from '@oppen/core/draft'
import type { AccountId, Instant, SheetId } from '@oppen/core/ids'
import { INK_LIMITS, type InkItem, readInk } from '@oppen/core/ink'
import { err, type Outcome, ok } from '@oppen/core/outcome'
import type { Viewer } from '@oppen/core/permissions'
import { mayWriteOn } from '@oppen/core/work'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { LastSeen } from '../submissions/lastSeen.js'
import { type SubmissionAddress, start } from '../submissions/moves.js'
import { ink, worksheetVersions } from './models.js'
import {
  type DrawnOn,
  drawnOn,
  keptInkVersions,
  saveAsSeen,
  saveWorksheet,
  type WorksheetNow,
} from './queries.js'

export type InkChange = { readonly put: readonly InkItem[]; readonly drop: readonly string[] }

export type Saved = Pick<WorksheetNow, 'version' | 'savedAt' | 'lineage'>

/**
 * Keeps what was put on a worksheet and what was taken off. Each thing goes by its id, so a change that is sent again
 * changes nothing, and two devices that draw at once lose nothing of each other. The first makes the own worksheet.
 */
export async function saveInk(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { put, drop }: InkChange,
): Promise<Saved> {
  const change = { put: put.map(item => take(readInk(item), 'put')), drop }
  const { version, savedAt, lineage } =
    (await saveOnSeen(world, address, change)) ??
    (await world.db.write(() => saveAfterRead(world, viewer, address, change)))
  return { version, savedAt, lineage }
}

async function saveAfterRead(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  change: InkChange,
): Promise<Saved> {
  const ids = [...change.drop, ...change.put.map(item => item.id)]
  const found = await writable(world, address, ids)
  const { come, gone, after } = take(whatChanges(found, change))
  if (!gone.length && !come.length && found.worksheet.version) return found.worksheet
  return next(world, viewer, address, found, { after, gone, come })
}

const lastSeen = new LastSeen<DrawnOn>()
const NOTHING: ReadonlySet<string> = new Set()

/**
 * Saves things that come onto a worksheet which is as the last change left it: one statement, which looks whether it
 * still is, because most changes are of this kind. Undefined, with nothing changed, where it has to be looked at first.
 */
async function saveOnSeen(
  world: World,
  address: SubmissionAddress,
  change: InkChange,
): Promise<Saved | undefined> {
  const found = lastSeen.of(world, address)
  if (!found || change.drop.length || !change.put.length) return undefined
  const now = world.clock.now()
  const changing = whatChanges({ ...found, live: NOTHING }, change)
  if (!changing.ok || !mayWriteOn(found.submission, 'ink', now).ok) return undefined
  const { come, after } = changing.value
  const { worksheet, reason } = goingOn(world, found, { after })
  // the row keeps its lineage, as it does within a run of the server
  if (reason || worksheet.lineage !== found.worksheet.lineage) return undefined
  const left = { ...found, worksheet, count: after }
  const saving = { seen: found, next: worksheet, items: come }
  const still = await saveAsSeen(world.db, address, saving, () => noteSaved(world, address, worksheet, left))
  return still ? worksheet : undefined
}

type Changing = {
  readonly come: readonly InkItem[]
  readonly gone: readonly string[]
  readonly after: number
}
/** Which of some things stand on a worksheet. */
type Live = { readonly live: ReadonlySet<string> }

/** What a change comes to on a worksheet. Refuses `not_found` and `ink_many`. */
function whatChanges(
  { worksheet, count, live }: Pick<DrawnOn, 'worksheet' | 'count'> & Live,
  { put, drop }: InkChange,
): Outcome<Changing> {
  const onIt = new Set<string>(worksheet.sheets)
  if (put.some(item => !onIt.has(item.page))) return err('not_found')
  const gone = [...new Set(drop)].filter(id => live.has(id))
  const come = [...new Map(put.map(item => [item.id, item])).values()].filter(item => !live.has(item.id))
  const after = count - gone.length + come.length
  if (come.length && after > INK_LIMITS.items) return err('ink_many', { most: INK_LIMITS.items })
  return ok({ gone, come, after })
}

/** The worksheet of a submission that may be drawn on now; what of some things stands on it. Refuses why it may not. */
export async function writable(
  world: World,
  address: SubmissionAddress,
  ids: readonly string[] = [],
): Promise<DrawnOn & Live> {
  const now = world.clock.now()
  const found = await drawnOn(world.db, address, ids, now)
  if (!found) throw new Refused('not_found')
  take(mayWriteOn(found.submission, 'ink', now))
  return found
}

/** A thing on a page counts for so many characters where it is looked at how much was taken off at once. */
const WEIGHT = 40

type Going = {
  /** How many things stand on it then. */
  readonly after: number
  readonly gone?: readonly string[]
  readonly come?: readonly InkItem[]
  readonly sheets?: readonly SheetId[]
  readonly why?: KeptFor
}

type Before = Pick<DrawnOn, 'worksheet' | 'count'>
type Next = {
  readonly worksheet: WorksheetNow
  /** Why the version before is worth keeping. */
  readonly reason: KeptFor | null
}

/** The next version of a worksheet. */
function goingOn(
  world: World,
  { worksheet: before, count }: Before,
  { after, sheets = before.sheets, why }: Going,
): Next {
  const savedAt = world.clock.now()
  const version = before.version + 1
  const length = count * WEIGHT
  const reason = before.version ? (why ?? keepFor({ ...before, length }, after * WEIGHT, savedAt)) : null
  const lineage = continueLineage(before.lineage, { run: world.run, version })
  return {
    worksheet: { sheets, version, lineage, savedAt, keptAt: reason ? savedAt : before.keptAt },
    reason,
  }
}

/**
 * The worksheet goes on to its next version, and the one before is kept where it is worth it; the last thing of a
 * command.
 */
export async function next(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  before: DrawnOn,
  going: Going,
): Promise<Saved> {
  const { gone = [], come = [], why } = going
  const { worksheet, reason } = goingOn(world, before, going)
  const untouched = before.submission.status.phase === 'untouched'
  if (untouched) await start(world, viewer, address)
  if (reason) {
    const by = why === 'back' ? viewer.accountId : null
    const kept = {
      ...before.worksheet,
      items: before.count,
      why: reason,
      keptAt: worksheet.savedAt,
      keptBy: by,
    }
    await keepVersion(world, address, kept)
  }
  await dropInk(world, address, gone, worksheet.version)
  await saveWorksheet(world.db, address, worksheet, come)
  // who starts it changes the submission: what was seen of it holds no more
  const left = untouched ? undefined : { ...before, worksheet, count: going.after }
  world.db.afterCommit(() => noteSaved(world, address, worksheet, left))
  return worksheet
}

/** Tells of a change that is on the disk, and keeps in mind how it left the worksheet. */
function noteSaved(
  world: World,
  address: SubmissionAddress,
  { version }: WorksheetNow,
  left: DrawnOn | undefined,
): void {
  lastSeen.note(world, address, left)
  void world.live.tell({ what: 'ink', ...address, version })
}

type Keeping = Pick<WorksheetNow, 'sheets' | 'version' | 'savedAt'> & {
  readonly items: number
  readonly why: KeptFor
  readonly keptAt: Instant
  readonly keptBy: AccountId | null
}

async function keepVersion(
  world: World,
  { workId, placeId }: SubmissionAddress,
  { sheets: ids, version, savedAt, items, why, keptAt, keptBy }: Keeping,
): Promise<void> {
  const row = { workId, placeId, version, savedAt, items, why, keptAt, keptBy, sheets: JSON.stringify(ids) }
  const model = world.db.model(worksheetVersions)
  await model.bulkCreate([row], { ignoreDuplicates: true })
  const gone = thinOut(await keptInkVersions(world.db, { workId, placeId }), keptAt)
  if (gone.length) await model.destroy({ where: { workId, placeId, version: gone } })
}

async function dropInk(
  world: World,
  { workId, placeId }: SubmissionAddress,
  ids: readonly string[],
  version: number,
): Promise<void> {
  if (!ids.length) return
  const where = { workId, placeId, id: [...ids], removed: null }
  await world.db.model(ink).update({ removed: version }, { where })
}
