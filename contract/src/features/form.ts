import type { PlaceId } from '@oppen/core/ids'
import { SIDES } from '@oppen/core/work/kinds/form'
import { z } from 'zod'
import { formDetails, formQuestion } from '../kinds/form/index.js'
import { givenShape } from '../kinds/quiz/question.js'
import { id, instant, line } from '../wire/shapes.js'

const answers = z.record(z.string().regex(/^[\w-]{1,20}$/), givenShape)

/** A form as a pupil or a family has it. */
export const formPage = z.object({
  form: formDetails,
  /** For whom the reader answers; null for a teacher, who only looks. */
  side: z.enum(SIDES).nullable(),
  opensAt: instant.nullable(),
  closesAt: instant.nullable(),
  /** Whether this side has answered. */
  answered: z.boolean(),
  /** What it answered and when; null before, and always without names: nothing says which answer it was. */
  answers: answers.nullable(),
  answeredAt: instant.nullable(),
})
export type FormPage = z.infer<typeof formPage>

const counts = z.discriminatedUnion('is', [
  z.object({
    is: z.literal('choices'),
    choices: z.array(z.object({ text: z.string(), count: z.number().int() })),
  }),
  z.object({ is: z.literal('order'), items: z.array(z.object({ text: z.string(), mean: z.number() })) }),
  z.object({
    is: z.literal('numbers'),
    mean: z.number(),
    median: z.number(),
    least: z.number(),
    most: z.number(),
  }),
  z.object({ is: z.literal('places'), points: z.array(z.object({ x: z.number(), y: z.number() })) }),
  z.object({ is: z.literal('texts'), texts: z.array(z.string()) }),
])

/** All answers to a form, for its teachers. */
export const formResults = z.object({
  className: z.string(),
  title: z.string(),
  named: z.boolean(),
  answeredBy: formDetails.shape.answeredBy,
  /** How many answers are counted here, and how many there are: without names the last few wait for others. */
  shown: z.number().int(),
  total: z.number().int(),
  questions: z.array(z.object({ question: formQuestion, counts })),
  /** Who has answered, in whatever way; with names also what. */
  people: z.array(
    z.object({
      placeId: id<PlaceId>(),
      name: z.string(),
      pupil: z.boolean(),
      family: z.boolean(),
      answers: z.array(
        z.object({
          side: z.enum(SIDES),
          by: z.string(),
          at: instant,
          texts: z.record(z.string(), z.string()),
        }),
      ),
    }),
  ),
})
export type FormResults = z.infer<typeof formResults>

export const formShapes = {
  seeForm: { reply: formPage },
  answerForm: {
    body: z.object({
      answers,
      /**
       * Made by the device, and kept there: without names it is all that opens the answer again. Sent twice, the answer is
       * there once.
       */
      receipt: line.min(20).max(100),
    }),
    reply: z.object({ answered: z.literal(true) }),
  },
  seeFormResults: { reply: formResults },
  takeFormAnswers: {},
}
