import type { PlaceId, WorkId } from '@oppen/core/ids'
import { z } from 'zod'
import { id, instant } from '../wire/shapes.js'
import { standing, workLine } from './work.js'

export const progressPage = z.object({
  className: z.string(),
  teacherName: z.string(),
  pupil: z.object({ placeId: id<PlaceId>(), name: z.string() }),
  /** When a teacher last gave or changed a mark of this pupil. */
  markedAt: instant.nullable(),
  pieces: z.array(
    z.object({ work: workLine, topicName: z.string().nullable(), standing, feedback: z.string().nullable() }),
  ),
})
export type ProgressPage = z.infer<typeof progressPage>

export const progressOverview = z.object({
  className: z.string(),
  works: z.array(workLine),
  pupils: z.array(
    z.object({
      placeId: id<PlaceId>(),
      name: z.string(),
      /** Only pieces that were moved; all others are untouched. */
      pieces: z.array(z.object({ workId: id<WorkId>(), standing })),
    }),
  ),
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
