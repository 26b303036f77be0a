import type { Handlers } from '../../http/serve.js'
import { search } from './service.js'

export const searchHandlers = {
  search: ({ world, viewer, body }) => search(world, viewer, body.words),
} satisfies Partial<Handlers>
