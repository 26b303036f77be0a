import { type Handlers, written } from '../../../http/serve.js'
import { countReading, seeFluency } from './counting.js'
import { removeReadingMark, saveReadingMark, seeReadingMarks } from './marks.js'
import { removeOwnWord, saveOwnWord, seeOwnWords } from './ownWords.js'

export const readingHandlers = {
  seeReadingMarks: async ({ world, params }) => written(await seeReadingMarks(world, params)),
  saveReadingMark: ({ world, viewer, params, body }) => saveReadingMark(world, viewer, params, body),
  removeReadingMark: ({ world, params }) => removeReadingMark(world, params),
  countReading: ({ world, viewer, params, body }) => countReading(world, viewer, params, body),
  seeFluency: async ({ world, viewer, params }) => written(await seeFluency(world, viewer, params)),
  seeOwnWords: async ({ world, viewer }) => written(await seeOwnWords(world, viewer)),
  saveOwnWord: ({ world, viewer, params, body }) => saveOwnWord(world, viewer, params.ownWordId, body),
  removeOwnWord: ({ world, viewer, params }) => removeOwnWord(world, viewer, params.ownWordId),
} satisfies Partial<Handlers>
