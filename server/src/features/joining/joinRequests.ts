import type { JoinRequestStatus, Me } from '@oppen/contract'
import type { AccountId, ClassId, JoinRequestId, PlaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { endOfDay } from '@oppen/core/zone'
import type { Response } from 'express'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { readNewFamily, readPersonName } from '../accounts/newPerson.js'
import { NO_SECRET } from '../accounts/secrets.js'
import { beginSession, makeAccount, seeMe } from '../accounts/service.js'
import { hashOf, newToken } from '../accounts/sessions.js'
import { audit } from '../auditLog/service.js'
import { noteEntry, noteInside, notifyDoor } from '../classes/doors.js'
import { addPlace } from '../classes/places.js'
import { claimPlace, linkFamily, notifyPerson, notifyRegister } from '../classes/ties.js'
import { findDoor, freePlace, newOwnSecret, notYetInside, ownAccount } from './entry.js'
import { type JoinRequestRow, joinRequests } from './models.js'
import { joinRequestByToken, joinRequestOfClass } from './queries.js'
import { keepTablet, makeTablet } from './tablets.js'

export type Newcomer = {
  readonly code: string
  readonly firstName: string
  readonly lastName: string
  readonly secret: string | null
}

/** A first and a last name, both of them. */
const wholeName = ({ firstName, lastName }: Newcomer): string =>
  `${readPersonName(firstName, 'firstName', 'firstName')} ${readPersonName(lastName, 'lastName', 'lastName')}`

/**
 * Asks to be let in by a door that takes newcomers: the teacher nods or does not. Gives the token by which the
 * device waits. Refuses `door_register` where the door is for names on the register.
 */
export async function askIn(
  world: World,
  viewer: Viewer | undefined,
  asked: Newcomer,
): Promise<{ token: string }> {
  const door = await findDoor(world, asked.code)
  if (door.admits === 'register') throw new Refused('door_register')
  const name = wholeName(asked)
  const own = asked.secret === null ? ownAccount(viewer) : undefined
  const secret = own ? {} : await newOwnSecret(world, door.ownSecret, asked.secret)
  const token = newToken(world)
  await world.db.write(async () => {
    if (own) await notYetInside(world, door.classId, own)
    await addJoinRequest(world, {
      classId: door.classId,
      kind: 'newcomer',
      name,
      tokenHash: hashOf(token),
      ...secret,
      ...(own && { accountId: own }),
    })
    await audit(world, 'asked_in', { classId: door.classId, name })
  })
  return { token }
}

/** Asks that this device become a shared tablet of the class whose door is open. */
export async function askTablet(
  world: World,
  asked: { code: string; name: string },
): Promise<{ token: string }> {
  const door = await findDoor(world, asked.code)
  if (!door.shared) throw new Refused('class_not_shared', { className: door.className })
  const name = readPersonName(asked.name, 'name')
  const token = newToken(world)
  await world.db.write(async () => {
    await addJoinRequest(world, { classId: door.classId, kind: 'tablet', name, tokenHash: hashOf(token) })
    await audit(world, 'asked_tablet', { classId: door.classId, name })
  })
  return { token }
}

export type FamilyAsk = {
  readonly code: string
  readonly childName: string
  /** For a new account; a family that is signed in asks as itself. */
  readonly shownName: string | null
  readonly secret: string | null
}

/**
 * Asks to follow a child, with nothing but the class's code: waits until the teacher says yes, and shows nothing of
 * the class before.
 */
export async function askFamily(
  world: World,
  response: Response,
  viewer: Viewer | undefined,
  asked: FamilyAsk,
): Promise<Me> {
  const door = await findDoor(world, asked.code)
  if (!door.families) throw new Refused('no_families', { className: door.className })
  const about = readPersonName(asked.childName, 'childName')
  const own = viewer?.kind === 'family' ? viewer.accountId : undefined
  const fresh = own
    ? undefined
    : await readNewFamily(world, { shownName: asked.shownName ?? '', secret: asked.secret ?? '' })
  const { accountId, session } = await world.db.write(async () => {
    const id = own ?? (await makeAccount(world, { kind: 'family', shownName: '', secretHash: '', ...fresh }))
    const session = own ? null : await beginSession(world, response, id, { cameBy: 'door' })
    await requestAsFamily(world, door, { accountId: id, about })
    return { accountId: id, session }
  })
  return seeMe(world, accountId, session)
}

/** Notes that a family asks to follow a child; inside a command. */
export async function requestAsFamily(
  world: World,
  { classId }: { readonly classId: ClassId },
  { accountId, about }: { readonly accountId: AccountId; readonly about: string },
): Promise<void> {
  const name = (await seeMe(world, accountId)).account.shownName
  await addJoinRequest(world, { classId, kind: 'family', name, about, accountId })
  await audit(world, 'asked_family', { classId, by: accountId, name: about })
}

/** Comes in by a door that is open to anybody, with a first and a last name and without an account. */
export async function comeAsGuest(world: World, response: Response, asked: Newcomer): Promise<Me> {
  const door = await findDoor(world, asked.code)
  if (door.admits !== 'anyone') throw new Refused('door_register')
  const name = wholeName(asked)
  const { accountId, session } = await world.db.write(async () => {
    const placeId = await addPlace(world, door.classId, { name, guest: true })
    const id = await makeAccount(world, {
      kind: 'pupil',
      shownName: name,
      secretHash: NO_SECRET,
      secretKind: 'none',
      guest: true,
    })
    await claimPlace(world, { classId: door.classId, placeId, accountId: id })
    await noteEntry(world, door.classId, door.id, placeId)
    await audit(world, 'entered_guest', { classId: door.classId, by: id, name })
    const endsBy = endOfDay(world.clock.now(), world.school.zone)
    return { accountId: id, session: await beginSession(world, response, id, { cameBy: 'door', endsBy }) }
  })
  return seeMe(world, accountId, session)
}

type NewJoinRequest = Pick<JoinRequestRow, 'classId' | 'kind' | 'name'> & Partial<JoinRequestRow>

async function addJoinRequest(world: World, asked: NewJoinRequest): Promise<void> {
  await world.db.model(joinRequests).create({
    about: null,
    accountId: null,
    tokenHash: null,
    secretHash: null,
    secretKind: null,
    answer: null,
    answeredAt: null,
    placeId: null,
    ...asked,
    id: newId<JoinRequestId>(world),
    at: world.clock.now(),
  })
  notifyDoor(world, asked.classId)
  notifyRegister(world, asked.classId)
}

/** How the waiting stands, for the device that waits; once it was answered with yes, the device is in. */
export async function seeJoinRequest(
  world: World,
  response: Response,
  token: string,
): Promise<JoinRequestStatus> {
  const found = await joinRequestByToken(world.db, hashOf(token))
  if (!found) throw new Refused('wait_over')
  if (found.answer === null) return { is: 'waiting' }
  if (found.answer === 'no') return { is: 'no' }
  return world.db.write(async () => {
    // of two that ask at once with one token, one is let in
    const [taken] = await world.db
      .model(joinRequests)
      .update({ tokenHash: null }, { where: { id: found.id, tokenHash: hashOf(token) } })
    if (!taken) throw new Refused('wait_over')
    if (found.kind === 'tablet') {
      keepTablet(response, await makeTablet(world, found.classId, found.name))
      return { is: 'tablet' }
    }
    if (!found.accountId) throw new Error(`the join request ${found.id} was answered without an account`)
    const session = await beginSession(world, response, found.accountId, { cameBy: 'door' })
    return { is: 'in', me: await seeMe(world, found.accountId, session) }
  })
}

export type Answer = {
  readonly answer: 'yes' | 'no'
  /** The place it is about: needed for a family, and for a newcomer who is on the register after all. */
  readonly placeId: PlaceId | null
}

/** Answers somebody who waits. Refuses `wait_over` where another teacher has answered already. */
export async function answerJoinRequest(
  world: World,
  viewer: Viewer,
  { classId, joinRequestId }: { classId: ClassId; joinRequestId: JoinRequestId },
  asked: Answer,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const found = await joinRequestOfClass(world.db, classId, joinRequestId)
    if (!found) throw new Refused('not_found')
    if (found.answer !== null) throw new Refused('wait_over')
    const let_ = asked.answer === 'yes' ? await letIn(world, found, asked.placeId) : {}
    const answeredAt = world.clock.now()
    await world.db
      .model(joinRequests)
      .update({ answer: asked.answer, answeredAt, ...let_ }, { where: { id: joinRequestId } })
    await audit(world, asked.answer === 'yes' ? 'let_in' : 'turned_away', {
      classId,
      by: viewer.accountId,
      name: found.name,
    })
    notifyDoor(world, classId)
    notifyRegister(world, classId)
    if (found.accountId) notifyPerson(world, found.accountId)
  })
  return { done: true }
}

