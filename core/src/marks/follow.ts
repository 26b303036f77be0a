import type { Hundredths } from './mark.js'

export type Bin = {
  /** From this mark on … */
  readonly from: Hundredths
  /** … up to this one, which is in the next; in the last it is the whole of the points. */
  readonly to: Hundredths
  readonly count: number
}

const BINS = 5

/** How many marks lie in each fifth of the points. */
export function distributionOf(marks: readonly Hundredths[], points: Hundredths): Bin[] {
  const counts = new Array<number>(BINS).fill(0)
  for (const mark of marks) {
    const bin = Math.min(BINS - 1, Math.max(0, Math.floor((mark * BINS) / points)))
    counts[bin] = (counts[bin] ?? 0) + 1
  }
  return counts.map((count, bin) => ({
    from: Math.round((points * bin) / BINS),
    to: Math.round((points * (bin + 1)) / BINS),
    count,
  }))
}
