import { addressOf, routes, type SharedLink, type SharedPage } from '@oppen/contract'
import type { FileId, SharedLinkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { LINKS_MOST, type LinkDays, linkEnd, linkState, mayHaveLink } from '@oppen/core/portfolio'
import { localDateAt } from '@oppen/core/zone'
import type { Response } from 'express'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit } from '../auditLog/service.js'
import { hashOf, keyOf, pathOfLink } from './linkKeys.js'
import { sharedLinks } from './models.js'
import { sendWorksheetOf } from './paper.js'
import { type KeptRow, keptOf, linkOf } from './queries.js'
import { type Asked, addressIn, keptFor, pictured, sendFileOf, tell } from './service.js'

/**
 * Makes a link by which whoever has it sees one kept piece, for some days. Refuses `sharing_off` where the class has none for the viewer,
 * and `shared_links_many`. The same `press` again gives the same link.
 */
export async function makeLink(
  world: World,
  viewer: Viewer,
  asked: Asked,
  { days, press }: { readonly days: LinkDays; readonly press: string },
): Promise<SharedLink> {
  const at = addressIn(asked)
  return world.db.write(async () => {
    const kept = await keptFor(world, viewer, at)
    if (!kept.reasons.length) throw new Refused('not_found')
    if (!mayHaveLink(kept.sharing, viewer.kind)) throw new Refused('sharing_off')
    const { workId, placeId, handIn, classId } = at
    const model = world.db.model(sharedLinks)
    const pressed = { madeBy: viewer.accountId, workId, placeId, handIn, press }
    const before = (await model.findOne({ where: pressed }))?.get({ plain: true })
    if (before)
      return { id: before.id, by: '', path: pathOfLink(world, before.source), endsAt: before.endsAt }
    if (kept.links.length >= LINKS_MOST) throw new Refused('shared_links_many', { most: LINKS_MOST })
    const now = world.clock.now()
    const id = newId<SharedLinkId>(world)
    const source = `shared ${id}`
    const endsAt = linkEnd(now, days)
    const hash = hashOf(keyOf(world, source))
    await model.create({ ...pressed, id, source, hash, madeAt: now, endsAt, revokedAt: null })
    await audit(world, 'link_made', { classId, by: viewer.accountId, name: kept.pupil.name })
    tell(world, at)
    return { id, by: '', path: pathOfLink(world, source), endsAt }
  })
}

/** Ends a link at once, whoever made it. Twice changes nothing. */
export async function revokeLink(
  world: World,
  viewer: Viewer,
  { linkId, ...asked }: Asked & { readonly linkId: SharedLinkId },
): Promise<{ done: true }> {
  const { classId, ...at } = addressIn(asked)
  await world.db.write(async () => {
    const model = world.db.model(sharedLinks)
    const found = await model.findOne({ where: { id: linkId, ...at } })
    if (!found) throw new Refused('not_found')
    if (found.get('revokedAt') !== null) return
    await found.update({ revokedAt: world.clock.now() })
    const name = await nameOf(world, at.placeId)
    await audit(world, 'link_revoked', { classId, by: viewer.accountId, name })
    tell(world, { classId, ...at })
  })
  return { done: true }
}

const nameOf = async (world: World, placeId: string): Promise<string> =>
  (await world.db.row<{ name: string }>('select name from places where id = $placeId', { placeId }))?.name ??
  ''

/**
 * The piece to which a key leads. Answers `link_over` where it has ended, was revoked, nobody keeps the piece any more, or whoever made it
 * may have no link to it today, and alike for a key that never was one.
 */
async function openLink(world: World, linkKey: string): Promise<KeptRow & { readonly endsAt: number }> {
  const link = await linkOf(world.db, hashOf(linkKey))
  if (!link) throw new Refused('link_over')
  const now = world.clock.now()
  const { tied, sharing, endsAt, revokedAt, ...at } = link
  if (!tied || !mayHaveLink(sharing, tied) || linkState({ endsAt, revokedAt }, now) !== 'open')
    throw new Refused('link_over')
  const kept = await keptOf(world.db, { ...at, now, today: localDateAt(now, world.school.zone) })
  if (!kept) throw new Refused('link_over')
  return { ...kept, endsAt }
}

/** No search engine is to have it. */
const HIDDEN = { 'x-robots-tag': 'noindex, nofollow', 'referrer-policy': 'no-referrer' }

/** What somebody outside sees: that piece, the first name, and the pupil's own words why; no class, no mark, nobody else. */
export async function seeShared(world: World, linkKey: string, response: Response): Promise<SharedPage> {
  const kept = await openLink(world, linkKey)
  response.set(HIDDEN)
  const { title, handedInAt, html, worksheet, files, endsAt, reasons } = kept
  return {
    ...{ title, handedInAt, endsAt, zone: world.school.zone, worksheet: worksheet !== null },
    firstName: kept.pupil.name.split(' ')[0] ?? '',
    why: reasons.find(one => one.side === 'pupil')?.why ?? null,
    html: pictured(html, fileId => addressOf(routes.seeSharedFile, { linkKey, fileId })),
    files: files.map(({ id, name, type }) => ({ id, name, type })),
  }
}

/** Sends a file of the piece to which a key leads. */
export async function sendSharedFile(
  world: World,
  { linkKey, fileId }: { readonly linkKey: string; readonly fileId: FileId },
  response: Response,
): Promise<undefined> {
  const kept = await openLink(world, linkKey)
  response.set(HIDDEN)
  return sendFileOf(world, kept, fileId, response)
}

/** Sends the worksheet of the piece to which a key leads, as a PDF. */
export async function sendSharedWorksheet(
  world: World,
  linkKey: string,
  response: Response,
): Promise<undefined> {
  const kept = await openLink(world, linkKey)
  response.set(HIDDEN)
  return sendWorksheetOf(world, kept, { placeId: kept.pupil.placeId, language: 'en' }, response)
}
