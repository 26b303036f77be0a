import { type Handlers, written } from '../../http/serve.js'
import { recordJson } from './queries.js'

export const recordHandlers = {
  seeRecord: async ({ world, params }) => written(await recordJson(world.db, params.classId)),
} satisfies Partial<Handlers>
