import { LONGEST_VIDEO } from './runs.js'

/** Seconds at which something happened, each with how often, in their order. */
export type Moments = readonly (readonly [second: number, times: number])[]

/** So many different seconds are counted for one pupil; more say nothing more. */
export const MOST_MOMENTS = 2_000

/** Moments with further seconds counted. What lies outside of the longest video, and what would be one too many, is left out. */
export function withMoments(moments: Moments, seconds: readonly number[]): Moments {
  const counted = new Map(moments)
  for (const second of seconds.map(Math.floor)) {
    if (!(second >= 0 && second <= LONGEST_VIDEO)) continue
    if (counted.has(second) || counted.size < MOST_MOMENTS)
      counted.set(second, (counted.get(second) ?? 0) + 1)
  }
  return [...counted].sort(([one], [other]) => one - other)
}
