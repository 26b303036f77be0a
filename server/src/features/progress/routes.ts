import { type Handlers, written } from '../../http/serve.js'
import { progressJson } from './queries.js'
import { seeOverview } from './service.js'

export const progressHandlers = {
  seeProgress: async ({ world, params }) =>
    written(await progressJson(world.db, params.classId, params.placeId, world.clock.now())),
  seeOverview: ({ world, params }) => seeOverview(world, params.classId),
} satisfies Partial<Handlers>
