import { err, ok } from '../../outcome/index.js'
import { LIMITS } from '../../texts/index.js'
import { type QuestionRules, WRONG } from '../kind.js'
import type { TextAnswer } from './text.js'

/** What a teacher marks has no key but an example of a good answer, shown with the result. */
export type ByHandKey = { readonly example: string }

export type LongAsk = Record<string, never>

/** A longer text, marked by a teacher. */
export const long: QuestionRules<LongAsk, ByHandKey, TextAnswer> = {
  marked: 'byHand',
  check: () => ok(true),
  isBlank: ({ text }) => !text.trim(),
  read: (_, answer) =>
    answer.text.length > LIMITS.note
      ? err('text_long', { what: 'answer', most: LIMITS.note, got: answer.text.length })
      : ok(answer),
  mark: () => WRONG,
}

export type DrawingAsk = {
  /** The address of the picture to draw on; null for an empty one. */
  readonly picture: string | null
}
/** Strokes, each packed as those of a worksheet, on a picture of a thousand by seven hundred and fifty. */
export type DrawingAnswer = { readonly strokes: readonly string[] }

/** The most a drawing holds: its strokes, and all of them in characters. */
export const MOST_STROKES = 500
export const LONGEST_DRAWING = 60_000

/** A drawing, marked by a teacher. */
export const drawing: QuestionRules<DrawingAsk, ByHandKey, DrawingAnswer> = {
  marked: 'byHand',
  check: () => ok(true),
  isBlank: ({ strokes }) => strokes.length === 0,
  read: (_, answer) => {
    const length = answer.strokes.reduce((sum, stroke) => sum + stroke.length, 0)
    return answer.strokes.length > MOST_STROKES || length > LONGEST_DRAWING
      ? err('drawing_full', { most: MOST_STROKES })
      : ok(answer)
  },
  mark: () => WRONG,
}

export type RecordingAsk = {
  /** The longest recording, in seconds. */
  readonly most: number
}
/** The name of the file, which is sent by itself. */
export type RecordingAnswer = { readonly file: string | null }

/** Something spoken, marked by a teacher. */
export const recording: QuestionRules<RecordingAsk, ByHandKey, RecordingAnswer> = {
  marked: 'byHand',
  check: () => ok(true),
  isBlank: ({ file }) => file === null,
  read: (_, answer) => ok(answer),
  mark: () => WRONG,
}
