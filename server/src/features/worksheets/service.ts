import type { Sheet, WorksheetPage } from '@oppen/contract'
import { goOn, type KeptFor, keepFor, thinOut } from '@oppen/core/copy'
import type { AccountId, Instant, PlaceId, SheetId, WorkId } from '@oppen/core/ids'
import { INK_LIMITS, type InkItem, readInk } from '@oppen/core/ink'
import type { Viewer } from '@oppen/core/permissions'
import { handsIn, mayFollow, mayWrite } from '@oppen/core/work'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { findPiece, type PieceAddress, start } from '../work/moves.js'
import { MOST_SHEETS } from './intake.js'
import { ink, sheets, worksheetVersions } from './models.js'
import type { NewSheet } from './newSheets.js'
import {
  type DrawnOn,
  drawnOn,
  givenSheets,
  inkVersionOf,
  inkVersionsJson,
  keptInkVersions,
  lastSheetPosition,
  liveIds,
  ownSheets,
  saveWorksheet,
  sheetsJson,
  type WorksheetNow,
  worksheetJson,
  worksheetNow,
} from './queries.js'

type Saved = Pick<WorksheetPage, 'version' | 'savedAt' | 'trail'>

/** The worksheet of a piece as it is now: for who has not begun, the pages as they are given out. */
export async function seeWorksheet(
  world: World,
  viewer: Viewer,
  address: PieceAddress,
): Promise<string | undefined> {
  const { timing } = await findPiece(world, address)
  const at = timing.opensAt
  // what is not open yet is for its teachers alone
  if (viewer.kind !== 'teacher' && at !== null && world.clock.now() < at)
    throw new Refused('work_not_open', { at })
  return worksheetJson(world.db, address, await nowOrGiven(world, address))
}

async function nowOrGiven(world: World, address: PieceAddress) {
  const now = await worksheetNow(world.db, address)
  if (now) return now
  const given = await givenSheets(world.db, address.workId)
  return { sheets: given.map(one => one.id), version: 0, trail: [], savedAt: null }
}

export type InkChange = { readonly put: readonly InkItem[]; readonly drop: readonly string[] }

/**
 * Keeps what was put on a worksheet and what was taken off. Each thing goes by its id, so a change that is sent again
 * changes nothing, and two devices that draw at once lose nothing of each other. The first makes the own worksheet.
 */
export async function saveInk(
  world: World,
  viewer: Viewer,
  address: PieceAddress,
  { put, drop }: InkChange,
): Promise<Saved> {
  const items = put.map(item => take(readInk(item), 'put'))
  return world.db.write(async () => {
    const ids = [...drop, ...items.map(item => item.id)]
    const { before, untouched, count, live } = await writable(world, address, ids)
    const onIt = new Set<string>(before.sheets)
    if (items.some(item => !onIt.has(item.page))) throw new Refused('not_found')
    const gone = [...new Set(drop)].filter(id => live.has(id))
    const come = [...new Map(items.map(item => [item.id, item])).values()].filter(item => !live.has(item.id))
    if (!gone.length && !come.length && before.version) return before
    const after = count - gone.length + come.length
    if (come.length && after > INK_LIMITS.items) throw new Refused('ink_many', { most: INK_LIMITS.items })
    return next(world, viewer, address, before, { untouched, count, after, gone, come })
  })
}

type Writable = Pick<DrawnOn, 'count' | 'live'> & {
  readonly before: WorksheetNow
  /** Whether the piece has not been begun. */
  readonly untouched: boolean
}

/** The worksheet of a piece that may be written on now; what of some things stands on it. Refuses why it may not. */
async function writable(world: World, address: PieceAddress, ids: readonly string[] = []): Promise<Writable> {
  const found = await drawnOn(world.db, address, ids, world.clock.now())
  if (!found) throw new Refused('not_found')
  const { standing, timing, kind } = found.piece
  if (!handsIn(kind)) throw new Refused('nothing_asked')
  take(mayWrite(standing, timing, world.clock.now()))
  const { worksheet: before, count, live } = found
  return { before, count, live, untouched: standing.phase === 'untouched' }
}

/** A thing on a page counts for so many characters where it is looked at how much was taken off at once. */
const WEIGHT = 40

type Going = {
  readonly untouched: boolean
  /** How many things stood on it, and stand on it then. */
  readonly count: number
  readonly after: number
  readonly gone?: readonly string[]
  readonly come?: readonly InkItem[]
  readonly sheets?: readonly SheetId[]
  readonly why?: KeptFor
}

/**
 * The worksheet goes on to its next version, and the one before is kept where it is worth it; the last thing of a
 * command.
 */
async function next(
  world: World,
  viewer: Viewer,
  address: PieceAddress,
  before: WorksheetNow,
  { untouched, count, after, gone = [], come = [], sheets: changed, why }: Going,
): Promise<Saved> {
  const { workId, placeId } = address
  if (untouched) await start(world, viewer, address)
  const savedAt = world.clock.now()
  const version = before.version + 1
  const reason =
    before.version > 0 && (why ?? keepFor({ ...before, length: count * WEIGHT }, after * WEIGHT, savedAt))
  if (reason) {
    const by = why === 'back' ? viewer.accountId : null
    await keepVersion(world, address, { ...before, items: count, why: reason, keptAt: savedAt, keptBy: by })
  }
  await dropInk(world, address, gone, version)
  const trail = goOn(before.trail, { run: world.run, version })
  const row = {
    ...{ workId, placeId, version, savedAt, trail: JSON.stringify(trail) },
    sheets: JSON.stringify(changed ?? before.sheets),
    keptAt: reason ? savedAt : before.keptAt,
  }
  await saveWorksheet(world.db, row, come)
  world.db.afterCommit(() => void world.live.tell({ what: 'ink', ...address, version }))
  return { version, savedAt, trail }
}

