import type { FoundCode, Me } from '@oppen/contract'
import type { AccountId, ClassId, PlaceId } from '@oppen/core/ids'
import {
  CODE_LENGTH,
  doorNames,
  doorState,
  type OwnSecret,
  readCode,
  readOwnSecret,
} from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import type { Response } from 'express'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { NO_SECRET } from '../accounts/secrets.js'
import {
  beginSession,
  hashSecret,
  knownBySecret,
  makeAccount,
  seeMe,
  spendSecret,
} from '../accounts/service.js'
import { audit, auditLater } from '../auditLog/service.js'
import { noteEntry } from '../classes/doors.js'
import { bringBackOwn, claimPlace } from '../classes/ties.js'
import { type FoundDoor, findByCode, placeOfAccount, placeOfClass } from './queries.js'
import { sharedHere } from './tablets.js'

/** The open door of a typed code. Refuses what `readCode` refuses, `code_unknown`, and `door_closed` with `at`. */
export async function findDoor(world: World, typed: string): Promise<FoundDoor> {
  const code = take(readCode(typed, CODE_LENGTH), 'code')
  return openOnly(world, (await findByCode(world.db, code)).door)
}

function openOnly(world: World, door: FoundDoor | null): FoundDoor {
  if (!door) {
    auditLater(world, 'wrong_code', { classId: null })
    throw new Refused('code_unknown', undefined, 'code')
  }
  const state = doorState(door, world.clock.now())
  if (state.open) return door
  auditLater(world, 'closed_code', { classId: door.classId })
  throw new Refused('door_closed', { at: state.since }, 'code')
}

/**
 * What a code opens: a class, with the short names of places still free and nothing else of it, or a circle by its
 * name.
 */
export async function lookUpCode(world: World, typed: string): Promise<FoundCode> {
  const code = take(readCode(typed, CODE_LENGTH), 'code')
  const { circle, places, ...behind } = await findByCode(world.db, code)
  if (circle) return { kind: 'circle', code, ...circle }
  const { className, teacherName, closesAt, ...door } = openOnly(world, behind.door)
  const shortNames = doorNames(places.map(place => place.name))
  return {
    kind: 'class',
    code,
    className,
    teacherName,
    closesAt,
    admits: door.admits,
    ownSecret: door.ownSecret,
    families: door.families === 1,
    shared: door.shared === 1,
    now: world.clock.now(),
    zone: world.school.zone,
    freePlaces: places.map(({ id }, index) => ({ id, shortName: shortNames[index] ?? '' })),
  }
}

/** A pupil's account that is signed in here already, and not a guest's. */
export const ownAccount = (viewer: Viewer | undefined): AccountId | undefined =>
  viewer?.kind === 'pupil' && !viewer.guest ? viewer.accountId : undefined

/** A new pupil's secret of the class's kind, hashed; pupils without one have none that could be guessed. */
export async function newOwnSecret(world: World, kind: OwnSecret, secret: string | null) {
  const taken = take(readOwnSecret(kind, secret ?? ''), 'secret')
  return { secretKind: kind, secretHash: kind === 'none' ? NO_SECRET : await hashSecret(world, taken) }
}

export type Claim = { readonly code: string; readonly placeId: PlaceId; readonly secret: string | null }

/**
 * Takes a free place: with a new account under an own secret, or, signed in as a pupil already, with that
 * account. Refuses `place_taken` to all but the first, `place_gone`, and what the code and secret refuse.
 */
export async function claim(
  world: World,
  response: Response,
  viewer: Viewer | undefined,
  asked: Claim,
): Promise<Me> {
  const door = await findDoor(world, asked.code)
  const own = asked.secret === null ? ownAccount(viewer) : undefined
  const secret = own ? undefined : await newOwnSecret(world, door.ownSecret, asked.secret)
  const shared = await sharedHere(world, response.req)
  const { accountId, session } = await world.db.write(async () => {
    const place = await freePlace(world, door.classId, asked.placeId)
    if (own) await notYetInside(world, door.classId, own)
    const id =
      own ?? (await makeAccount(world, { kind: 'pupil', shownName: place.name, ...newcomer(secret) }))
    await claimPlace(world, { classId: door.classId, placeId: place.id, accountId: id })
    await noteEntry(world, door.classId, door.id, place.id)
    await audit(world, 'entered', { classId: door.classId, by: id, name: place.name })
    return {
      accountId: id,
      session: own ? null : await beginSession(world, response, id, { cameBy: 'door', ...shared }),
    }
  })
  return seeMe(world, accountId, session)
}

const newcomer = (secret: Awaited<ReturnType<typeof newOwnSecret>> | undefined) =>
  secret ?? { secretKind: 'unset' as const, secretHash: NO_SECRET }

/** A place that nobody has taken. Refuses `place_taken` and `place_gone`. */
export async function freePlace(world: World, classId: ClassId, placeId: PlaceId) {
  const place = await placeOfClass(world.db, classId, placeId)
  if (!place) throw new Refused('place_gone')
  if (place.accountId !== null) {
    const [name = ''] = place.name.split(' ')
    auditLater(world, 'name_taken', { classId, name: place.name })
    throw new Refused('place_taken', { name })
  }
  return place
}

/** Refuses `already_in_class` to a pupil who has a place here, or had one: that one is theirs. */
export async function notYetInside(world: World, classId: ClassId, accountId: AccountId): Promise<void> {
  const place = await placeOfAccount(world.db, classId, accountId)
  if (place) throw new Refused('already_in_class', { name: place.name })
}

export type Return = { readonly code: string; readonly userName: string; readonly secret: string }

/**
 * Comes in again by an open door with the own user name and secret; the door notes it. Who had left the class by
 * themselves is back in the old place. A pin opens here, unlike from anywhere else.
 */
export async function enterAsSelf(world: World, response: Response, asked: Return): Promise<Me> {
  const door = await findDoor(world, asked.code)
  const account = await knownBySecret(world, asked.userName, asked.secret)
  const shared = await sharedHere(world, response.req)
  const session = await world.db.write(async () => {
    const place = await placeOfAccount(world.db, door.classId, account.id)
    if (place?.leftHow === 'left')
      await bringBackOwn(world, { classId: door.classId, placeId: place.id, accountId: account.id })
    if (place && place.leftHow !== 'moved') {
      await noteEntry(world, door.classId, door.id, place.id)
      await audit(world, 'entered_again', { classId: door.classId, by: account.id, name: place.name })
    } else if (account.secretKind !== 'password') {
      throw new Refused('sign_in_wrong')
    }
    await spendSecret(world, account.id, account.secretHash)
    return beginSession(world, response, account.id, { cameBy: 'door', ...shared })
  })
  return seeMe(world, account.id, session)
}
