import type { Instant, PlaceId, ViewingId, WorkId } from '@oppen/core/ids'
import { table } from '../../../db/index.js'

type OfSubmission = { workId: WorkId; placeId: PlaceId }

/** What one pupil watched of a video, where it was stopped and gone back from, and where it was left. */
export const videoWatched = table<
  OfSubmission & { watched: string; stopped: string; back: string; position: number; at: Instant }
>(
  'video_watched',
  {
    workId: 'id',
    placeId: 'id',
    watched: 'json',
    stopped: 'json',
    back: 'json',
    position: 'real',
    at: 'integer',
  },
  ['workId', 'placeId'],
)

/** A page on which a video was opened, and the number of the last batch that came of it. */
export const videoViewings = table<OfSubmission & { id: ViewingId; number: number; at: Instant }>(
  'video_viewings',
  { workId: 'id', placeId: 'id', id: 'id', number: 'integer', at: 'integer' },
  ['workId', 'placeId', 'id'],
)

/** A stop that was passed; of a choice, by which way last. */
export const videoPassed = table<OfSubmission & { stopId: string; wayId: string | null; at: Instant }>(
  'video_passed',
  { workId: 'id', placeId: 'id', stopId: 'text', wayId: 'text', at: 'integer' },
  ['workId', 'placeId', 'stopId'],
)
