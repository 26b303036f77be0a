import { createSession } from 'better-sse'
import type { Handlers } from '../../http/serve.js'
import { endOfSession, sessionOf } from '../accounts/sessions.js'

export const liveHandlers = {
  live: async ({ world, viewer, request, response }) => {
    const tokenHash = sessionOf(request) ?? ''
    const endsAt = await endOfSession(world, tokenHash)
    const session = await createSession(request, response)
    world.live.add({ tokenHash, accountId: viewer.accountId, session, response }, endsAt ?? 0)
    return undefined
  },
} satisfies Partial<Handlers>
