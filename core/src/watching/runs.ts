/** A stretch of a video, in seconds from its beginning. */
export type Stretch = { readonly from: number; readonly to: number }

/** Seconds of a video that were played so many times, once at least. */
export type Run = Stretch & { readonly times: number }

/** What was played of a video: its seconds in runs that do not touch with the same number, in their order. */
export type Watched = readonly Run[]

/** The longest video that is followed, in seconds: twelve hours. */
export const LONGEST_VIDEO = 43_200

/**
 * What was watched with another stretch that was played at one go. Its ends are rounded to whole seconds, so that what is stopped
 * within a second and gone on with counts that second once. Nothing is added by a stretch that rounds to nothing; what lies outside of the longest
 * video is left out.
 */
export function withPlayed(watched: Watched, played: Stretch): Run[] {
  const from = Math.max(0, Math.round(played.from))
  const to = Math.min(LONGEST_VIDEO, Math.round(played.to))
  if (!(from < to)) return [...watched]
  const runs: Run[] = []
  let at = from
  for (const run of watched) {
    if (run.to <= from || run.from >= to) {
      // what was not played before stands before the runs behind it
      if (run.from >= to && at < to) {
        put(runs, { from: at, to, times: 1 })
        at = to
      }
      put(runs, run)
      continue
    }
    if (run.from > at) put(runs, { from: at, to: run.from, times: 1 })
    if (run.from < from) put(runs, { ...run, to: from })
    const [start, end] = [Math.max(run.from, from), Math.min(run.to, to)]
    put(runs, { from: start, to: end, times: run.times + 1 })
    if (run.to > to) put(runs, { ...run, from: to })
    at = end
  }
  if (at < to) put(runs, { from: at, to, times: 1 })
  return runs
}

/** Adds a run behind others, as one with the last where it goes on with the same number. */
function put(runs: Run[], run: Run): void {
  const last = runs.at(-1)
  if (last && last.to === run.from && last.times === run.times)
    runs[runs.length - 1] = { ...last, to: run.to }
  else if (run.from < run.to) runs.push(run)
}

/** The stretches that were seen, so many times at least, as long as each can be. */
export function seenOf(watched: Watched, times = 1): Stretch[] {
  const seen: Stretch[] = []
  for (const run of watched) {
    if (run.times < times) continue
    const last = seen.at(-1)
    if (last?.to === run.from) seen[seen.length - 1] = { from: last.from, to: run.to }
    else seen.push({ from: run.from, to: run.to })
  }
  return seen
}

/** How many seconds were seen, each counted once. */
export const lengthSeen = (watched: Watched): number =>
  watched.reduce((sum, { from, to }) => sum + to - from, 0)

/** How many seconds were played, those seen again counted again. */
export const lengthPlayed = (watched: Watched): number =>
  watched.reduce((sum, { from, to, times }) => sum + (to - from) * times, 0)

/** What was not seen of a video of so many seconds. */
export function gapsOf(watched: Watched, length: number): Stretch[] {
  const gaps: Stretch[] = []
  let at = 0
  for (const { from, to } of seenOf(watched)) {
    if (from > at && at < length) gaps.push({ from: at, to: Math.min(from, length) })
    at = Math.max(at, to)
  }
  if (at < length) gaps.push({ from: at, to: length })
  return gaps
}

/** How far a video was seen: the end of its last second that was played; 0 before the first. */
export const furthestSeen = (watched: Watched): number => watched.at(-1)?.to ?? 0

/** How many times each second of a video of so many seconds was played by all of a class together. */
export function playedBySecond(all: readonly Watched[], length: number): number[] {
  // only where a run begins and ends something changes
  const change = new Array<number>(length + 1).fill(0)
  for (const { from, to, times } of all.flat()) {
    if (from >= length) continue
    change[from] = (change[from] ?? 0) + times
    const end = Math.min(to, length)
    change[end] = (change[end] ?? 0) - times
  }
  let now = 0
  return change.slice(0, length).map(by => {
    now += by
    return now
  })
}
