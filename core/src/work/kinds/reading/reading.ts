import { err, type Outcome, ok } from '../../../outcome/index.js'
import type { Anchor } from '../../../passage/index.js'
import { isBlank } from '../../../texts/index.js'

/** Where questions stand: after the passage, beside it, or at the places that they are about. */
export const ASKED_WHERE = ['after', 'beside', 'within'] as const

/** Colours that a pupil marks with. Each has a line of its own as well, and a meaning that the teacher can name. */
export const MARK_COLOURS = ['sun', 'leaf', 'sky', 'rose'] as const
export type MarkColour = (typeof MARK_COLOURS)[number]

/** A word to know before reading. Picture and sound are addresses of files of the work. */
export type WordToKnow = {
  readonly id: string
  readonly word: string
  readonly meaning: string
  readonly example: string
  readonly picture: string | null
  readonly sound: string | null
}

/** A passage and what is said about it. */
export type Passage = {
  readonly html: string
  /** The language it is in (BCP 47). */
  readonly language: string
  readonly words: readonly WordToKnow[]
  readonly asked: (typeof ASKED_WHERE)[number]
  /** The lines that a question is about, by the id of the question. */
  readonly about: Readonly<Record<string, Anchor>>
  /** Whether it may be read aloud by Oppen: not where reading it is what is asked. */
  readonly aloud: boolean
  /** What the colours mean; where it is empty, the usual. */
  readonly meanings: Readonly<Record<MarkColour, string>>
}

/** The most of everything. */
export const READING_LIMITS = {
  words: 60,
  marks: 500,
  note: 2_000,
  meaning: 60,
  /** Words of their own that a pupil keeps in a class, and how long a sentence with one may be. */
  ownWords: 1_000,
  sentence: 300,
} as const

export const EMPTY_PASSAGE: Passage = {
  html: '',
  language: 'en',
  words: [],
  asked: 'after',
  about: {},
  aloud: true,
  meanings: { sun: '', leaf: '', sky: '', rose: '' },
}

/**
 * Whether a passage can be posted. Refuses `passage_empty`, `passage_words` with `most`, and `passage_word_empty` with the `number` of
 * a word to know that has no word.
 */
export function checkPassage({ html, words }: Pick<Passage, 'html' | 'words'>): Outcome<true> {
  if (isBlank(html)) return err('passage_empty')
  if (words.length > READING_LIMITS.words) return err('passage_words', { most: READING_LIMITS.words })
  const empty = words.findIndex(({ word }) => !word.trim())
  return empty < 0 ? ok(true) : err('passage_word_empty', { number: empty + 1 })
}
