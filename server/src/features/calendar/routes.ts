import type { Handlers } from '../../http/serve.js'
import { addEntry, changeEntry, removeEntry, restoreEntry } from './entries.js'
import { endFeed, makeFeed, seeFeed, sendFeed } from './feed.js'
import { seeDays } from './service.js'

export const calendarHandlers = {
  seeDays: ({ world, viewer, params }) => seeDays(world, viewer, params),
  addEntry: ({ world, viewer, body }) => addEntry(world, viewer, body),
  changeEntry: ({ world, viewer, params, body }) => changeEntry(world, viewer, params.entryId, body),
  removeEntry: ({ world, viewer, params }) => removeEntry(world, viewer, params.entryId),
  restoreEntry: ({ world, viewer, params }) => restoreEntry(world, viewer, params.entryId),
  seeFeed: ({ world, viewer }) => seeFeed(world, viewer),
  makeFeed: ({ world, viewer }) => makeFeed(world, viewer),
  endFeed: ({ world, viewer }) => endFeed(world, viewer),
  readFeed: ({ world, params, response }) => sendFeed(world, params.feedKey, response),
} satisfies Partial<Handlers>
