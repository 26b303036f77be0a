import { type Handlers, written } from '../../http/serve.js'
import { seeToday } from './service.js'

export const todayHandlers = {
  seeToday: async ({ world, viewer }) => written(await seeToday(world, viewer)),
} satisfies Partial<Handlers>
