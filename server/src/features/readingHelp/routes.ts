import { type Handlers, written } from '../../http/serve.js'
import {
  saveReadingSettings,
  seeReadingBeginning,
  seeReadingShown,
  setReadingBeginning,
  setReadingShown,
} from './service.js'

export const readingHelpHandlers = {
  saveReadingSettings: ({ world, viewer, body }) => saveReadingSettings(world, viewer, body.settings),
  seeReadingBeginning: async ({ world, params }) => written(await seeReadingBeginning(world, params)),
  setReadingBeginning: ({ world, viewer, params, body }) =>
    setReadingBeginning(world, viewer, params, body.settings),
  seeReadingShown: async ({ world, viewer }) => written(await seeReadingShown(world, viewer)),
  setReadingShown: ({ world, viewer, params, body }) => setReadingShown(world, viewer, params, body.shown),
} satisfies Partial<Handlers>
