import { createHash } from 'node:crypto'
import type { AccountId, Instant, TabletId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { parse, serialize } from 'cookie'
import type { Request, Response } from 'express'
import { Op } from 'sequelize'
import type { World } from '../../world.js'
import { deviceName } from './deviceName.js'
import { type CameBy, sessions } from './models.js'
import { onTablet, TIES, viewerJson } from './queries.js'
import { lookingAs, seenAsOf } from './seeAs.js'

const COOKIE = 'oppen'
const DAY = 86_400_000
/** A session ends after so long without being used. */
const LIFE = 90 * DAY
/** "Last seen" is kept to this exactness, so that reading does not write each time. */
const SEEN_EVERY = 5 * 60_000
/** On a shared tablet it is what ends the session, and is kept closer. */
const SEEN_EVERY_SHARED = 20_000

type Session = { seenAt: Instant; idle: number | null; endsAt: Instant; endsBy: Instant | null }
type Known = { readonly changes: number; readonly viewer: Viewer; session: Session }

const known = new WeakMap<World, Map<string, Known>>()

export const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')

/** A new token that nobody guesses: 256 random bits. */
export const newToken = (world: Pick<World, 'random'>): string =>
  Buffer.from(world.random(32)).toString('base64url')

/** The value of one of our cookies, if the request carries it. */
export function cookieOf(request: Request, name: string): string | undefined {
  const header = request.headers.cookie
  return header ? parse(header)[name] : undefined
}

/** The session token that a request carries, if any. */
export const tokenOf = (request: Request): string | undefined => cookieOf(request, COOKIE)

/** The hash by which the session of a request is kept, if it has one. */
export function sessionOf(request: Request): string | null {
  const token = tokenOf(request)
  return token ? hashOf(token) : null
}

/** Whether a request comes from a tablet that a class shares. */
export async function isShared(world: World, request: Request): Promise<boolean> {
  const tokenHash = sessionOf(request)
  return tokenHash !== null && (await onTablet(world.db, tokenHash))
}

/** Who is asking: undefined without a session that is still good. */
export async function viewerOf(world: World, request: Request): Promise<Viewer | undefined> {
  const tokenHash = sessionOf(request)
  if (!tokenHash) return undefined
  const found = await find(world, tokenHash)
  if (!found) return undefined
  await noteSeen(world, tokenHash, found)
  const as = seenAsOf(request)
  return as ? lookingAs(world, found.viewer, as) : found.viewer
}

/** The account whose session a request carries, whoever its page is looked at as; undefined without one. */
export async function accountOf(world: World, request: Request): Promise<AccountId | undefined> {
  const tokenHash = sessionOf(request)
  return tokenHash ? (await find(world, tokenHash))?.viewer.accountId : undefined
}

/**
 * When a session ends if nothing is done with it, undefined once it has; for live streams, whose being open is no use
 * of the session.
 */
export async function endOfSession(world: World, tokenHash: string): Promise<Instant | undefined> {
  return (await find(world, tokenHash))?.session.endsAt
}

/**
 * What was read of a session is used again only until a command is committed that may have changed who belongs
 * where: nobody stays inside on what was true before.
 */
async function find(world: World, tokenHash: string): Promise<Known | undefined> {
  const cache = known.get(world) ?? new Map<string, Known>()
  known.set(world, cache)
  const changes = world.db.changesOf(TIES)
  const now = world.clock.now()
  const found = cache.get(tokenHash)
  if (found?.changes === changes && found.session.endsAt > now) return found
  const json = await viewerJson(world.db, tokenHash, now)
  if (json === undefined) {
    cache.delete(tokenHash)
    return undefined
  }
  const { seenAt, idle, endsAt, endsBy, ...viewer } = JSON.parse(json) as Viewer & Session
  if (cache.size > 10_000) cache.clear()
  const fresh = { changes, viewer, session: { seenAt, idle, endsAt, endsBy } }
  cache.set(tokenHash, fresh)
  return fresh
}

/** "Last seen" goes on, and with it the end; it changes nothing of who may see what. */
async function noteSeen(world: World, tokenHash: string, found: Known): Promise<void> {
  const { seenAt, idle, endsBy } = found.session
  const now = world.clock.now()
  if (now - seenAt < (idle === null ? SEEN_EVERY : SEEN_EVERY_SHARED)) return
  const endsAt = endOf({ idle, endsBy }, now)
  // those who ask meanwhile need not note it again
  found.session = { seenAt: now, endsAt, idle, endsBy }
  await world.db
    .write(() => world.db.run(SEEN, { seenAt: now, endsAt, tokenHash }, []))
    .catch(error => {
      found.session = { seenAt, endsAt: found.session.endsAt, idle, endsBy }
      // where the disk is full, reading goes on
      if (!/SQLITE_FULL/.test(String(error))) throw error
    })
}

const SEEN = 'update sessions set seen_at = $seenAt, ends_at = $endsAt where token_hash = $tokenHash'

const endOf = ({ idle, endsBy }: Pick<Session, 'idle' | 'endsBy'>, now: Instant): Instant =>
  Math.min(now + (idle ?? LIFE), endsBy ?? Number.MAX_SAFE_INTEGER)

export type Beginning = {
  readonly cameBy: CameBy
  /** Ends after so many milliseconds without use, and with the browser; for shared tablets and guests. */
  readonly idle?: number | null
  readonly endsBy?: Instant | null
  readonly tabletId?: TabletId | null
}

/** Begins a session on this device in the place of any other; inside a command. Gives the hash it is kept by. */
export async function beginSession(
  world: World,
  response: Response,
  accountId: AccountId,
  beginning: Beginning,
): Promise<string> {
  const before = tokenOf(response.req)
  if (before) await endByHash(world, hashOf(before))
  const token = newToken(world)
  const now = world.clock.now()
  const { cameBy, idle = null, endsBy = null, tabletId = null } = beginning
  await world.db.model(sessions).destroy({ where: { endsAt: { [Op.lt]: now } } })
  const tokenHash = hashOf(token)
  await world.db.model(sessions).create({
    tokenHash,
    accountId,
    beganAt: now,
    seenAt: now,
    endsAt: endOf({ idle, endsBy }, now),
    device: deviceName(response.req.get('user-agent') ?? ''),
    cameBy,
    idle,
    endsBy,
    tabletId,
  })
  setCookie(response, COOKIE, token, idle === null ? LIFE / 1000 : undefined)
  return tokenHash
}

async function endByHash(world: World, tokenHash: string): Promise<void> {
  await world.db.model(sessions).destroy({ where: { tokenHash } })
  world.db.afterCommit(() => world.live.drop(tokenHash))
}

/** Ends the session of this request, if there is one. */
export async function endSession(world: World, request: Request, response: Response): Promise<void> {
  const tokenHash = sessionOf(request)
  if (tokenHash) await world.db.write(() => endByHash(world, tokenHash))
  setCookie(response, COOKIE, '', 0)
}

/** Ends the sessions of an account but for one, or those begun on a tablet; inside a command. */
export async function endSessions(
  world: World,
  which: { readonly accountId: AccountId } | { readonly tabletId: TabletId },
  but: string | null = null,
): Promise<void> {
  const found = await world.db.model(sessions).findAll({ where: which, attributes: ['tokenHash'] })
  for (const one of found) {
    const { tokenHash } = one.get({ plain: true })
    if (tokenHash !== but) await endByHash(world, tokenHash)
  }
}

/** Ends one session of an account, known by the beginning of its hash; false where there is none. */
export async function endOneSession(world: World, accountId: AccountId, id: string): Promise<boolean> {
  const found = await world.db
    .model(sessions)
    .findOne({ where: { accountId, tokenHash: { [Op.startsWith]: id } }, attributes: ['tokenHash'] })
  if (!found || id.length < SESSION_ID) return false
  await endByHash(world, found.get({ plain: true }).tokenHash)
  return true
}

/** So many characters of the hash name a session; they open nothing. */
export const SESSION_ID = 16

/** The setting of an app that says whether the school is reached by https, so that its cookies go no other way. */
export const BY_HTTPS = 'reached by https'

/** Sets a cookie that no script reads; `maxAge` in seconds, or undefined to let it end with the browser. */
export function setCookie(response: Response, name: string, value: string, maxAge: number | undefined): void {
  const secure = response.req.secure || response.app.get(BY_HTTPS) === true
  response.append(
    'set-cookie',
    serialize(name, value, {
      httpOnly: true,
      sameSite: 'lax',
      path: '/',
      secure,
      ...(maxAge !== undefined && { maxAge }),
    }),
  )
}