type Found = NonNullable<Awaited<ReturnType<typeof joinRequestOfClass>>>

async function letIn(world: World, found: Found, wanted: PlaceId | null): Promise<Partial<JoinRequestRow>> {
  const { classId } = found
  if (found.kind === 'tablet') return {}
  if (found.kind === 'family') {
    if (!wanted || !found.accountId)
      throw new Refused('child_unknown', { name: found.about ?? '' }, 'placeId')
    const { placeId } = await placeForFamily(world, classId, wanted)
    await linkFamily(world, { classId, placeId, accountId: found.accountId })
    return { placeId }
  }
  const placeId = wanted
    ? (await freePlace(world, classId, wanted)).id
    : await addPlace(world, classId, { name: found.name })
  const accountId = found.accountId ?? (await newPupil(world, found))
  await claimPlace(world, { classId, placeId, accountId })
  await noteInside(world, classId, placeId)
  return { placeId, accountId }
}

async function placeForFamily(
  world: World,
  classId: ClassId,
  placeId: PlaceId,
): Promise<{ placeId: PlaceId }> {
  const place = await world.db.row<{ placeId: PlaceId }>(
    'select id as placeId from places where id = $placeId and class_id = $classId and left_at is null',
    { placeId, classId },
  )
  if (!place) throw new Refused('not_found')
  return place
}

const newPupil = (world: World, found: Found): Promise<AccountId> =>
  makeAccount(world, {
    kind: 'pupil',
    shownName: found.name,
    secretHash: found.secretHash ?? NO_SECRET,
    secretKind: found.secretKind ?? 'unset',
  })
