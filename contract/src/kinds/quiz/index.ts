import { COUNTED, PAGES, QUIZ_LIMITS, SHOWN_WHEN } from '@oppen/core/work/kinds/quiz'
import { z } from 'zod'
import { line } from '../../wire/shapes.js'
import { questionShape } from './question.js'

export const quizRules = z.object({
  checks: z.number().int().min(0).max(QUIZ_LIMITS.checks).nullable(),
  checkCost: z.number().int().min(0).max(100),
  attempts: z.number().int().min(1).max(QUIZ_LIMITS.attempts).nullable(),
  counted: z.enum(COUNTED),
  shown: z.enum(SHOWN_WHEN),
  mixed: z.boolean(),
  pages: z.enum(PAGES),
  minutes: z.number().int().min(1).max(QUIZ_LIMITS.minutes).nullable(),
})

/** A section, around questions of some shape. */
export const sectionOf = <Q extends z.ZodType>(question: Q) =>
  z.object({
    id: z.string().regex(/^[\w-]{1,20}$/),
    title: line,
    pick: z.number().int().min(1).max(QUIZ_LIMITS.questions).nullable(),
    questions: z.array(question).max(QUIZ_LIMITS.questions),
  })

/**
 * How a quiz runs, for all; its questions, which are for teachers alone: a pupil has them attempt by attempt, without what gives
 * answers away.
 */
export const quizDetails = quizRules.extend({
  key: z.object({ sections: z.array(sectionOf(questionShape)).max(QUIZ_LIMITS.sections) }).optional(),
  /** Said to those whose score changes with a change of a posted quiz; it is not stored with the quiz. */
  note: line.optional(),
})
export type QuizDetails = z.infer<typeof quizDetails>
