import { err, type Outcome, ok } from '../outcome/index.js'
import { furthestSeen, type Stretch, type Watched } from './runs.js'

/** A player goes a little past what it says, and a press is not to the second: so many seconds are not skipping. */
export const LEEWAY = 2

/** What lets a pupil go ahead: that a video may be skipped, and the moments to which choices have led. */
export type Going = { readonly skipping: boolean; readonly opened?: readonly number[] }

/**
 * Whether a pupil may go to a place of a video, in seconds. Going back is always possible. Refuses `video_ahead` with `furthest` where
 * nothing may be skipped and the place lies further than what was seen, and than where a choice has led.
 */
export function mayGoTo(place: number, watched: Watched, { skipping, opened = [] }: Going): Outcome<true> {
  const furthest = Math.max(furthestSeen(watched), ...opened)
  return skipping || place <= furthest + LEEWAY ? ok(true) : err('video_ahead', { furthest })
}

/**
 * Those of stretches that count, in the order in which they were played: where nothing may be skipped, what begins further on than was
 * seen by then was jumped to, whoever says that it was played.
 */
export function reachedOf(
  played: readonly Stretch[],
  watched: Watched,
  { skipping, opened = [] }: Going,
): Stretch[] {
  let furthest = Math.max(furthestSeen(watched), ...opened)
  return played.filter(({ from, to }) => {
    if (!skipping && !(from <= furthest + LEEWAY)) return false
    furthest = Math.max(furthest, to)
    return true
  })
}
