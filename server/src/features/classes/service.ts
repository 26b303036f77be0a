import type { RegisterPage } from '@oppen/contract'
import type { AccountId, ClassId, GroupId, PlaceId } from '@oppen/core/ids'
import { NAME_LENGTH, setApart, tidyName } from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { familyKey, keyHash } from '../joining/keys.js'
import { classes, familyLinks, groups, places, teachers } from './models.js'
import { groupsOfClass, namesOfClass, placeNamed, registerJson } from './queries.js'

export type NewClass = { readonly name: string; readonly yearLabel: string; readonly groupName: string }

/** Makes a class with one group; whoever makes it owns it. */
export async function makeClass(
  world: World,
  viewer: Viewer,
  asked: NewClass,
): Promise<{ classId: ClassId }> {
  const name = shortText(asked.name, 'name')
  const groupName = shortText(asked.groupName, 'groupName')
  const yearLabel = asked.yearLabel.trim() ? shortText(asked.yearLabel, 'yearLabel') : ''
  const classId = newId<ClassId>(world)
  await world.db.write(async () => {
    await world.db.model(classes).create({ id: classId, name, yearLabel, madeAt: world.clock.now() })
    await world.db.model(teachers).create({ classId, accountId: viewer.accountId, role: 'owner' })
    await addGroup(world, classId, groupName, 0)
  })
  return { classId }
}

/** Adds a group; inside a command. */
export async function addGroup(
  world: World,
  classId: ClassId,
  name: string,
  position: number,
): Promise<GroupId> {
  const id = newId<GroupId>(world)
  await world.db.model(groups).create({ id, classId, name, position })
  return id
}

/** Makes somebody a co-teacher; inside a command. */
export async function addCoTeacher(world: World, classId: ClassId, accountId: AccountId): Promise<void> {
  await world.db.model(teachers).create({ classId, accountId, role: 'coTeacher' })
}

function shortText(text: string, path: string): string {
  const tidy = tidyName(text)
  if (!tidy) throw new Refused('text_empty', { what: path }, path)
  if (tidy.length <= NAME_LENGTH) return tidy
  throw new Refused('text_long', { what: path, most: NAME_LENGTH, got: tidy.length }, path)
}

/** The register with everything a teacher needs to let people in. */
export async function seeRegister(world: World, classId: ClassId): Promise<RegisterPage> {
  const json = await registerJson(world.db, classId)
  if (json === undefined) throw new Refused('not_found')
  const page = JSON.parse(json) as RegisterPage
  const places = page.places as (RegisterPage['places'][number] & { keySerial: number })[]
  return {
    ...page,
    places: places.map(({ keySerial, ...place }) => ({
      ...place,
      familyKey: familyKey(world, place.id, keySerial),
    })),
  }
}

export type NewPlaces = { readonly names: readonly string[]; readonly groupId: GroupId | null }

/** Adds names to the register. A name that is there already gets a number, so that no two look alike. */
export async function addPlaces(
  world: World,
  classId: ClassId,
  asked: NewPlaces,
): Promise<{ added: number }> {
  const names = asked.names.map(tidyName).filter(Boolean)
  if (!names.length) throw new Refused('names_empty', undefined, 'names')
  const long = names.findIndex(name => name.length > NAME_LENGTH)
  if (long >= 0) {
    throw new Refused(
      'text_long',
      { what: 'name', most: NAME_LENGTH, got: names[long]?.length ?? 0 },
      `names.${long}`,
    )
  }
  await world.db.write(async () => {
    const groupId = await groupFor(world, classId, asked.groupId)
    const taken = (await namesOfClass(world.db, classId)).map(row => row.name)
    for (const name of names) {
      const own = setApart(name, taken)
      taken.push(own)
      await addPlace(world, classId, groupId, own)
    }
    tellRegister(world, classId)
  })
  return { added: names.length }
}

async function groupFor(world: World, classId: ClassId, wanted: GroupId | null): Promise<GroupId> {
  const all = await groupsOfClass(world.db, classId)
  const group = wanted === null ? all[0] : all.find(one => one.id === wanted)
  if (!group) throw new Refused('not_found')
  return group.id
}

async function addPlace(world: World, classId: ClassId, groupId: GroupId, name: string): Promise<void> {
  const id = newId<PlaceId>(world)
  const hash = keyHash(familyKey(world, id, 1))
  await world.db.model(places).create({
    id,
    classId,
    groupId,
    name,
    accountId: null,
    claimedAt: null,
    keySerial: 1,
    keyHash: hash,
    madeAt: world.clock.now(),
  })
}

export type Link = { readonly classId: ClassId; readonly placeId: PlaceId; readonly accountId: AccountId }

/** Gives a place, known to be free, to a pupil's account; inside a command. */
export async function claimPlace(world: World, { classId, placeId, accountId }: Link): Promise<void> {
  const claimedAt = world.clock.now()
  await world.db.model(places).update({ accountId, claimedAt }, { where: { id: placeId, classId } })
  tellRegister(world, classId)
}

/** Ties a family to a place; inside a command. Doing it twice changes nothing. */
export async function linkFamily(world: World, { classId, placeId, accountId }: Link): Promise<void> {
  const madeAt = world.clock.now()
  await world.db.model(familyLinks).bulkCreate([{ placeId, accountId, madeAt }], { ignoreDuplicates: true })
  tellRegister(world, classId)
}

/** Frees a place that the wrong person took. The work stays with the place; that account is out at once. */
export async function freePlace(world: World, classId: ClassId, placeId: PlaceId): Promise<RegisterPage> {
  await world.db.write(async () => {
    const place = await placeNamed(world.db, classId, placeId)
    if (!place) throw new Refused('not_found')
    if (place.accountId === null) throw new Refused('place_claimed_not', { name: place.name })
    await world.db
      .model(places)
      .update({ accountId: null, claimedAt: null }, { where: { id: placeId, classId } })
    const out = place.accountId as AccountId
    tellRegister(world, classId)
    world.db.afterCommit(() => void world.live.tellPerson(out, { what: 'me' }))
  })
  return seeRegister(world, classId)
}

function tellRegister(world: World, classId: ClassId): void {
  world.db.afterCommit(() => {
    void world.live.tell({ what: 'register', classId })
    void world.live.tell({ what: 'door', classId })
  })
}
