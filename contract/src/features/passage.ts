import type { OwnWordId, ReadingMarkId, WorkId } from '@oppen/core/ids'
import { z } from 'zod'
import { anchorShape, markColour } from '../kinds/reading/index.js'
import { done, id, instant, line } from '../wire/shapes.js'

const questionId = z.string().regex(/^[\w-]{1,20}$/)
const attempt = z.number().int().min(1).max(1000)
const wordNumber = z.number().int().min(0).max(100_000)

const mark = z.object({
  colour: markColour,
  anchor: anchorShape,
  /** What the pupil wrote in the margin beside it; empty where nothing. */
  note: z.string(),
})

/** What a pupil marked in a passage, and noted beside it. */
const readingMarks = z.object({
  marks: z.array(mark.extend({ id: id<ReadingMarkId>(), at: instant })),
})
export type ReadingMark = z.infer<typeof readingMarks>['marks'][number]

const ownWord = z.object({
  word: line,
  /** The sentence in which it stood; empty where it was written down otherwise. */
  context: line,
  /** A sentence of one's own with it. */
  sentence: line,
})
const ownWords = z.object({
  words: z.array(ownWord.extend({ id: id<OwnWordId>(), at: instant })),
})
export type OwnWord = z.infer<typeof ownWords>['words'][number]

const fluency = z.object({
  read: z.number().int(),
  slips: z.number().int(),
  correct: z.number().int(),
  perMinute: z.number().int(),
})

/** What was counted of one reading aloud. */
const counted = fluency.extend({
  workId: id<WorkId>(),
  title: z.string(),
  attempt,
  questionId,
  /** When it was read. */
  at: instant,
  tapped: z.array(wordNumber),
  last: wordNumber,
  seconds: z.number(),
})
const fluencyPage = z.object({ name: z.string(), readings: z.array(counted) })
export type FluencyPage = z.infer<typeof fluencyPage>

export const passageShapes = {
  seeReadingMarks: { reply: readingMarks },
  saveReadingMark: { body: mark, reply: done },
  removeReadingMark: { reply: done },
  countReading: {
    body: z.object({
      attempt,
      questionId,
      slips: z.array(wordNumber).max(2_000),
      last: wordNumber,
      seconds: z.number(),
    }),
    reply: fluency,
  },
  seeFluency: { reply: fluencyPage },
  seeOwnWords: { reply: ownWords },
  saveOwnWord: { body: ownWord, reply: done },
  removeOwnWord: { reply: done },
}
