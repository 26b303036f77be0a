import { ANCHOR_LIMITS, type Anchor } from '@oppen/core/passage'
import { ASKED_WHERE, MARK_COLOURS, type Passage, READING_LIMITS } from '@oppen/core/work/kinds/reading'
import { z } from 'zod'
import { line } from '../../wire/shapes.js'
import { quizDetails } from '../quiz/index.js'

const place = z.number().int().min(0).max(1_000_000)
const around = z.string().max(ANCHOR_LIMITS.around)

/** A stretch of a passage. */
export const anchorShape = z
  .object({
    from: place,
    to: place,
    exact: z.string().min(1).max(ANCHOR_LIMITS.exact),
    prefix: around,
    suffix: around,
  })
  .refine(({ from, to, exact }) => to - from === exact.length) satisfies z.ZodType<Anchor>

const partId = z.string().regex(/^[\w-]{1,20}$/)
/** Of a file of the work; the server reads it. */
const address = z.string().max(300).nullable()

export const markColour = z.enum(MARK_COLOURS)

const passage = z.object({
  html: z.string(),
  language: z.string().regex(/^[a-z]{2,3}(-[\w-]{1,20})?$/i),
  words: z
    .array(
      z.object({ id: partId, word: line, meaning: line, example: line, picture: address, sound: address }),
    )
    .max(2 * READING_LIMITS.words),
  asked: z.enum(ASKED_WHERE),
  about: z.record(partId, anchorShape),
  aloud: z.boolean(),
  meanings: z.object({ sun: line, leaf: line, sky: line, rose: line }),
}) satisfies z.ZodType<Passage>

/** A passage with questions, which are as those of a quiz. */
export const readingDetails = quizDetails.extend({ passage })
export type ReadingDetails = z.infer<typeof readingDetails>
