import type { PlaceId } from '@oppen/core/ids'
import { z } from 'zod'
import { route } from '../wire/route.js'
import { id, localTime, typed } from '../wire/shapes.js'
import { standing, workLine } from './work.js'

export const markingPage = z.object({
  className: z.string(),
  topicName: z.string().nullable(),
  work: workLine,
  rows: z.array(z.object({ placeId: id<PlaceId>(), name: z.string(), standing, newNotes: z.number().int() })),
})
export type MarkingPage = z.infer<typeof markingPage>

const work = '/api/classes/:classId/works/:workId' as const
const piece = `${work}/pieces/:placeId` as const

/** Which hand-in the teacher looked at (0 for none), so that nobody marks what was taken back meanwhile. */
const number = z.number().int().min(0)

export const markingRoutes = {
  seeMarking: route({ method: 'GET', path: `${work}/marking`, may: 'marking.see', reply: markingPage }),
  handBack: route({
    method: 'POST',
    path: `${piece}/hand-back`,
    may: 'piece.mark',
    body: z.object({ number, mark: z.string().max(40).nullable(), feedback: typed }),
    reply: standing,
  }),
  tryAgain: route({
    method: 'POST',
    path: `${piece}/try-again`,
    may: 'piece.mark',
    body: z.object({ number, by: localTime.nullable(), feedback: typed }),
    reply: standing,
  }),
  excuse: route({
    method: 'POST',
    path: `${piece}/excused`,
    may: 'piece.mark',
    body: z.object({ excused: z.boolean() }),
    reply: standing,
  }),
  receive: route({
    method: 'POST',
    path: `${piece}/received`,
    may: 'piece.mark',
    body: z.object({ received: z.boolean() }),
    reply: standing,
  }),
}
