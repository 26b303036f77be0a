import { type Handlers, written } from '../../http/serve.js'
import { todayJson } from './queries.js'

export const todayHandlers = {
  seeToday: async ({ world, viewer }) => written(await todayJson(world.db, viewer, world.clock.now())),
} satisfies Partial<Handlers>
