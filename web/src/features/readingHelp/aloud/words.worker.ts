import { baseLanguage } from '@oppen/core/language'
import type { TextFigures } from '@oppen/core/readability'
import type { Showing, WordKind } from '@oppen/core/readingHelp'
import type { Span } from '@oppen/core/speech'
import { expose } from 'comlink'
import { eld } from 'eld/small'
import { syllableSpans } from '../words/syllableSpans.js'
import { KINDS_KNOWN_IN, kindAt, kindsIn } from '../words/wordKinds.js'
import { languageFound } from './language.js'

/** What is known of a word: null for what is not known in its language at all, undefined for what is not known of it. */
export type WordFacts = {
  readonly syllables: readonly string[] | null | undefined
  readonly kind: WordKind | null | undefined
}

const knowsKinds = (language: string): boolean => baseLanguage(language) === KINDS_KNOWN_IN

// what is large is fetched when it is first needed
const syllables = () => import('@oppen/core/syllables')
const tagger = async () => (await import('compromise/two')).default

const worker = {
  languageOf: (text: string, expected: string): string => languageFound(eld, text, expected),

  /** What is known of a word that stands at a place of a text. */
  aboutWord: async (text: string, { from, to }: Span, language: string): Promise<WordFacts> => {
    const { knowsSyllables, syllablesOf } = await syllables()
    return {
      syllables: knowsSyllables(language) ? syllablesOf(text.slice(from, to), language) : null,
      kind: knowsKinds(language) ? kindAt(await tagger(), text, from) : null,
    }
  },

  /** How hard a text is, by its figures. */
  figuresOf: async (text: string, language: string): Promise<TextFigures> =>
    (await import('@oppen/core/readability')).figuresOf(text, language),

  /** What is shown of a text: every other syllable, or the words of one sort; null where its language is not known. */
  shownOf: async (text: string, showing: Showing, language: string): Promise<readonly Span[] | null> => {
    if (showing === 'nothing') return []
    if (showing === 'syllables') {
      const { knowsSyllables, syllablesOf } = await syllables()
      return knowsSyllables(language) ? syllableSpans(text, language, syllablesOf) : null
    }
    if (!knowsKinds(language)) return null
    return kindsIn(await tagger(), text).filter(({ kind }) => kind === showing)
  },
}

export type WordsWorker = typeof worker
expose(worker)
