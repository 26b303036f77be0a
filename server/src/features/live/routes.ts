import { createSession } from 'better-sse'
import type { Handlers } from '../../http/serve.js'
import { hashOf, tokenOf } from '../accounts/sessions.js'

export const liveHandlers = {
  live: async ({ world, request, response }) => {
    const session = await createSession(request, response)
    world.live.add({ tokenHash: hashOf(tokenOf(request) ?? ''), session, close: () => response.end() })
    return undefined
  },
} satisfies Partial<Handlers>
