import type { ClassId, GroupId } from '@oppen/core/ids'
import type { World } from '../../world.js'

type Room = { id: GroupId; name: string; room: string | null }

/** The groups of a class, each with the address of its meeting room. */
export const roomsOf = (world: World, classId: ClassId) =>
  world.db.rows<Room>('select id, name, room from groups where class_id = $classId order by position', {
    classId,
  })

/** Sets where a group meets from afar, or that it does not; inside a command. */
export const setRoom = (
  world: World,
  { classId, groupId }: { classId: ClassId; groupId: GroupId },
  room: string | null,
): Promise<void> =>
  world.db.run('update groups set room = $room where id = $groupId and class_id = $classId', {
    classId,
    groupId,
    room,
  })
