import type { Me, OpenDoor } from '@oppen/contract'
import type { ClassId, PlaceId } from '@oppen/core/ids'
import {
  ADULT_SECRET_LENGTH,
  CLASS_CODE_LENGTH,
  doorNames,
  doorState,
  KEY_LENGTH,
  NAME_LENGTH,
  PUPIL_SECRET_LENGTH,
  readCode,
  readNewSecret,
  tidyName,
} from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import type { Response } from 'express'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { beginSession, hashSecret, knownBySecret, makeAccount, seeMe } from '../accounts/service.js'
import { claimPlace, linkFamily } from '../classes/service.js'
import { noteEntry } from './doors.js'
import { keyHash } from './keys.js'
import {
  doorByCode,
  type FoundDoor,
  freePlaces,
  placeByKey,
  placeOfAccount,
  placeOfClass,
} from './queries.js'

/** The open door of a typed code. Refuses what `readCode` refuses, `code_unknown`, and `door_closed` with `at`. */
async function findDoor(world: World, typed: string): Promise<FoundDoor> {
  const code = take(readCode(typed, CLASS_CODE_LENGTH), 'code')
  const door = await doorByCode(world.db, code)
  if (!door) throw new Refused('code_unknown', undefined, 'code')
  const state = doorState(door, world.clock.now())
  if (!state.open) throw new Refused('door_closed', { at: state.since }, 'code')
  return door
}

/** What an open code shows: the class and the short names of places still free. */
export async function knock(world: World, typed: string): Promise<OpenDoor> {
  const { classId, className, teacherName, closesAt, code } = await findDoor(world, typed)
  const places = await freePlaces(world.db, classId)
  const shortNames = doorNames(places.map(place => place.name))
  return {
    code,
    className,
    teacherName,
    closesAt,
    now: world.clock.now(),
    zone: world.school.zone,
    freePlaces: places.map(({ id }, index) => ({ id, shortName: shortNames[index] ?? '' })),
  }
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
  const own = viewer?.kind === 'pupil' && asked.secret === null ? viewer : undefined
  const secretHash = own ? '' : await hashSecret(world, newPupilSecret(asked.secret ?? ''))
  const accountId = await world.db.write(async () => {
    const place = await freePlace(world, door.classId, asked.placeId)
    if (own) await notYetInside(world, door.classId, own)
    const id =
      own?.accountId ?? (await makeAccount(world, { kind: 'pupil', shownName: place.name, secretHash }))
    await claimPlace(world, { classId: door.classId, placeId: place.id, accountId: id })
    await noteEntry(world, door.classId, door.id, place.id)
    if (!own) await beginSession(world, response, id)
    return id
  })
  return seeMe(world, accountId)
}

const newPupilSecret = (secret: string) => take(readNewSecret(secret, PUPIL_SECRET_LENGTH), 'secret')

async function freePlace(world: World, classId: ClassId, placeId: PlaceId) {
  const place = await placeOfClass(world.db, classId, placeId)
  if (!place) throw new Refused('place_gone')
  if (place.accountId !== null) {
    const [name = ''] = place.name.split(' ')
    throw new Refused('place_taken', { name })
  }
  return place
}

async function notYetInside(world: World, classId: ClassId, viewer: Viewer): Promise<void> {
  const place = await placeOfAccount(world.db, classId, viewer.accountId)
  if (place) throw new Refused('already_in_class', { name: place.name })
}

export type Return = { readonly code: string; readonly userName: string; readonly secret: string }

/** Comes in again by an open door with the own user name and secret; the door notes it. */
export async function enterAsSelf(world: World, response: Response, asked: Return): Promise<Me> {
  const door = await findDoor(world, asked.code)
  const account = await knownBySecret(world, asked.userName, asked.secret)
  await world.db.write(async () => {
    const place = await placeOfAccount(world.db, door.classId, account.id)
    if (place) await noteEntry(world, door.classId, door.id, place.id)
    await beginSession(world, response, account.id)
  })
  return seeMe(world, account.id)
}

async function findPlaceByKey(world: World, typed: string) {
  const key = take(readCode(typed, KEY_LENGTH), 'key')
  const place = await placeByKey(world.db, keyHash(key))
  if (!place) throw new Refused('key_unknown', undefined, 'key')
  return place
}

/** Whose key it is, so that a family sees that it is the right one before anything is made. */
export async function showKey(world: World, typed: string) {
  const { childName, className, teacherName } = await findPlaceByKey(world, typed)
  return { childName, className, teacherName }
}

export type NewFamily = { readonly key: string; readonly shownName: string; readonly secret: string }

/** Makes the account of a family member who holds a child's family key. */
export async function joinFamily(world: World, response: Response, asked: NewFamily): Promise<Me> {
  const place = await findPlaceByKey(world, asked.key)
  const shownName = tidyName(asked.shownName)
  if (!shownName) throw new Refused('text_empty', { what: 'name' }, 'shownName')
  if (shownName.length > NAME_LENGTH) {
    throw new Refused('text_long', { what: 'name', most: NAME_LENGTH, got: shownName.length }, 'shownName')
  }
  const secretHash = await hashSecret(world, take(readNewSecret(asked.secret, ADULT_SECRET_LENGTH), 'secret'))
  const accountId = await world.db.write(async () => {
    const id = await makeAccount(world, { kind: 'family', shownName, secretHash })
    await linkFamily(world, { classId: place.classId, placeId: place.id, accountId: id })
    await beginSession(world, response, id)
    return id
  })
  return seeMe(world, accountId)
}

/** Adds the child of a family key to a family that is signed in. Refuses `family_only` to anyone else. */
export async function followChild(world: World, viewer: Viewer, typed: string): Promise<Me> {
  if (viewer.kind !== 'family') throw new Refused('family_only')
  const place = await findPlaceByKey(world, typed)
  await world.db.write(() =>
    linkFamily(world, { classId: place.classId, placeId: place.id, accountId: viewer.accountId }),
  )
  return seeMe(world, viewer.accountId)
}
