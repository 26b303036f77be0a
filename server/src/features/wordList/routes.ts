import { type Handlers, written } from '../../http/serve.js'
import { removeListedWord, saveListedWord, seeWordList, translateWord } from './service.js'

export const wordListHandlers = {
  seeWordList: async ({ world, params }) => written(await seeWordList(world, params)),
  saveListedWord: ({ world, viewer, params, body }) => saveListedWord(world, viewer, params, body),
  removeListedWord: ({ world, params }) => removeListedWord(world, params),
  translateWord: ({ world, viewer, body }) => translateWord(world, viewer, body),
} satisfies Partial<Handlers>
