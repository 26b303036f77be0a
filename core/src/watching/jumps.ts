import { err, type Outcome, ok } from '../outcome/index.js'
import { furthestSeen, type Watched } from './runs.js'

/** A player goes a little past what it says, and a press is not to the second: so many seconds are not skipping. */
export const LEEWAY = 2

/**
 * Whether a pupil may go to a place of a video, in seconds. Going back is always possible. Refuses `video_ahead` with `furthest` where
 * nothing may be skipped and the place lies further than what was seen.
 */
export function mayGoTo(
  place: number,
  watched: Watched,
  { skipping }: { readonly skipping: boolean },
): Outcome<true> {
  const furthest = furthestSeen(watched)
  return skipping || place <= furthest + LEEWAY ? ok(true) : err('video_ahead', { furthest })
}

/**
 * What of a stretch counts as played where nothing may be skipped: what begins further on than was seen was jumped to, whoever says
 * that it was played. Null where nothing of it counts.
 */
export const isReached = (
  from: number,
  watched: Watched,
  { skipping }: { readonly skipping: boolean },
): boolean => mayGoTo(from, watched, { skipping }).ok
