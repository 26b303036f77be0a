import type { Moments } from './moments.js'
import { playedBySecond, seenBySecond, type Watched } from './runs.js'

/** How one pupil has watched: what was played, where it was stopped, and from where it was gone back. */
export type Watching = { readonly watched: Watched; readonly stopped: Moments; readonly back: Moments }

/** A part of a video, and what a class did in it. */
export type PartOfClass = {
  readonly from: number
  readonly to: number
  /** How many pupils saw it; the mean of its seconds. */
  readonly seen: number
  /** How many more times it was played, by all together; the mean of its seconds. */
  readonly again: number
  readonly stopped: number
  readonly back: number
}

/** So many parts can be told apart in a picture. */
export const MOST_PARTS = 300

/** What a class did with a video of so many seconds, second by second, or in parts of as many whole seconds as needed. */
export function classByPart(watchers: readonly Watching[], length: number, most = MOST_PARTS): PartOfClass[] {
  const step = Math.max(1, Math.ceil(length / most))
  const all = watchers.map(({ watched }) => watched)
  const [seen, played] = [seenBySecond(all, length), playedBySecond(all, length)]
  const count = Math.ceil(length / step)
  const stopped = countedIn(
    watchers.map(one => one.stopped),
    { step, count },
  )
  const back = countedIn(
    watchers.map(one => one.back),
    { step, count },
  )
  return Array.from({ length: count }, (_, at) => {
    const [from, to] = [at * step, Math.min(length, (at + 1) * step)]
    const mean = (seconds: readonly number[]) =>
      seconds.slice(from, to).reduce((sum, times) => sum + times, 0) / (to - from)
    const bySeen = mean(seen)
    return {
      ...{ from, to, seen: bySeen, again: mean(played) - bySeen },
      ...{ stopped: stopped[at] ?? 0, back: back[at] ?? 0 },
    }
  })
}

type Parts = { readonly step: number; readonly count: number }

/** How often something happened in each part; at the very end it belongs to the last. */
function countedIn(all: readonly Moments[], { step, count }: Parts): number[] {
  const parts = new Array<number>(count).fill(0)
  for (const [second, times] of all.flat()) {
    const at = Math.min(Math.floor(second / step), count - 1)
    if (at >= 0) parts[at] = (parts[at] ?? 0) + times
  }
  return parts
}
