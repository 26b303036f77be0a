import { type Handlers, written } from '../../http/serve.js'
import { markingJson } from './queries.js'
import { handBack, handBackByKey, plainMove, tryAgain } from './service.js'

export const markingHandlers = {
  seeMarking: async ({ world, viewer, params }) =>
    written(await markingJson(world.db, params.classId, params.workId, viewer.accountId)),
  handBack: ({ world, viewer, params, body }) => handBack(world, viewer, params, body),
  handBackByKey: ({ world, viewer, params }) => handBackByKey(world, viewer, params),
  tryAgain: ({ world, viewer, params, body }) => tryAgain(world, viewer, params, body),
  excuse: ({ world, viewer, params, body }) =>
    plainMove(world, viewer, params, body.excused ? 'excuse' : 'include'),
  receive: ({ world, viewer, params, body }) =>
    plainMove(world, viewer, params, body.received ? 'receive' : 'unreceive'),
} satisfies Partial<Handlers>
