import type { Handlers } from '../../http/serve.js'
import { mergePlaces, undoMerge } from './service.js'

export const mergingHandlers = {
  mergePlaces: ({ world, viewer, params, body }) => mergePlaces(world, viewer, params, body.into),
  undoMerge: ({ world, viewer, params }) => undoMerge(world, viewer, params),
} satisfies Partial<Handlers>
