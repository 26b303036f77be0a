import type { Handlers } from '../../http/serve.js'
import { seeOverview, seeProgress, setGoalReached } from './service.js'

export const progressHandlers = {
  seeProgress: ({ world, viewer, params }) => seeProgress(world, viewer, params),
  setGoalReached: ({ world, viewer, params, body }) => setGoalReached(world, viewer, params, body),
  seeOverview: ({ world, params }) => seeOverview(world, params.classId),
} satisfies Partial<Handlers>
