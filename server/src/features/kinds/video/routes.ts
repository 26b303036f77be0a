import { type Handlers, written } from '../../../http/serve.js'
import { saveWatched, seeVideo, seeWatching } from './watching.js'

export const videoHandlers = {
  seeVideo: async ({ world, params }) => written(await seeVideo(world, params)),
  saveWatched: ({ world, viewer, params, body }) => saveWatched(world, viewer, params, body),
  seeWatching: ({ world, params }) => seeWatching(world, params),
} satisfies Partial<Handlers>
