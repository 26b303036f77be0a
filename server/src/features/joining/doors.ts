import type { DoorPage } from '@oppen/contract'
import type { ClassId, DoorId, PlaceId } from '@oppen/core/ids'
import { CLASS_CODE_LENGTH, closingTime, type DoorSpan, doorState, writeCode } from '@oppen/core/joining'
import type { Viewer } from '@oppen/core/permissions'
import { newId, randomValues } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { doorEntries, doors } from './models.js'
import { attendance, classHead, doorByCode, newestDoor } from './queries.js'

/** The door page: the newest door of the class and who came in by it. */
export async function seeDoor(world: World, classId: ClassId): Promise<DoorPage> {
  const head = await classHead(world.db, classId)
  if (!head) throw new Refused('not_found')
  const found = await newestDoor(world.db, classId)
  const everyone = await attendance(world.db, classId, found?.id ?? null)
  const { id: _, ...door } = found ?? { id: null }
  return {
    ...head,
    now: world.clock.now(),
    door: found ? (door as DoorPage['door']) : null,
    inside: everyone.flatMap(({ placeId, name, at }) => (at === null ? [] : [{ placeId, name, at }])),
    notYet: everyone.filter(one => one.at === null).map(({ placeId, name }) => ({ placeId, name })),
  }
}

/** Opens the door with a new code; the code before it dies. */
export async function openDoor(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  span: DoorSpan,
): Promise<DoorPage> {
  await world.db.write(async () => {
    await shut(world, classId)
    const openedAt = world.clock.now()
    const closesAt = closingTime(span, openedAt, world.school.zone)
    const code = await freshCode(world)
    const id = newId<DoorId>(world)
    await world.db
      .model(doors)
      .create({ id, classId, code, openedBy: viewer.accountId, openedAt, closesAt, closedAt: null })
    tellDoor(world, classId)
  })
  return seeDoor(world, classId)
}

async function freshCode(world: World): Promise<string> {
  const code = writeCode(randomValues(world, CLASS_CODE_LENGTH - 1))
  return (await doorByCode(world.db, code)) ? freshCode(world) : code
}

/** Keeps an open door open for so many minutes more. Refuses `door_closed`. */
export async function lengthenDoor(world: World, classId: ClassId, minutes: number): Promise<DoorPage> {
  await world.db.write(async () => {
    const door = await newestDoor(world.db, classId)
    if (!door) throw new Refused('not_found')
    const state = doorState(door, world.clock.now())
    if (!state.open) throw new Refused('door_closed', { at: state.since })
    if (door.closesAt === null) return
    await world.db
      .model(doors)
      .update({ closesAt: door.closesAt + minutes * 60_000 }, { where: { id: door.id } })
    tellDoor(world, classId)
  })
  return seeDoor(world, classId)
}

/** Closes the door now. Those who are in stay in. */
export async function closeDoor(world: World, classId: ClassId): Promise<DoorPage> {
  await world.db.write(() => shut(world, classId))
  return seeDoor(world, classId)
}

async function shut(world: World, classId: ClassId): Promise<void> {
  const now = world.clock.now()
  const door = await newestDoor(world.db, classId)
  if (!door || !doorState(door, now).open) return
  await world.db.model(doors).update({ closedAt: now }, { where: { id: door.id } })
  tellDoor(world, classId)
}

/** Records that somebody came in by a door; inside a command. */
export async function noteEntry(
  world: World,
  classId: ClassId,
  doorId: DoorId,
  placeId: PlaceId,
): Promise<void> {
  await world.db.model(doorEntries).upsert({ doorId, placeId, at: world.clock.now() })
  tellDoor(world, classId)
}

function tellDoor(world: World, classId: ClassId): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'door', classId }))
}
