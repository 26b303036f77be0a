import { createHash } from 'node:crypto'
import type { AccountId, Instant } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { parse, serialize } from 'cookie'
import type { Request, Response } from 'express'
import { Op } from 'sequelize'
import type { World } from '../../world.js'
import { sessions } from './models.js'
import { viewerJson } from './queries.js'

const COOKIE = 'oppen'
const DAY = 86_400_000
/** A session ends after so long without being used. */
const LIFE = 90 * DAY
/** "Last seen" is kept to this exactness, so that reading does not write each time. */
const SEEN_EVERY = 5 * 60_000

type Known = { readonly generation: number; readonly viewer: Viewer }

const known = new WeakMap<World, Map<string, Known>>()

export const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex')

/** The session token that a request carries, if any. */
export function tokenOf(request: Request): string | undefined {
  const header = request.headers.cookie
  return header ? parse(header)[COOKIE] : undefined
}

/** Who is asking: undefined without a session that is still good. */
export async function viewerOf(world: World, request: Request): Promise<Viewer | undefined> {
  const token = tokenOf(request)
  return token ? viewerOfHash(world, hashOf(token)) : undefined
}

/**
 * The viewer of a session by the hash of its token. What was read is used again only until the next command
 * is kept, whatever it was: nobody stays inside on what was true before.
 */
export async function viewerOfHash(world: World, tokenHash: string): Promise<Viewer | undefined> {
  const cache = known.get(world) ?? new Map<string, Known>()
  known.set(world, cache)
  const { generation } = world.db
  const found = cache.get(tokenHash)
  if (found?.generation === generation) return found.viewer
  const json = await viewerJson(world.db, tokenHash, world.clock.now())
  if (json === undefined) {
    cache.delete(tokenHash)
    return undefined
  }
  const { seenAt, ...viewer } = JSON.parse(json) as Viewer & { seenAt: Instant }
  if (cache.size > 10_000) cache.clear()
  cache.set(tokenHash, { generation, viewer })
  await noteSeen(world, tokenHash, seenAt)
  return viewer
}

async function noteSeen(world: World, tokenHash: string, seenAt: Instant): Promise<void> {
  const now = world.clock.now()
  if (now - seenAt < SEEN_EVERY) return
  await world.db.write(() =>
    world.db.model(sessions).update({ seenAt: now, endsAt: now + LIFE }, { where: { tokenHash } }),
  )
}

/** Begins a session on this device in the place of any other; inside a command. */
export async function beginSession(world: World, response: Response, accountId: AccountId): Promise<void> {
  const before = tokenOf(response.req)
  if (before) await world.db.model(sessions).destroy({ where: { tokenHash: hashOf(before) } })
  const token = Buffer.from(world.random(32)).toString('base64url')
  const now = world.clock.now()
  await world.db.model(sessions).destroy({ where: { endsAt: { [Op.lt]: now } } })
  await world.db
    .model(sessions)
    .create({ tokenHash: hashOf(token), accountId, beganAt: now, seenAt: now, endsAt: now + LIFE })
  setCookie(response, token, LIFE / 1000)
}

/** Ends the session of this request, if there is one. */
export async function endSession(world: World, request: Request, response: Response): Promise<void> {
  const token = tokenOf(request)
  if (token) {
    const tokenHash = hashOf(token)
    await world.db.write(async () => {
      await world.db.model(sessions).destroy({ where: { tokenHash } })
    })
    world.live.drop(tokenHash)
  }
  setCookie(response, '', 0)
}

function setCookie(response: Response, token: string, maxAge: number): void {
  const secure = response.req.secure
  response.append(
    'set-cookie',
    serialize(COOKIE, token, { httpOnly: true, sameSite: 'lax', path: '/', maxAge, secure }),
  )
}