type Keeping = Pick<WorksheetNow, 'sheets' | 'version' | 'savedAt'> & {
  readonly items: number
  readonly why: KeptFor
  readonly keptAt: Instant
  readonly keptBy: AccountId | null
}

async function keepVersion(
  world: World,
  { workId, placeId }: PieceAddress,
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
  { workId, placeId }: PieceAddress,
  ids: readonly string[],
  version: number,
): Promise<void> {
  if (!ids.length) return
  const where = { workId, placeId, id: [...ids], removed: null }
  await world.db.model(ink).update({ removed: version }, { where })
}

/** The versions of a worksheet that were kept, the newest first. */
export async function seeInkVersions(world: World, address: PieceAddress): Promise<string | undefined> {
  await findPiece(world, address)
  return inkVersionsJson(world.db, address)
}

/** A kept version of a worksheet, with what stood on it. */
export async function seeInkVersion(world: World, address: PieceAddress & { readonly number: string }) {
  await findPiece(world, address)
  const kept = await inkVersionOf(world.db, address, Number(address.number))
  if (!kept) throw new Refused('not_found')
  return worksheetJson(world.db, address, { ...kept, sheets: JSON.parse(kept.sheets), trail: [] })
}

/** Brings a kept version back; what was there is kept. By the pupil, or by a teacher also past its time. */
export async function bringInkBack(
  world: World,
  viewer: Viewer,
  address: PieceAddress & { readonly number: string },
): Promise<Saved> {
  return world.db.write(async () => {
    const { standing, timing } = await findPiece(world, address)
    const teacher = viewer.kind === 'teacher' && mayFollow('handIn', standing)
    if (!teacher) take(mayWrite(standing, timing, world.clock.now()))
    const before = await worksheetNow(world.db, address)
    const json = await seeInkVersion(world, address)
    if (!before || json === undefined) throw new Refused('not_found')
    const then = JSON.parse(json) as WorksheetPage
    const live = (await liveIds(world.db, address)).map(one => one.id)
    const back = new Set(then.items.map(item => item.id))
    const here = new Set(live)
    return next(world, viewer, address, before, {
      untouched: standing.phase === 'untouched',
      count: live.length,
      after: back.size,
      gone: live.filter(id => !back.has(id)),
      come: then.items.filter(item => !here.has(item.id)),
      sheets: then.sheets.map(one => one.id),
      why: 'back',
    })
  })
}

/** Puts pages behind those of the own worksheet. Refuses `sheets_many`. */
export async function addOwnSheets(
  world: World,
  viewer: Viewer,
  address: PieceAddress,
  pages: readonly NewSheet[],
): Promise<{ sheets: Sheet[] }> {
  return world.db.write(async () => {
    const { before, untouched, count } = await writable(world, address)
    if (before.sheets.length + pages.length > MOST_SHEETS)
      throw new Refused('sheets_many', { most: MOST_SHEETS })
    const ids = await makeSheets(world, address.workId, address.placeId, pages)
    const sheets = [...before.sheets, ...ids]
    await next(world, viewer, address, before, { untouched, count, after: count, sheets })
    world.db.afterCommit(() => void world.live.tell({ what: 'piece', ...address }))
    return listed(world, address.workId, ids)
  })
}

/** Makes rows of pages, the last in order; inside a command. */
export async function makeSheets(
  world: World,
  workId: WorkId,
  placeId: PlaceId | null,
  pages: readonly NewSheet[],
): Promise<SheetId[]> {
  const last = (await lastSheetPosition(world.db, workId))?.position ?? -1
  const rows = pages.map((page, index) => ({
    ...page,
    ...{ id: newId<SheetId>(world), workId, placeId, position: last + 1 + index, removedAt: null },
  }))
  await world.db.model(sheets).bulkCreate(rows)
  return rows.map(row => row.id)
}

export async function listed(
  world: World,
  workId: WorkId,
  ids: readonly SheetId[],
): Promise<{ sheets: Sheet[] }> {
  return JSON.parse((await sheetsJson(world.db, workId, ids)) ?? '{"sheets":[]}')
}

/** Puts the pages of the own worksheet into another order, or leaves some of them out. */
export async function orderSheets(
  world: World,
  viewer: Viewer,
  address: PieceAddress,
  ids: readonly SheetId[],
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const { before, untouched, count } = await writable(world, address)
    const found = await ownSheets(world.db, address.workId, address.placeId, ids)
    if (found.length !== ids.length || new Set(ids).size !== ids.length) throw new Refused('not_found')
    const going = { untouched, count, after: count, sheets: ids, why: 'choice' } as const
    await next(world, viewer, address, before, going)
    world.db.afterCommit(() => void world.live.tell({ what: 'piece', ...address }))
  })
  return { done: true }
}

export type FrozenWorksheet = {
  readonly sheets: readonly SheetId[]
  readonly version: number
  readonly items: number
}

/** The worksheet of a piece as it is handed in; null where there is none, or nothing stands on it. */
export async function worksheetToHandIn(
  world: World,
  address: PieceAddress,
): Promise<FrozenWorksheet | null> {
  const now = await worksheetNow(world.db, address)
  if (!now) return null
  const items = (await liveIds(world.db, address)).length
  return { sheets: now.sheets, version: now.version, items }
}
