import type { AccountId, ClassId, GroupId, PlaceId } from '@oppen/core/ids'
import { NAME_LENGTH, namesApart, setApart, tidyName } from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import { isLanguage, readEmail } from '@oppen/core/register'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { renameWhere } from '../accounts/profile.js'
import { audit } from '../auditLog/service.js'
import { timesForGroup } from '../timing/workTimes.js'
import { makeKeys } from './keys.js'
import { groups, type PlaceRow, places } from './models.js'
import { type FoundPlace, familiesOfOne, groupsOfClass, namesOfClass, placeOfRegister } from './queries.js'
import { notifyPerson, notifyRegister, unclaimPlace } from './ties.js'

export { type FoundPlace, familiesOfOne } from './queries.js'

export type PlaceAddress = { readonly classId: ClassId; readonly placeId: PlaceId }

/** What is known of somebody on the register. */
export type PlaceForm = {
  readonly name: string
  readonly groupId: GroupId | null
  /** A group by its name, made where it is not there yet; for lists that bring their groups along. */
  readonly group?: string | null
  readonly email: string | null
  readonly number: string | null
  readonly familyLanguage: string | null
}

/** Adds people to the register. A name that is there already gets a number, so that no two look alike. */
export async function addPlaces(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  rows: readonly PlaceForm[],
): Promise<{ added: number; placeIds: PlaceId[] }> {
  const read = rows.map((row, index) => readForm(row, `places.${index}.`)).filter(row => row.name)
  if (!read.length) throw new Refused('names_empty', undefined, 'places')
  const placeIds = await world.db.write(async () => {
    const ids = await addAll(world, classId, read)
    await audit(world, 'names_added', {
      classId,
      by: viewer.accountId,
      name: read
        .map(row => row.name)
        .join(', ')
        .slice(0, 300),
    })
    return ids
  })
  return { added: placeIds.length, placeIds }
}

function readForm(row: PlaceForm, path: string): PlaceForm {
  const name = tidyName(row.name)
  if (name.length > NAME_LENGTH) {
    throw new Refused('text_long', { what: 'name', most: NAME_LENGTH, got: name.length }, `${path}name`)
  }
  const email = row.email?.trim() ? take(readEmail(row.email), `${path}email`) : null
  const number = row.number ? tidyName(row.number).slice(0, 40) || null : null
  const { familyLanguage } = row
  return {
    ...row,
    name,
    email,
    number,
    familyLanguage: familyLanguage && isLanguage(familyLanguage) ? familyLanguage : null,
  }
}

type NewPlace = Partial<PlaceForm> & { readonly name: string; readonly guest?: boolean }

/** Adds one place with its keys; inside a command. */
export async function addPlace(world: World, classId: ClassId, asked: NewPlace): Promise<PlaceId> {
  const [id] = await addAll(world, classId, [asked])
  if (!id) throw new Error('a place was added and has no id')
  return id
}

/** So many rows are written by one statement: making a longer one takes a while. */
const AT_ONCE = 50

/** Adds places with their keys; inside a command. What they have in common is read once. */
async function addAll(world: World, classId: ClassId, asked: readonly NewPlace[]): Promise<PlaceId[]> {
  const taken = (await namesOfClass(world.db, classId)).map(row => row.name)
  const setApartFrom = namesApart(taken)
  const madeAt = world.clock.now()
  const ids: PlaceId[] = []
  for (let from = 0; from < asked.length; from += AT_ONCE) {
    const rows: PlaceRow[] = []
    for (const one of asked.slice(from, from + AT_ONCE)) {
      rows.push({
        id: newId<PlaceId>(world),
        classId,
        groupId: await groupFor(world, classId, one),
        name: setApartFrom(one.name),
        accountId: null,
        claimedAt: null,
        guest: one.guest ? 1 : 0,
        email: one.email ?? null,
        number: one.number ?? null,
        familyLanguage: one.familyLanguage ?? null,
        picture: null,
        leftAt: null,
        leftHow: null,
        madeAt,
      })
    }
    await world.db.model(places).bulkCreate(rows)
    await makeKeys(
      world,
      rows.map(row => row.id),
    )
    ids.push(...rows.map(row => row.id))
  }
  notifyRegister(world, classId)
  return ids
}

async function groupFor(world: World, classId: ClassId, asked: NewPlace): Promise<GroupId> {
  const all = await groupsOfClass(world.db, classId)
  const named = asked.group ? tidyName(asked.group) : ''
  const same = (one: { name: string }) => one.name.toLowerCase() === named.toLowerCase()
  if (named) return all.find(same)?.id ?? addGroup(world, classId, named, all.length)
  const group = asked.groupId ? all.find(one => one.id === asked.groupId) : all[0]
  if (!group) throw new Refused('not_found')
  return group.id
}

/** A class has so many groups at most. */
const MOST_GROUPS = 40

