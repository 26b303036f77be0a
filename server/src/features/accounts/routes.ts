import type { Handlers } from '../../http/serve.js'
import { look, moveClock, seeMe, signIn } from './service.js'
import { endSession } from './sessions.js'

export const accountHandlers = {
  me: ({ world, viewer }) => seeMe(world, viewer.accountId),
  signIn: ({ world, response, body }) => signIn(world, response, body.userName, body.secret),
  signOut: async ({ world, request, response }) => {
    await endSession(world, request, response)
    return { done: true }
  },
  look: async ({ world, viewer, body }) => {
    await look(world, viewer, body.what)
    return { done: true }
  },
  moveClock: async ({ world, body }) => ({ now: moveClock(world, body.local) }),
} satisfies Partial<Handlers>
