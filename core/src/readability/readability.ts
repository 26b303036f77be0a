import { baseLanguage } from '../language/index.js'
import { INSTEAD, sentencesOf, wordsOf } from '../speech/index.js'
import { syllablesOf } from '../syllables/index.js'

export type TextFigures = {
  readonly words: number
  readonly sentences: number
  /** Words of a sentence on average. */
  readonly sentence: number
  /** Words of more than six letters, as a part of all. */
  readonly long: number
  /** What a published formula gives; null where none of the language is known here, or where there is too little text for it. */
  readonly ease: Ease | null
}

export type Ease = {
  readonly formula: keyof typeof FORMULAS
  /** How easy it reads: the more the easier, about 0 to 100. */
  readonly value: number
}

type Formula = { readonly language: string; readonly ease: (sentence: number, syllables: number) => number }

/**
 * Formulas of reading ease, from the words of a sentence and the syllables of a word on average.
 *
 * - `flesch`: R. Flesch, "A new readability yardstick", Journal of Applied Psychology 32 (1948): 206.835 − 1.015 × words of a
 *   sentence − 84.6 × syllables of a word. For English.
 * - `martins`: T. B. F. Martins and others, "Readability formulas applied to textbooks in Brazilian Portuguese" (ICMSC-USP, 1996):
 *   the same with 42 more, because Portuguese words are longer. For Portuguese. From memory.
 */
export const FORMULAS = {
  flesch: {
    language: 'en',
    ease: (sentence, syllables) => 206.835 - 1.015 * sentence - 84.6 * syllables,
  },
  martins: {
    language: 'pt',
    ease: (sentence, syllables) => 248.835 - 1.015 * sentence - 84.6 * syllables,
  },
} as const satisfies Readonly<Record<string, Formula>>

/** Formulas were made from stretches of a hundred words: of fewer, one word more or less is what they would measure. */
export const ENOUGH_WORDS = 100

/** So many words of a longer text are looked at, from its beginning. */
const MOST_WORDS = 20_000

/**
 * How long the words and sentences of a text are in a language (BCP 47), and what a formula makes of it. Words whose syllables are
 * not known (names with digits, other scripts) are left out of their average.
 */
export function figuresOf(text: string, language: string): TextFigures {
  const plain = text.replaceAll(INSTEAD, ' ')
  const words = wordsOf(plain, language).map(({ from, to }) => plain.slice(from, to))
  const sentences = sentencesOf(plain, language).filter(({ from, to }) =>
    /[\p{L}\p{N}]/u.test(plain.slice(from, to)),
  )
  if (!words.length) return { words: 0, sentences: 0, sentence: 0, long: 0, ease: null }
  const sentence = words.length / Math.max(1, sentences.length)
  const long = words.filter(word => [...word].length > 6).length / words.length
  return {
    words: words.length,
    sentences: sentences.length,
    sentence,
    long,
    ease: words.length < ENOUGH_WORDS ? null : easeOf(words.slice(0, MOST_WORDS), sentence, language),
  }
}

/**
 * What a formula gives for words in sentences of some length, whatever their number; null where none is known for the language, or
 * where the syllables of most words are not.
 */
export function easeOf(words: readonly string[], sentence: number, language: string): Ease | null {
  const formula = (Object.keys(FORMULAS) as Ease['formula'][]).find(
    name => FORMULAS[name].language === baseLanguage(language),
  )
  if (!formula) return null
  const counts = words.flatMap(word => syllablesOf(word, language)?.length ?? [])
  if (counts.length < words.length * 0.8) return null
  const syllables = counts.reduce((sum, count) => sum + count, 0) / counts.length
  return { formula, value: FORMULAS[formula].ease(sentence, syllables) }
}
