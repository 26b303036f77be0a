import type { Hundredths } from './mark.js'

/** The median of marks: the middle one, or the mean of the middle two; undefined where there are none. */
export function medianOf(marks: readonly Hundredths[]): Hundredths | undefined {
  const sorted = [...marks].sort((a, b) => a - b)
  const upper = sorted[Math.floor(sorted.length / 2)]
  const lower = sorted[Math.ceil(sorted.length / 2) - 1]
  return upper === undefined || lower === undefined ? undefined : (lower + upper) / 2
}
