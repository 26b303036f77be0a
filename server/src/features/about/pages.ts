import { type ClassLink, type PageForm, readLinks, readPage } from '@oppen/core/about'
import type { ClassId, PageId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { isBlank } from '@oppen/core/texts'
import { readHtml } from '../../html.js'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { classLinks, classPages } from './models.js'
import { notifyAbout } from './notify.js'
import { pageOf } from './queries.js'

type Done = { done: true }
export type PageAddress = { readonly classId: ClassId; readonly pageId: PageId }

/** Writes a page of a class. Refuses what `readPage` does, and `text_empty` for a page that says nothing. */
export async function writePage(world: World, viewer: Viewer, classId: ClassId, typed: PageForm) {
  const columns = await readForm(world, typed)
  const pageId = newId<PageId>(world)
  await world.db.write(async () => {
    const [changedAt, changedBy] = [world.clock.now(), viewer.accountId]
    await world.db
      .model(classPages)
      .create({ id: pageId, classId, ...columns, version: 1, changedAt, changedBy, removedAt: null })
    notifyAbout(world, classId)
  })
  return { pageId }
}

/** Writes a page anew. Refuses `page_changed` where somebody else did since it was opened; nothing is lost then. */
export async function changePage(
  world: World,
  viewer: Viewer,
  { classId, pageId }: PageAddress,
  { version, ...typed }: PageForm & { readonly version: number },
): Promise<Done> {
  const columns = await readForm(world, typed)
  await world.db.write(async () => {
    const before = await pageOf(world.db, classId, pageId)
    if (!before) throw new Refused('not_found')
    if (before.version !== version) throw new Refused('page_changed')
    const changed = { version: version + 1, changedAt: world.clock.now(), changedBy: viewer.accountId }
    await world.db.model(classPages).update({ ...columns, ...changed }, { where: { id: pageId } })
    notifyAbout(world, classId)
  })
  return { done: true }
}

/** Takes a page away, until it is put back. */
export const removePage = (world: World, address: PageAddress) =>
  setRemoved(world, address, world.clock.now())

export const restorePage = (world: World, address: PageAddress) => setRemoved(world, address, null)

async function setRemoved(
  world: World,
  { classId, pageId }: PageAddress,
  removedAt: number | null,
): Promise<Done> {
  await world.db.write(async () => {
    if (!(await pageOf(world.db, classId, pageId))) throw new Refused('not_found')
    await world.db.model(classPages).update({ removedAt }, { where: { id: pageId } })
    notifyAbout(world, classId)
  })
  return { done: true }
}

async function readForm(world: World, typed: PageForm) {
  const { kind, title, times, month, html } = take(readPage(typed), 'page')
  const blank = isBlank(html)
  if (blank && !times.length) throw new Refused('text_empty', { what: 'page' }, 'html')
  return {
    kind,
    title,
    month,
    times: JSON.stringify(times),
    html: blank ? '' : await readHtml(world, 'directions', html, 'html'),
  }
}

/** Sets the links of a class that stand one press away, in their order. Refuses what `readLinks` does. */
export async function setLinks(world: World, classId: ClassId, typed: readonly ClassLink[]): Promise<Done> {
  const links = take(readLinks(typed), 'links')
  await world.db.write(async () => {
    await world.db.model(classLinks).destroy({ where: { classId } })
    await world.db.model(classLinks).bulkCreate(links.map((one, position) => ({ ...one, classId, position })))
    notifyAbout(world, classId)
  })
  return { done: true }
}
