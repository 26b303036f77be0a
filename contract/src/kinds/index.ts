import type { WorkKind } from '@oppen/core/work'
import { z } from 'zod'
import { assignmentDetails } from './assignment/index.js'
import { formDetails } from './form/index.js'
import { handoutDetails } from './handout/index.js'
import { question } from './question/index.js'
import { quizDetails } from './quiz/index.js'
import { readingDetails } from './reading/index.js'
import { videoDetails } from './video/index.js'

const DETAILS = {
  handout: handoutDetails,
  assignment: assignmentDetails,
  question,
  quiz: quizDetails,
  reading: readingDetails,
  video: videoDetails,
  form: formDetails,
} satisfies Readonly<Record<WorkKind, z.ZodType>>

/**
 * What each kind of work has of its own, by the kind: a work that is stored has that of its kind, a form may hold what was
 * said before another kind was chosen.
 */
export const details = z.object(DETAILS).partial()
export type Details = z.infer<typeof details>
