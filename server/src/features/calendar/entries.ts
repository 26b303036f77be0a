import { type EntryForm, readEntryForm } from '@oppen/core/calendar'
import type { EntryId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { entries } from './models.js'
import { entryOf } from './queries.js'

type Done = { done: true }

/** Notes something in the own calendar. Refuses what `readEntryForm` does. */
export async function addEntry(
  world: World,
  viewer: Viewer,
  typed: EntryForm,
): Promise<{ entryId: EntryId }> {
  const columns = columnsOf(world, typed)
  const entryId = newId<EntryId>(world)
  await world.db.write(async () => {
    await world.db
      .model(entries)
      .create({ id: entryId, accountId: viewer.accountId, ...columns, removedAt: null })
  })
  return { entryId }
}

/** Writes an own entry anew. */
export const changeEntry = (
  world: World,
  viewer: Viewer,
  entryId: EntryId,
  typed: EntryForm,
): Promise<Done> => put(world, viewer, entryId, columnsOf(world, typed))

/** Takes an own entry away, until it is put back. */
export const removeEntry = (world: World, viewer: Viewer, entryId: EntryId): Promise<Done> =>
  put(world, viewer, entryId, { removedAt: world.clock.now() })

/** Puts an own entry back. */
export const restoreEntry = (world: World, viewer: Viewer, entryId: EntryId): Promise<Done> =>
  put(world, viewer, entryId, { removedAt: null })

type Columns = Partial<ReturnType<typeof columnsOf>> & { removedAt?: number | null }

async function put(world: World, viewer: Viewer, id: EntryId, columns: Columns): Promise<Done> {
  await world.db.write(async () => {
    if (!(await entryOf(world.db, viewer.accountId, id))) throw new Refused('not_found')
    await world.db.model(entries).update(columns, { where: { id } })
  })
  return { done: true }
}

function columnsOf(world: World, typed: EntryForm) {
  const { from, to, ...rest } = take(readEntryForm(typed))
  return { ...rest, fromDate: from, toDate: to, changedAt: world.clock.now() }
}
