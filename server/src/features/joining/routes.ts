import type { Handlers } from '../../http/serve.js'
import { closeDoor, lengthenDoor, openDoor, seeDoor } from './doors.js'
import { claim, enterAsSelf, followChild, joinFamily, knock, showKey } from './service.js'

export const joiningHandlers = {
  knock: ({ world, body }) => knock(world, body.code),
  claim: ({ world, response, viewer, body }) => claim(world, response, viewer, body),
  enterAsSelf: ({ world, response, body }) => enterAsSelf(world, response, body),
  showKey: ({ world, body }) => showKey(world, body.key),
  joinFamily: ({ world, response, body }) => joinFamily(world, response, body),
  followChild: ({ world, viewer, body }) => followChild(world, viewer, body.key),
  seeDoor: ({ world, params }) => seeDoor(world, params.classId),
  openDoor: ({ world, viewer, params, body }) => openDoor(world, viewer, params.classId, body.span),
  lengthenDoor: ({ world, params, body }) => lengthenDoor(world, params.classId, body.minutes),
  closeDoor: ({ world, params }) => closeDoor(world, params.classId),
} satisfies Partial<Handlers>
