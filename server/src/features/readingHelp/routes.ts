import { type Handlers, written } from '../../http/serve.js'
import { saveReadingSettings, seeReadingBeginning, setReadingBeginning } from './service.js'

export const readingHelpHandlers = {
  saveReadingSettings: ({ world, viewer, body }) => saveReadingSettings(world, viewer, body.settings),
  seeReadingBeginning: async ({ world, params }) => written(await seeReadingBeginning(world, params)),
  setReadingBeginning: ({ world, viewer, params, body }) =>
    setReadingBeginning(world, viewer, params, body.settings),
} satisfies Partial<Handlers>
