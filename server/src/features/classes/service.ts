import type { ClassSettings, RegisterPage, SettingsBody } from '@oppen/contract'
import type { AccountId, ClassId, GroupId } from '@oppen/core/ids'
import { NAME_LENGTH, nameKey, tidyName } from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit } from '../auditLog/service.js'
import { closeDoorOf } from './doors.js'
import { keysByPlace } from './keys.js'
import { classes, groups, hiddenClasses, teachers } from './models.js'
import { addGroup } from './places.js'
import {
  groupsOfClass,
  membersOfClass,
  pupilsMay,
  registerJson,
  settingsJson,
  teacherOfClass,
} from './queries.js'
import { notifyPerson, notifyRegister } from './ties.js'

export { addGroup, addPlaces, freePlace } from './places.js'
export { claimPlace, linkFamily } from './ties.js'

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
    await world.db.model(classes).create({
      id: classId,
      name,
      yearLabel,
      families: 1,
      shared: 0,
      ownSecret: 'password',
      idleMinutes: USUAL_IDLE,
      admits: 'register',
      ...LOOSE,
      archivedAt: null,
      madeAt: world.clock.now(),
    })
    await world.db.model(teachers).create({ classId, accountId: viewer.accountId, role: 'owner' })
    await addGroup(world, classId, groupName, 0)
    notifyPerson(world, viewer.accountId)
  })
  return { classId }
}

/**
 * Makes a class like another, with its settings and groups and without its people; inside a command. Whoever makes it owns it. Gives for
 * each group of the other the one that takes its place. Refuses `text_empty` and `text_long`.
 */
export async function copyClass(
  world: World,
  viewer: Viewer,
  from: ClassId,
  asked: Pick<NewClass, 'name' | 'yearLabel'>,
): Promise<{ classId: ClassId; groups: ReadonlyMap<GroupId, GroupId> }> {
  const name = shortText(asked.name, 'name')
  const yearLabel = asked.yearLabel.trim() ? shortText(asked.yearLabel, 'yearLabel') : ''
  const model = world.db.model(classes)
  const before = await model.findByPk(from)
  if (!before) throw new Refused('not_found')
  const classId = newId<ClassId>(world)
  const madeAt = world.clock.now()
  await model.create({
    ...before.get({ plain: true }),
    id: classId,
    name,
    yearLabel,
    archivedAt: null,
    madeAt,
  })
  await world.db.model(teachers).create({ classId, accountId: viewer.accountId, role: 'owner' })
  const copies = new Map<GroupId, GroupId>()
  for (const group of await groupsOfClass(world.db, from)) {
    const id = await addGroup(world, classId, group.name, group.position)
    await world.db.model(groups).update({ room: group.room }, { where: { id } })
    copies.set(group.id, id)
  }
  notifyPerson(world, viewer.accountId)
  return { classId, groups: copies }
}

/** How a class begins: its people see and may do what is usual, and it looks like all others. */
const LOOSE = { takeBack: 1, improve: 0, seeOthers: 1, sharing: 'adults', tint: null, sign: null } as const

/** Minutes without use after which a shared tablet is free again: long enough to think, short enough to swap. */
const USUAL_IDLE = 5

/** Makes somebody a co-teacher; inside a command. Twice changes nothing. */
export async function addCoTeacher(world: World, classId: ClassId, accountId: AccountId): Promise<void> {
  await world.db
    .model(teachers)
    .bulkCreate([{ classId, accountId, role: 'coTeacher' }], { ignoreDuplicates: true })
  notifyPerson(world, accountId)
}

/** Gives a class that one teacher owns to another; inside a command. */
export async function giveClass(
  world: World,
  { classId, from, to }: { readonly classId: ClassId; readonly from: AccountId; readonly to: AccountId },
): Promise<void> {
  const model = world.db.model(teachers)
  await model.destroy({ where: { classId, accountId: from } })
  await model.upsert({ classId, accountId: to, role: 'owner' })
  notifyPerson(world, to)
  notifyRegister(world, classId)
}

/** Takes a teacher out of every class; inside a command. */
export async function leaveTeams(world: World, accountId: AccountId): Promise<void> {
  const model = world.db.model(teachers)
  for (const tie of await model.findAll({ where: { accountId } }))
    notifyRegister(world, tie.get({ plain: true }).classId)
  await model.destroy({ where: { accountId } })
}

/** A short text without blank ends; refused with its field. */
export function shortText(text: string, path: string): string {
  const tidy = tidyName(text)
  if (!tidy) throw new Refused('text_empty', { what: path }, path)
  if (tidy.length <= NAME_LENGTH) return tidy
  throw new Refused('text_long', { what: path, most: NAME_LENGTH, got: tidy.length }, path)
}

/** The register with everything a teacher needs to let people in. */
export async function seeRegister(world: World, classId: ClassId): Promise<RegisterPage> {
  const json = await registerJson(world.db, classId, world.clock.now())
  if (json === undefined) throw new Refused('not_found')
  const page = JSON.parse(json) as RegisterPage
  const keys = await keysByPlace(world, classId)
  const byName = new Map(page.places.map(place => [nameKey(place.name), place.id]))
  return {
    ...page,
    places: page.places.map(place => ({ ...place, keys: keys.get(place.id) ?? [] })),
    away: page.away.map(place => ({ ...place, keys: [] })),
    waiting: page.waiting.map(one => ({
      ...one,
      likely: byName.get(nameKey(one.about ?? one.name)) ?? null,
    })),
  }
}