/** Adds a group; inside a command. Refuses `groups_many`. */
export async function addGroup(
  world: World,
  classId: ClassId,
  name: string,
  position: number,
): Promise<GroupId> {
  if (position >= MOST_GROUPS) throw new Refused('groups_many', { most: MOST_GROUPS })
  const id = newId<GroupId>(world)
  await world.db.model(groups).create({ id, classId, name, position, room: null })
  await timesForGroup(world, classId, id)
  return id
}

/** A place of the register, here or away; `not_found` for any other. */
export async function findPlace(world: World, { classId, placeId }: PlaceAddress): Promise<FoundPlace> {
  const place = await placeOfRegister(world.db, classId, placeId)
  if (!place || place.leftHow === 'merged') throw new Refused('not_found')
  return place
}

/** A place of somebody who is here; refuses `place_gone` where they have left: nothing of theirs is the class's now. */
export async function findPlaceHere(world: World, address: PlaceAddress): Promise<FoundPlace> {
  const place = await findPlace(world, address)
  if (place.leftAt !== null) throw new Refused('place_gone')
  return place
}

/** Changes what the register says of somebody. The pupil's own name follows where it was the same. */
export async function changePlace(
  world: World,
  viewer: Viewer,
  address: PlaceAddress,
  form: PlaceForm,
): Promise<{ done: true }> {
  const { name, email, number, familyLanguage, groupId } = readForm(form, '')
  if (!name) throw new Refused('text_empty', { what: 'name' }, 'name')
  await world.db.write(async () => {
    const place = await findPlaceHere(world, address)
    const { classId } = address
    const others = (await namesOfClass(world.db, classId))
      .map(row => row.name)
      .filter(one => one !== place.name)
    const kept = setApart(name, others)
    const group = groupId ? await groupFor(world, classId, { name, groupId }) : place.groupId
    await world.db
      .model(places)
      .update({ name: kept, groupId: group, email, number, familyLanguage }, { where: { id: place.id } })
    if (kept !== place.name) {
      await renameAccount(world, place.accountId, { from: place.name, to: kept })
      await audit(world, 'place_renamed', { classId, by: viewer.accountId, name: kept })
    }
    notifyRegister(world, classId)
  })
  return { done: true }
}

async function renameAccount(
  world: World,
  accountId: AccountId | null,
  { from, to }: { from: string; to: string },
): Promise<void> {
  if (!accountId) return
  await renameWhere(world, accountId, { from, to })
  notifyPerson(world, accountId)
}

/** Frees a place that the wrong person took. The work stays with the place; that account is out at once. */
export async function freePlace(
  world: World,
  viewer: Viewer,
  address: PlaceAddress,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const place = await findPlaceHere(world, address)
    if (place.accountId === null) throw new Refused('place_claimed_not', { name: place.name })
    await unclaimPlace(world, { ...address, accountId: place.accountId })
    await audit(world, 'place_freed', { classId: address.classId, by: viewer.accountId, name: place.name })
  })
  return { done: true }
}

/** Moves somebody away: out on every device at once, while the work stays and can be brought back or exported. */
export async function movePlaceAway(
  world: World,
  viewer: Viewer,
  address: PlaceAddress,
): Promise<{ done: true }> {
  await leave(world, address, 'moved', viewer)
  return { done: true }
}

/** Leaves a class oneself. The own work stays readable and downloadable. */
export async function leaveClass(
  world: World,
  viewer: Viewer,
  address: PlaceAddress,
): Promise<{ done: true }> {
  await leave(world, address, 'left', viewer)
  return { done: true }
}

async function leave(
  world: World,
  address: PlaceAddress,
  how: 'moved' | 'left',
  viewer: Viewer,
): Promise<void> {
  await world.db.write(async () => {
    const place = await findPlaceHere(world, address)
    const { classId } = address
    const leftAt = world.clock.now()
    await world.db.model(places).update({ leftAt, leftHow: how }, { where: { id: place.id } })
    const kind = how === 'moved' ? 'place_moved_away' : 'place_left'
    await audit(world, kind, { classId, by: viewer.accountId, name: place.name })
    await tellAllOut(world, place)
    notifyRegister(world, classId)
  })
}

async function tellAllOut(world: World, place: FoundPlace): Promise<void> {
  if (place.accountId) notifyPerson(world, place.accountId)
  for (const family of await familiesOfOne(world.db, place.id)) notifyPerson(world, family.accountId)
}

/**
 * Brings somebody back who was moved away. Refuses `left_by_self` for a pupil who left: only they come back, by the
 * door or by an invitation.
 */
export async function bringPlaceBack(
  world: World,
  viewer: Viewer,
  address: PlaceAddress,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const place = await findPlace(world, address)
    if (place.leftAt === null) return
    if (place.leftHow === 'left' && place.accountId) throw new Refused('left_by_self', { name: place.name })
    await world.db.model(places).update({ leftAt: null, leftHow: null }, { where: { id: place.id } })
    await audit(world, 'place_brought_back', {
      classId: address.classId,
      by: viewer.accountId,
      name: place.name,
    })
    await tellAllOut(world, place)
    notifyRegister(world, address.classId)
  })
  return { done: true }
}
