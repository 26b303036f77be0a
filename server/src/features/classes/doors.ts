import type { DoorPage } from '@oppen/contract'
import type { ClassId, DoorId, PlaceId } from '@oppen/core/ids'
import {
  type Admits,
  CODE_LENGTH,
  closingTime,
  type DoorSpan,
  doorState,
  writeCode,
} from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import { lessonNow } from '@oppen/core/timing'
import { newId, randomValues } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit } from '../auditLog/service.js'
import { lessonsThisWeek } from '../timing/planner.js'
import { doorEntries, doors } from './models.js'
import { attendance, classHead, codeIsTaken, joinRequestsOfClass, newestDoor } from './queriesOfDoors.js'

export { classHead, type WaitLine } from './queriesOfDoors.js'

/** The door page: the newest door of the class, who came in by it, and who waits. */
export async function seeDoor(world: World, classId: ClassId): Promise<DoorPage> {
  const head = await classHead(world.db, classId)
  if (!head) throw new Refused('not_found')
  const found = await newestDoor(world.db, classId)
  const everyone = await attendance(world.db, classId, found?.id ?? null)
  const waiting = await joinRequestsOfClass(world.db, classId)
  const now = world.clock.now()
  const lesson = lessonNow(await lessonsThisWeek(world, classId), now)
  const { id: _, ...door } = found ?? { id: null }
  const { shared, admits, ...names } = head
  return {
    ...names,
    now,
    usually: admits,
    lessonEnds: lesson?.endsAt ?? null,
    door: found ? (door as DoorPage['door']) : null,
    inside: everyone.flatMap(({ placeId, name, at }) => (at === null ? [] : [{ placeId, name, at }])),
    notYet: everyone.filter(one => one.at === null).map(({ placeId, name }) => ({ placeId, name })),
    // who asks for a child is nothing for the board in front of the class
    waiting: waiting.flatMap(({ id, kind, name, at }) => (kind === 'family' ? [] : [{ id, kind, name, at }])),
  }
}

export type Opening = { readonly span: DoorSpan; readonly admits: Admits | null }

/** Opens the door with a new code; the code before it dies. */
export async function openDoor(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  { span, admits }: Opening,
): Promise<DoorPage> {
  await world.db.write(async () => {
    await closeDoorOf(world, classId)
    const now = world.clock.now()
    const lessons = await lessonsThisWeek(world, classId)
    const closesAt = take(closingTime(span, { now, zone: world.school.zone, lessons }), 'span')
    const head = await classHead(world.db, classId)
    await world.db.model(doors).create({
      id: newId<DoorId>(world),
      classId,
      code: await freshCode(world),
      admits: admits ?? head?.admits ?? 'register',
      openedBy: viewer.accountId,
      openedAt: now,
      closesAt,
      closedAt: null,
    })
    await audit(world, 'door_opened', { classId, by: viewer.accountId })
    notifyDoor(world, classId)
  })
  return seeDoor(world, classId)
}

/** A code that no door or circle has or had. */
export async function freshCode(world: World): Promise<string> {
  const code = writeCode(randomValues(world, CODE_LENGTH - 1))
  return (await codeIsTaken(world.db, code)) ? freshCode(world) : code
}

/** Keeps an open door open for so many minutes more. Refuses `door_closed`. */
export async function lengthenDoor(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  minutes: number,
): Promise<DoorPage> {
  await world.db.write(async () => {
    const door = await newestDoor(world.db, classId)
    if (!door) throw new Refused('not_found')
    const state = doorState(door, world.clock.now())
    if (!state.open) throw new Refused('door_closed', { at: state.since })
    if (door.closesAt === null) return
    await world.db
      .model(doors)
      .update({ closesAt: door.closesAt + minutes * 60_000 }, { where: { id: door.id } })
    await audit(world, 'door_lengthened', { classId, by: viewer.accountId })
    notifyDoor(world, classId)
  })
  return seeDoor(world, classId)
}

/** Closes the door now. Those who are in stay in. */
export async function closeDoor(world: World, viewer: Viewer, classId: ClassId): Promise<DoorPage> {
  await world.db.write(async () => {
    if (await closeDoorOf(world, classId))
      await audit(world, 'door_closed', { classId, by: viewer.accountId })
  })
  return seeDoor(world, classId)
}

/** Closes the door if it is open; inside a command. */
export async function closeDoorOf(world: World, classId: ClassId): Promise<boolean> {
  const now = world.clock.now()
  const door = await newestDoor(world.db, classId)
  if (!door || !doorState(door, now).open) return false
  await world.db.model(doors).update({ closedAt: now }, { where: { id: door.id } })
  notifyDoor(world, classId)
  return true
}

/** Records that somebody came in by a door; inside a command. */
export async function noteEntry(
  world: World,
  classId: ClassId,
  doorId: DoorId,
  placeId: PlaceId,
): Promise<void> {
  await world.db.model(doorEntries).upsert({ doorId, placeId, at: world.clock.now() })
  notifyDoor(world, classId)
}

/** As `noteEntry`, by the door that is open now, where one is: who comes in otherwise is in as well. */
export async function noteInside(world: World, classId: ClassId, placeId: PlaceId): Promise<void> {
  const door = await newestDoor(world.db, classId)
  if (door && doorState(door, world.clock.now()).open) await noteEntry(world, classId, door.id, placeId)
}

export function notifyDoor(world: World, classId: ClassId): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'door', classId }))
}
