import { FILE_LIMITS, type Sheet, type WorksheetPage } from '@oppen/contract'
import type { PlaceId, SheetId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { mayFollow, mayWriteOn } from '@oppen/core/work'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { findSubmission, type SubmissionAddress } from '../submissions/moves.js'
import { sheets } from './models.js'
import type { NewSheet } from './newSheets.js'
import {
  drawnOn,
  givenSheets,
  inkVersionOf,
  inkVersionsJson,
  lastSheetPosition,
  liveIds,
  ownSheets,
  sheetsJson,
  worksheetJson,
  worksheetNow,
} from './queries.js'
import { next, type Saved, writable } from './saving.js'

/** The worksheet of a submission as it is now: for who has not begun, the pages as they are given out. */
export async function seeWorksheet(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
): Promise<string | undefined> {
  const { timing } = await findSubmission(world, address)
  const at = timing.opensAt
  // what is not open yet is for its teachers alone
  if (viewer.kind !== 'teacher' && at !== null && world.clock.now() < at)
    throw new Refused('work_not_open', { at })
  return worksheetJson(world.db, address, await nowOrGiven(world, address))
}

async function nowOrGiven(world: World, address: SubmissionAddress) {
  const now = await worksheetNow(world.db, address)
  if (now) return now
  const given = await givenSheets(world.db, address.workId)
  return { sheets: given.map(one => one.id), version: 0, lineage: [], savedAt: null }
}

/** The versions of a worksheet that were kept, the newest first. */
export async function seeInkVersions(world: World, address: SubmissionAddress): Promise<string | undefined> {
  await findSubmission(world, address)
  return inkVersionsJson(world.db, address)
}

/** A kept version of a worksheet, with what stood on it. */
export async function seeInkVersion(world: World, address: SubmissionAddress & { readonly number: string }) {
  await findSubmission(world, address)
  const kept = await inkVersionOf(world.db, address, Number(address.number))
  if (!kept) throw new Refused('not_found')
  return worksheetJson(world.db, address, { ...kept, sheets: JSON.parse(kept.sheets), lineage: [] })
}

/** Brings a kept version back; what was there is kept. By the pupil, or by a teacher also past its time. */
export async function bringInkBack(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress & { readonly number: string },
): Promise<Saved> {
  return world.db.write(async () => {
    const now = world.clock.now()
    const before = await drawnOn(world.db, address, [], now)
    if (!before) throw new Refused('not_found')
    const { submission } = before
    const teacher = viewer.kind === 'teacher' && mayFollow('handIn', submission.status)
    if (!teacher) take(mayWriteOn(submission, 'ink', now))
    const json = await seeInkVersion(world, address)
    if (!before.worksheet.version || json === undefined) throw new Refused('not_found')
    const then = JSON.parse(json) as WorksheetPage
    const live = (await liveIds(world.db, address)).map(one => one.id)
    const back = new Set(then.items.map(item => item.id))
    const here = new Set(live)
    return next(world, viewer, address, before, {
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
  address: SubmissionAddress,
  pages: readonly NewSheet[],
): Promise<{ sheets: Sheet[] }> {
  return world.db.write(async () => {
    const before = await writable(world, address)
    const here = before.worksheet.sheets
    if (here.length + pages.length > FILE_LIMITS.sheets)
      throw new Refused('sheets_many', { most: FILE_LIMITS.sheets })
    const ids = await makeSheets(world, address.workId, address.placeId, pages)
    await next(world, viewer, address, before, { after: before.count, sheets: [...here, ...ids] })
    world.db.afterCommit(() => void world.live.tell({ what: 'submission', ...address }))
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
  address: SubmissionAddress,
  ids: readonly SheetId[],
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const before = await writable(world, address)
    const found = await ownSheets(world.db, address.workId, address.placeId, ids)
    if (found.length !== ids.length || new Set(ids).size !== ids.length) throw new Refused('not_found')
    await next(world, viewer, address, before, { after: before.count, sheets: ids, why: 'choice' })
    world.db.afterCommit(() => void world.live.tell({ what: 'submission', ...address }))
  })
  return { done: true }
}

export type FrozenWorksheet = {
  readonly sheets: readonly SheetId[]
  readonly version: number
  readonly items: number
}

/** The worksheet of a submission as it is handed in; null where there is none, or nothing stands on it. */
export async function worksheetToHandIn(
  world: World,
  address: SubmissionAddress,
): Promise<FrozenWorksheet | null> {
  const now = await worksheetNow(world.db, address)
  if (!now) return null
  const items = (await liveIds(world.db, address)).length
  return { sheets: now.sheets, version: now.version, items }
}
