import type { PlaceId } from '@oppen/core/ids'
import { z } from 'zod'
import { done, id, line, typed } from '../wire/shapes.js'

/** How far reports on their way have come. */
const job = z.object({
  id: z.string(),
  state: z.enum(['working', 'ready', 'cancelled', 'failed']),
  done: z.number().int(),
  of: z.number().int(),
})
export type ReportJob = z.infer<typeof job>

export const reportsPage = z.object({
  className: z.string(),
  pupils: z.array(
    z.object({
      placeId: id<PlaceId>(),
      name: z.string(),
      /** What the teacher says of them for this span of weeks. */
      words: z.string(),
    }),
  ),
})
export type ReportsPage = z.infer<typeof reportsPage>

/** The Mondays of the first and of the last week. */
const span = { from: line, to: line }

export const reportShapes = {
  seeReports: { reply: reportsPage },
  saveReportWords: { body: z.object({ ...span, words: typed }), reply: done },
  beginReports: {
    body: z.object({ ...span, placeIds: z.array(id<PlaceId>()).max(500) }),
    reply: job,
  },
  seeReportJob: { reply: job },
  cancelReports: { reply: done },
  takeReports: {},
}
