import type { PlaceId } from '@oppen/core/ids'
import { MOST_STOPS } from '@oppen/core/watching'
import { z } from 'zod'
import { moment, videoStop } from '../kinds/video/index.js'
import { id, instant } from '../wire/shapes.js'

const run = z.object({ from: z.number().int(), to: z.number().int(), times: z.number().int() })
const partId = z.string().regex(/^[\w-]{1,20}$/)
const passed = z.object({ stopId: partId, wayId: partId.nullable() })

/** How far one pupil is with a video. */
const videoPage = z.object({
  /** Where it was left, in seconds. */
  position: moment,
  watched: z.array(run),
  passed: z.array(passed),
})
export type VideoPage = z.infer<typeof videoPage>

/** So much comes with one batch: more than a minute of pressing without a pause. */
const MOST_AT_ONCE = 500

const batch = z.object({
  /** The how manyth of its viewing. */
  number: z.number().int().min(1).max(1_000_000),
  position: moment,
  stretches: z.array(z.object({ from: moment, to: moment })).max(MOST_AT_ONCE),
  /** Where the pupil stopped it, and from where the pupil went back. */
  stopped: z.array(moment).max(MOST_AT_ONCE),
  back: z.array(moment).max(MOST_AT_ONCE),
  /** Stops from which the pupil went on: notes, choices, and questions that need no answer. */
  passed: z.array(passed).max(2 * MOST_STOPS),
})
export type WatchedBatch = z.infer<typeof batch>

/** How a class has watched a video, for its teachers. */
const watchingPage = z.object({
  title: z.string(),
  seconds: z.number(),
  stops: z.array(videoStop),
  pupils: z.array(
    z.object({
      placeId: id<PlaceId>(),
      name: z.string(),
      watched: z.array(run),
      position: moment,
      /** When it was played last; null for never. */
      at: instant.nullable(),
      passed: z.array(passed),
      /** How well each question was answered, from 0 to 1; null where a teacher marks it. */
      answers: z.array(z.object({ questionId: z.string(), share: z.number().nullable() })),
    }),
  ),
  parts: z.array(
    z.object({
      from: z.number(),
      to: z.number(),
      seen: z.number(),
      again: z.number(),
      stopped: z.number(),
      back: z.number(),
    }),
  ),
})
export type WatchingPage = z.infer<typeof watchingPage>

export const watchingShapes = {
  seeVideo: { reply: videoPage },
  saveWatched: {
    body: batch,
    /** What is known by now, and whether another page plays it at the same time. */
    reply: videoPage.extend({ elsewhere: z.boolean() }),
  },
  seeWatching: { reply: watchingPage },
}
