import type { PlaceId, WorkId } from '@oppen/core/ids'
import type { Signal } from '@oppen/core/marks'
import { z } from 'zod'
import { done, id, instant } from '../wire/shapes.js'
import { counting, markRules } from './markBook.js'
import { status, workLine } from './workParts.js'

export const progressPage = z.object({
  className: z.string(),
  teacherName: z.string(),
  pupil: z.object({ placeId: id<PlaceId>(), name: z.string() }),
  /** When the reader last looked; null for the first time. */
  seenAt: instant.nullable(),
  /** What the weeks until now were for, the newest first, and what of it this pupil has reached. */
  goals: z.array(z.object({ week: z.string(), text: z.string(), reached: z.boolean() })),
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
      /** The Monday of its week; null for none. */
      week: z.string().nullable(),
      /** How the class did, in hundredths; null where that is not shown, or rests on too few. */
      figures: z
        .object({ count: z.number().int(), lower: z.number(), median: z.number(), upper: z.number() })
        .nullable(),
    }),
  ),
})
export type ProgressPage = z.infer<typeof progressPage>

const signal = z.discriminatedUnion('is', [
  z.object({ is: z.literal('missing'), count: z.number().int(), week: z.string() }),
  z.object({ is: z.literal('falling'), count: z.number().int(), since: instant }),
  z.object({ is: z.literal('unseen'), days: z.number().int().nullable() }),
]) satisfies z.ZodType<Signal>

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
  /** Pupils to look at, each with what they were found by. */
  signals: z.array(z.object({ placeId: id<PlaceId>(), name: z.string(), found: z.array(signal) })),
  rules: markRules.shape.signals,
  /** How work came in by the week in which it was due, of all pupils together, the first week first. */
  rates: z.array(
    z.object({
      week: z.string(),
      asked: z.number().int(),
      late: z.number().int(),
      missing: z.number().int(),
    }),
  ),
  /** Whose marks moved most in the last four weeks: in thousandths of the points, before and since. */
  moved: z.array(
    z.object({
      placeId: id<PlaceId>(),
      name: z.string(),
      before: z.number().int(),
      since: z.number().int(),
      by: z.number().int(),
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
  setGoalReached: {
    body: z.object({ week: z.string().max(10), text: z.string().max(400), reached: z.boolean() }),
    reply: done,
  },
  seeOverview: {
    reply: progressOverview,
  },
}
