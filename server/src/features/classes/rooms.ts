import type { ClassId, GroupId } from '@oppen/core/ids'
import type { World } from '../../world.js'
import { groups } from './models.js'
import { groupsOfClass } from './queries.js'

/** The groups of a class, each with the address of its meeting room. */
export const roomsOf = async (world: World, classId: ClassId) =>
  (await groupsOfClass(world.db, classId)).map(({ id, name, room }) => ({ id, name, room }))

/** Sets where a group meets from afar, or that it does not; inside a command. */
export async function setRoom(
  world: World,
  { classId, groupId }: { classId: ClassId; groupId: GroupId },
  room: string | null,
): Promise<void> {
  await world.db.model(groups).update({ room }, { where: { id: groupId, classId } })
}
