import type { ListedWordId } from '@oppen/core/ids'
import { KNOWN_LANGUAGES } from '@oppen/core/readingHelp'
import { WORD_LIMITS } from '@oppen/core/wordList'
import { z } from 'zod'
import { done, id, line } from '../wire/shapes.js'

const language = z.enum(KNOWN_LANGUAGES)

export const listedWord = z.object({
  word: line,
  meaning: line,
  example: line,
  translations: z
    .array(z.object({ language, word: line }))
    .max(WORD_LIMITS.translations)
    .readonly(),
})

export const wordList = z.object({
  className: z.string(),
  /** In the order of the alphabet. */
  words: z.array(listedWord.extend({ id: id<ListedWordId>() })),
})
export type WordList = z.infer<typeof wordList>
export type WordOfList = WordList['words'][number]

export const wordListShapes = {
  seeWordList: { reply: wordList },
  saveListedWord: { body: listedWord, reply: done },
  removeListedWord: { reply: done },
  translateWord: {
    body: z.object({
      word: z.string().min(1).max(WORD_LIMITS.word),
      from: z.string().regex(/^[a-z]{2,3}$/),
      to: language,
    }),
    reply: z.discriminatedUnion('is', [
      z.object({ is: z.literal('translated'), word: z.string() }),
      /** It knows both languages, but not the word. */
      z.object({ is: z.literal('unknown_word') }),
      /** It does not know one of the languages. */
      z.object({ is: z.literal('unknown_language') }),
    ]),
  },
}
