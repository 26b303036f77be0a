import type { Me } from '@oppen/contract'
import type { AccountId } from '@oppen/core/ids'
import { tidyName, userNameFor } from '@oppen/core/joining'
import type { AccountKind, Viewer } from '@oppen/core/permissions'
import { instantOf } from '@oppen/core/zone'
import type { Response } from 'express'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { accounts, looks } from './models.js'
import { accountByName, meJson, userNamesLike } from './queries.js'
import { fits, hashSecret } from './secrets.js'
import { beginSession } from './sessions.js'

/** Who somebody is, with all classes and the time of the school. */
export async function seeMe(world: World, accountId: AccountId): Promise<Me> {
  const json = await meJson(world.db, accountId)
  if (json === undefined) throw new Refused('sign_in_needed')
  const { name, zone } = world.school
  return { ...JSON.parse(json), school: name, zone, now: world.clock.now(), clockMoves: !!world.clock.moveTo }
}

/** The account that a user name and a secret open; refuses `sign_in_wrong` whichever of the two is wrong. */
export async function knownBySecret(world: World, userName: string, secret: string) {
  const account = await accountByName(world.db, tidyName(userName).toLowerCase())
  if (!(await fits(world, account?.secretHash, secret)) || !account) throw new Refused('sign_in_wrong')
  return account
}

/** Signs in on this device. */
export async function signIn(
  world: World,
  response: Response,
  userName: string,
  secret: string,
): Promise<Me> {
  const account = await knownBySecret(world, userName, secret)
  await world.db.write(() => beginSession(world, response, account.id))
  return seeMe(world, account.id)
}

export type NewAccount = {
  readonly kind: AccountKind
  readonly shownName: string
  readonly secretHash: string
}

/** Makes an account with a user name of its own; inside a command. The secret comes hashed: hashing is slow. */
export async function makeAccount(
  world: World,
  { kind, shownName, secretHash }: NewAccount,
): Promise<AccountId> {
  const id = newId<AccountId>(world)
  const stem = userNameFor(shownName, new Set())
  const userName = userNameFor(shownName, await userNamesLike(world.db, stem))
  const madeAt = world.clock.now()
  await world.db.model(accounts).create({ id, kind, shownName, userName, secretHash, madeAt })
  return id
}

export { beginSession, hashSecret }

/** Remembers that somebody has looked at something now: what comes later is new to them. */
export async function look(world: World, viewer: Viewer, what: string): Promise<void> {
  await world.db.write(() => noteLook(world, viewer.accountId, what))
}

/** As `look`, inside a command. */
export async function noteLook(world: World, accountId: AccountId, what: string): Promise<void> {
  await world.db.model(looks).upsert({ accountId, what, at: world.clock.now() })
}

/** Moves the clock of the demo to a local time; not to be found where the clock is the real one. */
export function moveClock(world: World, local: string): number {
  if (!world.clock.moveTo) throw new Refused('not_found')
  world.clock.moveTo(take(instantOf(local, world.school.zone), 'local').at)
  world.live.tellAll({ what: 'clock' })
  return world.clock.now()
}
