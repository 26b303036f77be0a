import { CAPTION_LIMITS } from '@oppen/core/captions'
import { LONGEST_VIDEO, MOST_STOPS } from '@oppen/core/watching'
import { type GuidedVideo, MUST_ANSWER, SPEEDS, VIDEO_LIMITS } from '@oppen/core/work/kinds/video'
import { z } from 'zod'
import { line } from '../../wire/shapes.js'
import { quizDetails } from '../quiz/index.js'

/** A moment of a video, in seconds. */
export const moment = z.number().min(0).max(LONGEST_VIDEO)
const partId = z.string().regex(/^[\w-]{1,20}$/)
/** Of a file of the work; the server reads it. */
const address = z.string().max(300).nullable()

const anyStop = { id: partId, at: moment }
export const videoStop = z.discriminatedUnion('kind', [
  z.object({ ...anyStop, kind: z.literal('note'), html: z.string() }),
  z.object({
    ...anyStop,
    kind: z.literal('questions'),
    questions: z.array(partId).max(VIDEO_LIMITS.questions),
  }),
  z.object({
    ...anyStop,
    kind: z.literal('choice'),
    html: z.string(),
    ways: z.array(z.object({ id: partId, text: line, to: moment })).max(VIDEO_LIMITS.ways),
  }),
])

const guided = z.object({
  address,
  poster: address,
  seconds: moment.nullable(),
  language: z.string().regex(/^[a-z]{2,3}(-[\w-]{1,20})?$/i),
  stops: z.array(videoStop).max(2 * MOST_STOPS),
  captions: z.array(z.object({ from: moment, to: moment, text: z.string() })).max(2 * CAPTION_LIMITS.cues),
  chapters: z.array(z.object({ at: moment, title: line })).max(VIDEO_LIMITS.chapters),
  watching: z.object({
    skipping: z.boolean(),
    pauses: z.boolean(),
    mustAnswer: z.enum(MUST_ANSWER),
    fastest: z.literal(SPEEDS),
  }),
}) satisfies z.ZodType<GuidedVideo>

/** A video with stops; its questions are as those of a quiz. */
export const videoDetails = quizDetails.extend({ guided })
export type VideoDetails = z.infer<typeof videoDetails>
