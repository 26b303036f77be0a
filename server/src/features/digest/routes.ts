import type { Handlers } from '../../http/serve.js'
import { seeDigest } from './service.js'

export const digestHandlers = {
  seeDigest: ({ world, viewer, params }) => seeDigest(world, viewer, params),
} satisfies Partial<Handlers>
