import { createSession } from 'better-sse'
import type { Handlers } from '../../http/serve.js'
import { endOfSession, sessionOf } from '../accounts/sessions.js'

export const liveHandlers = {
  live: async ({ world, viewer, request, response }) => {
    const tokenHash = sessionOf(request) ?? ''
    const endsAt = await endOfSession(world, tokenHash)
    // each at a pace of its own: those of a whole school were opened in the same minute
    const keepAlive = 20_000 + Math.random() * 10_000
    const session = await createSession(request, response, { keepAlive })
    world.live.add({ tokenHash, accountId: viewer.accountId, session, response }, endsAt ?? 0)
    return undefined
  },
} satisfies Partial<Handlers>
