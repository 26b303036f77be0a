import type { PlaceId, WorkId } from '@oppen/core/ids'
import { z } from 'zod'
import { id, instant } from '../wire/shapes.js'
import { counting, markRules } from './markBook.js'
import { status, workLine } from './workParts.js'

export const progressPage = z.object({
  className: z.string(),
  teacherName: z.string(),
  pupil: z.object({ placeId: id<PlaceId>(), name: z.string() }),
  /** How the class turns marks into averages. */
  rules: markRules,
  /** When a teacher last gave or changed a mark of this pupil. */
  markedAt: instant.nullable(),
  submissions: z.array(
    z.object({
      id: id<WorkId>(),
      counting: counting.extend({ points: z.number().int().nullable() }),
      /** All marks that were given for it, the first first. */
      marks: z.array(z.number().int()),
      /** Whether being late takes nothing. */
      forgiven: z.boolean(),
      work: workLine,
      topicName: z.string().nullable(),
      status,
      feedback: z.string().nullable(),
    }),
  ),
})
export type ProgressPage = z.infer<typeof progressPage>

/** A line for each pupil, worked out by the server: a class of thirty with two hundred submissions is a megabyte otherwise. */
export const progressOverview = z.object({
  className: z.string(),
  lines: z.array(
    z.object({
      placeId: id<PlaceId>(),
      name: z.string(),
      /** The average in tenths of a percent; null where nothing is marked. */
      permille: z.number().int().nullable(),
      marks: z.number().int(),
      asked: z.number().int(),
      isIn: z.number().int(),
      overdue: z.number().int(),
      missing: z.number().int(),
    }),
  ),
  /** When a deadline passes next and it is to be asked again; null where none does. */
  until: instant.nullable(),
})
export type ProgressOverview = z.infer<typeof progressOverview>

export const progressShapes = {
  seeProgress: {
    reply: progressPage,
  },
  seeOverview: {
    reply: progressOverview,
  },
}
