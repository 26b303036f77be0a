import { type Handlers, written } from '../../http/serve.js'
import { replyToNotice, seeTalk, writeNotice } from './service.js'

export const talkHandlers = {
  seeTalk: async ({ world, viewer, params }) => written(await seeTalk(world, viewer, params.classId)),
  writeNotice: ({ world, viewer, params, body }) => writeNotice(world, viewer, params.classId, body.html),
  reply: ({ world, viewer, params, body }) => replyToNotice(world, viewer, params, body.text),
} satisfies Partial<Handlers>
