import type { PlaceId, WorkId } from '@oppen/core/ids'
import { z } from 'zod'
import { id, instant } from '../wire/shapes.js'
import { standing, timing, workLine } from './workParts.js'

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
      /** Every piece that is asked of the pupil, with the times that hold there. */
      pieces: z.array(z.object({ workId: id<WorkId>(), timing, standing })),
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
