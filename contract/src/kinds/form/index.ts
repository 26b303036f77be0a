import { ANSWERED_BY, FORM_LIMITS, FORM_QUESTIONS, type FormQuestion } from '@oppen/core/work/kinds/form'
import { z } from 'zod'
import { askedOfKind } from '../quiz/question.js'

const [first, ...others] = FORM_QUESTIONS.map(kind => askedOfKind(kind).extend({ required: z.boolean() }))

/** A question of a form: one as a quiz asks it, and whether it has to be answered. */
export const formQuestion = z.discriminatedUnion('kind', [
  first as never,
  ...(others as never[]),
]) as unknown as z.ZodType<FormQuestion>

/** Who answers a form, whether with names, and what is asked. */
export const formDetails = z.object({
  answeredBy: z.enum(ANSWERED_BY),
  named: z.boolean(),
  questions: z.array(formQuestion).max(FORM_LIMITS.questions),
})
export type FormDetails = z.infer<typeof formDetails>
