import { createSession } from 'better-sse'
import type { Handlers } from '../../http/serve.js'
import { endOfSession, sessionOf } from './sessions.js'

export const liveHandlers = {
  live: async ({ world, viewer, request, response }) => {
    const tokenHash = sessionOf(request) ?? ''
    const endsAt = await endOfSession(world, tokenHash)
    // each at a pace of its own: those of a whole school were opened in the same minute
    const keepAlive = 20_000 + Math.random() * 10_000
    const session = await createSession(request, response, { keepAlive })
    const stream = { tokenHash, accountId: viewer.accountId, session, response }
    world.live.add(stream, endsAt ?? 0)
    const { since } = request.query
    if (typeof since === 'string') world.live.catchUp(stream, viewer, since)
    return undefined
  },
} satisfies Partial<Handlers>
