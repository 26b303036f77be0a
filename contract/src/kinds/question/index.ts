import { SHOWN } from '@oppen/core/work/kinds/question'
import { z } from 'zod'
import { line } from '../../wire/shapes.js'

/** Choices to take one or several of, or none for an answer in words; and when classmates' answers are shown. */
export const question = z.object({
  choices: z.array(line).max(20),
  several: z.boolean(),
  shown: z.enum(SHOWN),
  /** Which choices are right; nothing of it leaves the server but for teachers. */
  key: z.object({ right: z.array(line).max(20) }).optional(),
})
export type Question = z.infer<typeof question>
