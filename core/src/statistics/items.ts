/** Fewer pupils than this say little about a question (common practice). */
export const FEW = 20

/** What each pupil earned on each question, as a part of its points from 0 to 1: a row a pupil. */
export type Scores = readonly (readonly number[])[]

export type ItemFigures = {
  /** The mean part of its points that was earned: how easy it was. */
  readonly earned: number
  /**
   * How well it tells pupils apart: the correlation of its points with those of all other questions (corrected item-total
   * correlation: F. M. Lord and M. R. Novick, Statistical theories of mental test scores, 1968, section 15.4). Null where one of
   * them is the same for all.
   */
  readonly separates: number | null
}

export type QuizFigures = {
  readonly pupils: number
  readonly items: readonly ItemFigures[]
  /** How consistent the questions are, at most 1; null below two pupils or two questions, or where all earned the same. */
  readonly alpha: number | null
  /** Whether every question was right or wrong and nothing between: then alpha is KR-20. */
  readonly isKr20: boolean
  /** Whether there are so few pupils that the figures say little. */
  readonly few: boolean
}

/**
 * The figures of a quiz. Alpha is that of L. J. Cronbach, Coefficient alpha and the internal structure of tests (1951), which is
 * Kuder and Richardson's formula 20 (1937) where every question is right or wrong. `points` weighs the questions.
 */
export function figuresOf(scores: Scores, points: readonly number[]): QuizFigures {
  const earned = scores.map(row => points.map((most, item) => (row[item] ?? 0) * most))
  const totals = earned.map(sum)
  const columns = points.map((_, item) => earned.map(row => row[item] ?? 0))
  const items = columns.map((column, item) => ({
    earned: mean(scores.map(row => row[item] ?? 0)),
    separates: correlation(
      column,
      totals.map((total, pupil) => total - (column[pupil] ?? 0)),
    ),
  }))
  return {
    pupils: scores.length,
    items,
    alpha: alphaOf(columns, totals),
    isKr20: scores.every(row => row.every(part => part === 0 || part === 1)),
    few: scores.length < FEW,
  }
}

function alphaOf(columns: readonly (readonly number[])[], totals: readonly number[]): number | null {
  const count = columns.length
  const whole = variance(totals)
  if (count < 2 || totals.length < 2 || whole === 0) return null
  return (count / (count - 1)) * (1 - sum(columns.map(variance)) / whole)
}

/** Pearson's correlation; null where one of the two does not vary. */
export function correlation(a: readonly number[], b: readonly number[]): number | null {
  const [meanA, meanB] = [mean(a), mean(b)]
  const together = sum(a.map((value, index) => (value - meanA) * ((b[index] ?? 0) - meanB)))
  const spread = Math.sqrt(
    sum(a.map(value => (value - meanA) ** 2)) * sum(b.map(value => (value - meanB) ** 2)),
  )
  // what is left of rounding is no variation
  return spread < 1e-9 ? null : Math.max(-1, Math.min(1, together / spread))
}

const sum = (values: readonly number[]): number => values.reduce((all, value) => all + value, 0)
const mean = (values: readonly number[]): number => (values.length ? sum(values) / values.length : 0)
/** Over the number of values: the same for questions and totals, so that it cancels in alpha. */
const variance = (values: readonly number[]): number => {
  const middle = mean(values)
  return mean(values.map(value => (value - middle) ** 2))
}
