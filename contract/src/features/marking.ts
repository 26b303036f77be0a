import type { PlaceId } from '@oppen/core/ids'
import { z } from 'zod'
import { id, localTime, typed } from '../wire/shapes.js'
import { status, timing, workLine } from './workParts.js'

export const markingPage = z.object({
  className: z.string(),
  topicName: z.string().nullable(),
  work: workLine,
  rows: z.array(
    z.object({
      placeId: id<PlaceId>(),
      name: z.string(),
      /** The times that hold for this pupil. */
      timing,
      /** Whether the deadline is this pupil's own. */
      extended: z.boolean(),
      status,
      newNotes: z.number().int(),
    }),
  ),
})
export type MarkingPage = z.infer<typeof markingPage>

/** Which hand-in the teacher looked at (0 for none), so that nobody marks what was taken back meanwhile. */
const number = z.number().int().min(0)

export const markingShapes = {
  seeMarking: { reply: markingPage },
  handBackByKey: { reply: z.object({ handedBack: z.number().int() }) },
  handBack: {
    body: z.object({ number, mark: z.string().max(40).nullable(), feedback: typed }),
    reply: status,
  },
  tryAgain: {
    body: z.object({ number, by: localTime.nullable(), feedback: typed }),
    reply: status,
  },
  excuse: {
    body: z.object({ excused: z.boolean() }),
    reply: status,
  },
  receive: {
    body: z.object({ received: z.boolean() }),
    reply: status,
  },
}
