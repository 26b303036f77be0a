import type { Hundredths } from './mark.js'

export type Marked = { readonly mark: Hundredths; readonly points: Hundredths }

export type Average = {
  /** Points had and points there were to have, over the marked submissions. */
  readonly earned: Hundredths
  readonly possible: Hundredths
  /** In tenths of a percent, rounded half up: 853 is 85.3 %. */
  readonly permille: number
  /** How many marks it rests on. */
  readonly restsOn: number
}

/**
 * The average of marks: all points earned over all points possible, so that a submission counts by its points.
 * Only marked submissions count; undefined where there are none.
 */
export function averageOf(marks: readonly Marked[]): Average | undefined {
  const earned = marks.reduce((sum, { mark }) => sum + mark, 0)
  const possible = marks.reduce((sum, { points }) => sum + points, 0)
  if (possible <= 0) return undefined
  return {
    earned,
    possible,
    permille: Math.floor((2000 * earned + possible) / (2 * possible)),
    restsOn: marks.length,
  }
}

/** The median of marks: the middle one, or the mean of the middle two; undefined where there are none. */
export function medianOf(marks: readonly Hundredths[]): Hundredths | undefined {
  const sorted = [...marks].sort((a, b) => a - b)
  const upper = sorted[Math.floor(sorted.length / 2)]
  const lower = sorted[Math.ceil(sorted.length / 2) - 1]
  return upper === undefined || lower === undefined ? undefined : (lower + upper) / 2
}
