import type { Me } from '@oppen/contract'
import type { AccountId } from '@oppen/core/ids'
import { type SecretKind, tidyName, userNameFor } from '@oppen/core/joining'
import type { AccountKind, Viewer } from '@oppen/core/permissions'
import { isMarker } from '@oppen/core/readMarkers'
import type { Language } from '@oppen/core/register'
import { instantOf } from '@oppen/core/zone'
import type { Response } from 'express'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit, auditLater } from '../auditLog/service.js'
import { accounts, readMarkers } from './models.js'
import {
  accountById,
  accountByName,
  languageOfAccount,
  meJson,
  personNamed,
  userNamesLike,
} from './queries.js'
import { fits, hashSecret, NO_SECRET } from './secrets.js'
import { beginSession, endSessions } from './sessions.js'

/** Who somebody is, with all classes and the time of the school; of the given session where there is one. */
export async function seeMe(world: World, accountId: AccountId, session: string | null = null): Promise<Me> {
  // before anything is read: what is told from here on is heard again by the stream that begins here
  const live = world.live.position
  const json = await meJson(world.db, accountId, session)
  if (json === undefined) throw new Refused('sign_in_needed')
  const { name, zone } = world.school
  const now = world.clock.now()
  return {
    ...JSON.parse(json),
    seenAs: null,
    school: name,
    zone,
    now,
    clockMoves: !!world.clock.moveTo,
    live,
  }
}

/** The account that a name and a secret open; refuses `sign_in_wrong` whichever of the two is wrong. */
export async function knownBySecret(world: World, name: string, secret: string) {
  const account = await accountByName(world.db, tidyName(name).toLowerCase())
  if (!(await fits(world, account?.secretHash, secret)) || !account) {
    auditLater(world, 'wrong_secret', { classId: null, by: account?.id ?? null })
    throw new Refused('sign_in_wrong')
  }
  return account
}

/**
 * Signs in on this device. A pin or pictures are too short for the open net and open nothing here; that is
 * answered like a wrong secret.
 */
export async function signIn(world: World, response: Response, name: string, secret: string): Promise<Me> {
  const account = await knownBySecret(world, name, secret)
  if (account.secretKind !== 'password') throw new Refused('sign_in_wrong')
  const session = await world.db.write(async () => {
    await spendSecret(world, account.id, account.secretHash)
    await audit(world, 'signed_in', { classId: null, by: account.id })
    return beginSession(world, response, account.id, { cameBy: 'secret' })
  })
  return seeMe(world, account.id, session)
}

/**
 * Lets a secret that was found to fit, known by its hash, open something; inside the command that does. One given for
 * one use opens nothing a second time, whether or not it was changed. Refuses `code` where another secret holds by now:
 * looking whether a secret fits takes a while, and meanwhile it may have been spent or changed.
 */
export async function spendSecret(
  world: World,
  accountId: AccountId,
  secretHash: string | null,
  code: 'sign_in_wrong' | 'face_wrong' = 'sign_in_wrong',
): Promise<void> {
  const now = await accountById(world.db, accountId)
  if (!now || (secretHash !== null && now.secretHash !== secretHash)) throw new Refused(code)
  if (now.secretOnce)
    await world.db.model(accounts).update({ secretHash: NO_SECRET }, { where: { id: accountId } })
}

export type NewAccount = {
  readonly kind: AccountKind
  readonly shownName: string
  readonly secretHash: string
  readonly secretKind?: SecretKind
  readonly email?: string | null
  readonly guest?: boolean
  readonly ownsSchool?: boolean
  /** The secret opens once and has to be changed then. */
  readonly secretOnce?: boolean
}

/** Makes an account with a user name of its own; inside a command. The secret comes hashed: hashing is slow. */
export async function makeAccount(world: World, asked: NewAccount): Promise<AccountId> {
  const { kind, shownName, secretHash, secretKind = 'password', email = null, guest = false } = asked
  const id = newId<AccountId>(world)
  const userName = guest ? `guest.${id}` : await freeUserName(world, shownName)
  await world.db.model(accounts).create({
    id,
    kind,
    shownName,
    userName,
    secretHash,
    secretKind,
    secretOnce: asked.secretOnce ? 1 : 0,
    email,
    guest: guest ? 1 : 0,
    birthday: null,
    picture: null,
    identity: null,
    madeAt: world.clock.now(),
    ownsSchool: asked.ownsSchool ? 1 : 0,
    endedAt: null,
  })
  return id
}

async function freeUserName(world: World, shownName: string): Promise<string> {
  const stem = userNameFor(shownName, new Set())
  return userNameFor(shownName, await userNamesLike(world.db, stem))
}

/** Gives an account a new secret, known by its hash; inside a command. Sessions elsewhere end. */
export async function changeSecret(
  world: World,
  accountId: AccountId,
  secret: { readonly hash: string; readonly kind: SecretKind; readonly once?: boolean },
  but: string | null,
): Promise<void> {
  await world.db
    .model(accounts)
    .update(
      { secretHash: secret.hash, secretKind: secret.kind, secretOnce: secret.once ? 1 : 0 },
      { where: { id: accountId } },
    )
  await endSessions(world, { accountId }, but)
}

export { beginSession, endSessions, fits, hashSecret, personNamed }

/** Remembers that somebody has looked at something now: what comes later is new to them. */
export async function markRead(world: World, viewer: Viewer, what: string): Promise<void> {
  if (!isMarker(what)) throw new Refused('not_found')
  await world.db.write(() => setReadMarker(world, viewer.accountId, what))
}

/** As `markRead`, inside a command; as of now, or of a moment before. */
export async function setReadMarker(
  world: World,
  accountId: AccountId,
  what: string,
  at = world.clock.now(),
): Promise<void> {
  await world.db.model(readMarkers).upsert({ accountId, what, at })
}

/** Moves the clock of the demo to a local time; not to be found where the clock is the real one. */
export function moveClock(world: World, local: string): number {
  if (!world.clock.moveTo) throw new Refused('not_found')
  world.clock.moveTo(take(instantOf(local, world.school.zone), 'local').at)
  world.live.tellAll({ what: 'clock' })
  return world.clock.now()
}

/** The language in which Oppen writes to a person. */
export const languageOf = (world: World, accountId: AccountId): Promise<Language> =>
  languageOfAccount(world.db, accountId)
