import type { Request } from 'express'
import type { Handlers } from '../../http/serve.js'
import type { World } from '../../world.js'
import { isShared, sessionOf } from '../accounts/sessions.js'
import { addPushDevice, type OnDevice, removePushDevice } from './push.js'
import { readAllNews, seeNews, seeNewsChoices, setNewsChoices } from './service.js'

const deviceFrom = async (world: World, request: Request): Promise<OnDevice> => ({
  tokenHash: sessionOf(request),
  shared: await isShared(world, request),
})

export const newsHandlers = {
  seeNews: ({ world, viewer }) => seeNews(world, viewer),
  readAllNews: ({ world, viewer, body }) => readAllNews(world, viewer, body.until),
  seeNewsChoices: async ({ world, viewer, request }) =>
    seeNewsChoices(world, viewer, await deviceFrom(world, request)),
  setNewsChoices: ({ world, viewer, body }) => setNewsChoices(world, viewer, body),
  addPushDevice: async ({ world, viewer, request, body }) =>
    addPushDevice(world, viewer, await deviceFrom(world, request), body.subscription),
  removePushDevice: async ({ world, request }) => removePushDevice(world, { tokenHash: sessionOf(request) }),
} satisfies Partial<Handlers>
