import { type Handlers, written } from '../../http/serve.js'
import { overviewJson, progressJson } from './queries.js'

export const progressHandlers = {
  seeProgress: async ({ world, params }) =>
    written(await progressJson(world.db, params.classId, params.placeId, world.clock.now())),
  seeOverview: async ({ world, params }) =>
    written(await overviewJson(world.db, params.classId, world.clock.now())),
} satisfies Partial<Handlers>
