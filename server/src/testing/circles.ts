import type { CircleId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { writeMessage } from '../features/talk/messages.js'
import { seeTalk } from '../features/talk/notices.js'
import type { World } from '../world.js'

/** Writes a message in the first room of a circle. */
export async function sayInCircle(world: World, viewer: Viewer, circleId: CircleId, html: string) {
  const { rooms } = await seeTalk(world, viewer, circleId)
  if (!rooms[0]) throw new Error('the circle has no room')
  const written = await writeMessage(
    world,
    viewer,
    { spaceId: circleId, conversationId: rooms[0].id },
    { html },
  )
  return { spaceId: circleId, ...written }
}
