/** A stretch of a video, in seconds from its beginning. */
export type Stretch = { readonly from: number; readonly to: number }

/** Seconds of a video that were played so many times, once at least. */
export type Run = Stretch & { readonly times: number }

/** What was played of a video: its seconds in runs that do not touch with the same number, in their order. */
export type Watched = readonly Run[]

/** The longest video that is followed, in seconds: twelve hours. */
export const LONGEST_VIDEO = 43_200

/** So many runs are followed of one pupil: whoever watches makes some hundreds in an hour at most. */
export const MOST_RUNS = 4_000

/**
 * What was watched with further stretches, each played at one go. Their ends are rounded to whole seconds, so that what is stopped
 * within a second and gone on with counts that second once. Nothing is added by a stretch that rounds to nothing; what lies outside
 * of the longest video is left out.
 */
export function withPlayed(watched: Watched, ...played: readonly Stretch[]): Run[] {
  const change = new Map<number, number>()
  const add = ({ from, to }: Stretch, times: number) => {
    change.set(from, (change.get(from) ?? 0) + times)
    change.set(to, (change.get(to) ?? 0) - times)
  }
  for (const run of watched) add(run, run.times)
  for (const stretch of played) {
    const from = Math.max(0, Math.round(stretch.from))
    const to = Math.min(LONGEST_VIDEO, Math.round(stretch.to))
    if (from < to) add({ from, to }, 1)
  }
  const moments = [...change.keys()].sort((one, other) => one - other)
  const runs: Run[] = []
  let times = 0
  for (const [at, from] of moments.entries()) {
    times += change.get(from) ?? 0
    if (times > 0) put(runs, { from, to: moments[at + 1] ?? from, times })
  }
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
export const playedBySecond = (all: readonly Watched[], length: number): number[] =>
  bySecond(all, length, ({ times }) => times)

/** How many of a class saw each second of a video of so many seconds. */
export const seenBySecond = (all: readonly Watched[], length: number): number[] =>
  bySecond(all, length, () => 1)

function bySecond(all: readonly Watched[], length: number, count: (run: Run) => number): number[] {
  // only where a run begins and ends something changes
  const change = new Float64Array(length + 1)
  for (const watched of all)
    for (const run of watched) {
      if (run.from >= length) continue
      const times = count(run)
      const end = Math.min(run.to, length)
      change[run.from] = (change[run.from] ?? 0) + times
      change[end] = (change[end] ?? 0) - times
    }
  let now = 0
  return Array.from({ length }, (_, at) => {
    now += change[at] ?? 0
    return now
  })
}
