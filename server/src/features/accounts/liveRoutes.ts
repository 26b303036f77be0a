import { createSession } from 'better-sse'
import type { Handlers } from '../../http/serve.js'
import { endOfSession, sessionOf } from './sessions.js'

const written = new WeakMap<object, string>()

/** An event as it is sent, written once for all streams that get the same. */
function serializer(event: unknown): string {
  if (typeof event !== 'object' || event === null) return JSON.stringify(event)
  const known = written.get(event)
  if (known !== undefined) return known
  const text = JSON.stringify(event)
  written.set(event, text)
  return text
}

export const liveHandlers = {
  live: async ({ world, viewer, request, response }) => {
    const tokenHash = sessionOf(request) ?? ''
    const endsAt = await endOfSession(world, tokenHash)
    // each at a pace of its own: those of a whole school were opened in the same minute
    const keepAlive = 20_000 + Math.random() * 10_000
    const session = await createSession(request, response, { keepAlive, serializer })
    const stream = { tokenHash, accountId: viewer.accountId, session, response }
    world.live.add(stream, endsAt ?? 0)
    const { since } = request.query
    if (typeof since === 'string') world.live.catchUp(stream, viewer, since)
    return undefined
  },
} satisfies Partial<Handlers>
