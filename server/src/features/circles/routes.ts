import { type Handlers, written } from '../../http/serve.js'
import {
  addCircleFile,
  joinCircle,
  leaveCircle,
  makeAdministrator,
  makeCircle,
  removeCircleFile,
  removeMember,
  renameCircle,
  renewCode,
  seeCircle,
  sendCircleFile,
} from './service.js'

export const circleHandlers = {
  makeCircle: ({ world, viewer, body }) => makeCircle(world, viewer, body.name),
  joinCircle: ({ world, viewer, body }) => joinCircle(world, viewer, body.code),
  seeCircle: async ({ world, viewer, params }) => written(await seeCircle(world, viewer, params.circleId)),
  renameCircle: ({ world, params, body }) => renameCircle(world, params.circleId, body.name),
  renewCircleCode: ({ world, params, body }) => renewCode(world, params.circleId, body.open),
  leaveCircle: ({ world, viewer, params }) => leaveCircle(world, viewer, params.circleId),
  removeMember: ({ world, params }) => removeMember(world, params),
  makeAdministrator: ({ world, params }) => makeAdministrator(world, params),
  addCircleFile: ({ world, viewer, params, request }) =>
    addCircleFile(world, viewer, params.circleId, request),
  removeCircleFile: ({ world, viewer, params }) => removeCircleFile(world, viewer, params),
  seeCircleFile: ({ world, params, response }) => sendCircleFile(world, params, response),
} satisfies Partial<Handlers>