export async function seeSettings(world: World, classId: ClassId): Promise<ClassSettings> {
  const json = await settingsJson(world.db, classId, world.clock.now())
  if (json === undefined) throw new Refused('not_found')
  return JSON.parse(json)
}

/** Keeps the settings of a class. Who may no longer see it is out at once. */
export async function changeSettings(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  form: SettingsBody,
): Promise<ClassSettings> {
  const { families, shared, takeBack, improve, seeOthers, ...rest } = form
  const name = shortText(form.name, 'name')
  const yearLabel = form.yearLabel.trim() ? shortText(form.yearLabel, 'yearLabel') : ''
  await world.db.write(async () => {
    await world.db.model(classes).update(
      {
        ...{ ...rest, name, yearLabel, families: Number(families), shared: Number(shared) },
        ...{ takeBack: Number(takeBack), improve: Number(improve), seeOthers: Number(seeOthers) },
      },
      { where: { id: classId } },
    )
    await audit(world, 'settings_changed', { classId, by: viewer.accountId })
    for (const member of await membersOfClass(world.db, classId)) notifyPerson(world, member.accountId)
    notifyRegister(world, classId)
  })
  return seeSettings(world, classId)
}

/** What a class lets its pupils do with work: take it back, improve it, and see what others answered. */
export const whatPupilsMay = (world: World, classId: ClassId) => pupilsMay(world.db, classId)

/** Adds a group behind the others. */
export async function newGroup(world: World, classId: ClassId, typed: string): Promise<{ done: true }> {
  const name = shortText(typed, 'name')
  await world.db.write(async () => {
    const all = await groupsOfClass(world.db, classId)
    await addGroup(world, classId, name, all.length)
    notifyRegister(world, classId)
  })
  return { done: true }
}

/** Renames a group. */
export async function renameGroup(
  world: World,
  { classId, groupId }: { classId: ClassId; groupId: string },
  typed: string,
): Promise<{ done: true }> {
  const name = shortText(typed, 'name')
  await world.db.write(async () => {
    const group = (await groupsOfClass(world.db, classId)).find(one => one.id === groupId)
    if (!group) throw new Refused('not_found')
    await world.db.model(groups).update({ name }, { where: { id: group.id } })
    notifyRegister(world, classId)
  })
  return { done: true }
}

/** Archives a class at the year's end, so that all can read and nobody can write, or opens it again. */
export async function archiveClass(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  archived: boolean,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const archivedAt = archived ? world.clock.now() : null
    await world.db.model(classes).update({ archivedAt }, { where: { id: classId } })
    if (archived) await closeDoorOf(world, classId)
    await audit(world, archived ? 'archived' : 'reopened', { classId, by: viewer.accountId })
    for (const member of await membersOfClass(world.db, classId)) notifyPerson(world, member.accountId)
    notifyRegister(world, classId)
  })
  return { done: true }
}

/** Hides a class in what its member sees every day, or shows it again; for nobody else. */
export async function hideClass(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  hidden: boolean,
): Promise<{ done: true }> {
  const { accountId } = viewer
  await world.db.write(async () => {
    if (hidden) await world.db.model(hiddenClasses).upsert({ accountId, classId })
    else await world.db.model(hiddenClasses).destroy({ where: { accountId, classId } })
    notifyPerson(world, accountId)
  })
  return { done: true }
}

/** Takes a co-teacher off the class; the owner stays. Refuses `owner_stays`. */
export async function removeCoTeacher(
  world: World,
  viewer: Viewer,
  { classId, accountId }: { classId: ClassId; accountId: AccountId },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const teacher = await teacherOfClass(world.db, classId, accountId)
    if (!teacher) throw new Refused('not_found')
    if (teacher.role === 'owner') throw new Refused('owner_stays', { name: teacher.name })
    await world.db.model(teachers).destroy({ where: { classId, accountId } })
    await audit(world, 'co_teacher_removed', { classId, by: viewer.accountId, name: teacher.name })
    notifyPerson(world, accountId)
    notifyRegister(world, classId)
  })
  return { done: true }
}

/** Hands the class over to a co-teacher; whoever owned it teaches on as co-teacher. */
export async function handOver(
  world: World,
  viewer: Viewer,
  { classId, accountId }: { classId: ClassId; accountId: AccountId },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const teacher = await teacherOfClass(world.db, classId, accountId)
    if (teacher?.role !== 'coTeacher') throw new Refused('not_found')
    const model = world.db.model(teachers)
    await model.update({ role: 'coTeacher' }, { where: { classId, role: 'owner' } })
    await model.update({ role: 'owner' }, { where: { classId, accountId } })
    await audit(world, 'handed_over', { classId, by: viewer.accountId, name: teacher.name })
    notifyPerson(world, accountId)
    notifyPerson(world, viewer.accountId)
    notifyRegister(world, classId)
  })
  return { done: true }
}
