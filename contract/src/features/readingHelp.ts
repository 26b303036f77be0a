import type { ClassId, PlaceId } from '@oppen/core/ids'
import {
  COLUMNS,
  FACES,
  GUIDES,
  KNOWN_LANGUAGES,
  PAPERS,
  type ReadingSettings,
  ROOMS,
  SHOWINGS,
  SIZES,
  SPEEDS,
  VOICES,
} from '@oppen/core/readingHelp'
import { z } from 'zod'
import { done, id } from '../wire/shapes.js'

/** What makes text easier to read for one person. */
export const readingSettings = z.object({
  size: z.literal(SIZES),
  room: z.enum(ROOMS),
  column: z.enum(COLUMNS),
  paper: z.enum(PAPERS),
  face: z.enum(FACES),
  numbered: z.boolean(),
  guide: z.literal(GUIDES),
  screens: z.boolean(),
  speed: z.literal(SPEEDS),
  voice: z.enum(VOICES),
  listen: z.boolean(),
  points: z.boolean(),
  showing: z.enum(SHOWINGS),
  known: z.enum(KNOWN_LANGUAGES).nullable(),
  shown: z.boolean(),
}) satisfies z.ZodType<ReadingSettings>

/** Null goes back to what a teacher set for the beginning, or to the usual. */
const settings = z.object({ settings: readingSettings.nullable() })

export const readingBeginning = z.object({
  settings: readingSettings.nullable(),
  /** What the pupil chose, where the pupil or a family of the pupil says that teachers may see it. */
  uses: readingSettings.nullable(),
})

/** The children of a family by class, and whether this family says that teachers there may see which help is used. */
const readingShown = z.object({
  children: z.array(
    z.object({
      classId: id<ClassId>(),
      placeId: id<PlaceId>(),
      name: z.string(),
      className: z.string(),
      shown: z.boolean(),
    }),
  ),
})
export type ReadingBeginning = z.infer<typeof readingBeginning>

export const readingHelpShapes = {
  saveReadingSettings: { body: settings, reply: done },
  seeReadingBeginning: { reply: readingBeginning },
  setReadingBeginning: { body: settings, reply: done },
  seeReadingShown: { reply: readingShown },
  setReadingShown: { body: z.object({ shown: z.boolean() }), reply: done },
}
