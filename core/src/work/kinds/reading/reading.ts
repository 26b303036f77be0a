import { err, type Outcome, ok } from '../../../outcome/index.js'
import { type Anchor, findAnchor, passageText } from '../../../passage/index.js'
import type { Span } from '../../../speech/index.js'
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

/** So much of a passage is read aloud at once, in UTF-16 units: more than an hour of it. */
const LONGEST_ALOUD = 30_000

/** The lines of a passage that a question is about, in its text; null where it is about none, or they are there no more. */
export function linesOfQuestion(
  text: string,
  { about }: Pick<Passage, 'about'>,
  questionId: string,
): Span | null {
  const anchor = Object.hasOwn(about, questionId) ? about[questionId] : undefined
  return anchor ? findAnchor(text, anchor) : null
}

/** What is read aloud where a question asks for it: the lines that it is about, else the passage from its beginning. */
export function textReadAloud(passage: Pick<Passage, 'html' | 'about'>, questionId: string): string {
  const text = passageText(passage.html)
  const { from, to } = linesOfQuestion(text, passage, questionId) ?? { from: 0, to: text.length }
  return text.slice(from, Math.min(to, from + LONGEST_ALOUD))
}
