import { createHash, createHmac } from 'node:crypto'
import { addressOf, type Feed, routes } from '@oppen/contract'
import type { AccountId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { addDays, localDateAt } from '@oppen/core/zone'
import type { Response } from 'express'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { eventsOf } from './events.js'
import { writeCalendar } from './icalendar.js'
import { feeds } from './models.js'
import { childNames, feedOf, readerOfFeed } from './queries.js'
import { daysOf } from './service.js'

/** How far a feed looks back and ahead, in days: programs keep what they have read, and a school year is enough. */
const BACK = 60
const AHEAD = 400
/** That a feed was read is noted once in so long, in milliseconds: programs ask every few minutes. */
const NOTED_EVERY = 10 * 60_000

/**
 * The secret part of an address: 256 bits, derived from the secret of the installation, so that its owner can be
 * shown it again while the database holds only its hash; another source makes another address.
 */
const keyOf = (world: Pick<World, 'secret'>, source: string): string =>
  createHmac('sha256', world.secret).update(`feed ${source}`).digest('base64url')

const hashOf = (key: string): string => createHash('sha256').update(key).digest('hex')

/** The address of the own calendar for other programs. */
export async function seeFeed(world: World, { accountId }: Viewer): Promise<Feed> {
  const feed = await feedOf(world.db, accountId)
  if (!feed) return { path: null, madeAt: null, readAt: null }
  const path = addressOf(routes.readFeed, { feedKey: keyOf(world, feed.source) })
  return { path, madeAt: feed.madeAt, readAt: feed.readAt }
}

/** Makes an address; the one before is no longer answered. */
export async function makeFeed(world: World, viewer: Viewer): Promise<Feed> {
  const source = newId<AccountId>(world)
  const hash = hashOf(keyOf(world, source))
  const { accountId } = viewer
  await world.db.write(async () => {
    await world.db.model(feeds).upsert({ accountId, source, hash, madeAt: world.clock.now(), readAt: null })
  })
  return seeFeed(world, viewer)
}

/** Ends the address: whoever asks for it is answered as if there had never been one. */
export async function endFeed(world: World, viewer: Viewer): Promise<Feed> {
  await world.db.write(async () => {
    await world.db.model(feeds).destroy({ where: { accountId: viewer.accountId } })
  })
  return seeFeed(world, viewer)
}

/** Ends the address of somebody whose account is closed; inside a command. */
export async function endFeedOf(world: World, accountId: AccountId): Promise<void> {
  await world.db.model(feeds).destroy({ where: { accountId } })
}

/**
 * Answers a program that reads a calendar. It says what is when; how somebody's work stands is not in it, because
 * an address may be handed on.
 */
export async function sendFeed(world: World, feedKey: string, response: Response): Promise<undefined> {
  const reader = await readerOfFeed(world.db, hashOf(feedKey))
  if (!reader) throw new Refused('not_found')
  const { accountId, kind } = reader
  const now = world.clock.now()
  const today = localDateAt(now, world.school.zone)
  const span = { from: addDays(today, -BACK), to: addDays(today, AHEAD) }
  const names = kind === 'family' ? await childNames(world.db, accountId) : []
  const days = await daysOf(world, { accountId, kind }, span)
  const events = eventsOf(days, {
    kind,
    names: new Map(names.map(({ child, name }) => [child, name.split(' ')[0] ?? name])),
    address: world.address,
  })
  const { zone, name } = world.school
  const text = writeCalendar({ name: `${name} · ${reader.shownName}`, zone, span, now, events })
  if (reader.readAt === null || now - reader.readAt >= NOTED_EVERY)
    await world.db.write(async () => {
      await world.db.model(feeds).update({ readAt: now }, { where: { accountId } })
    })
  response.set({
    'content-type': 'text/calendar; charset=utf-8',
    'content-disposition': 'inline; filename="oppen.ics"',
    'x-robots-tag': 'noindex',
  })
  response.send(text)
  return undefined
}
