import type { Instant } from '../ids/index.js'
import { medianOf } from './average.js'
import type { Hundredths } from './mark.js'

export type FiveNumbers = {
  readonly count: number
  readonly least: number
  readonly lower: number
  readonly median: number
  readonly upper: number
  readonly most: number
}

/**
 * The least and the most of some values, their median and their quartiles; undefined where there are none. A quartile is the median
 * of a half; where the number is odd the middle value is in both halves (Tukey, "Exploratory Data Analysis", 1977: the hinges).
 */
export function fiveNumbersOf(values: readonly number[]): FiveNumbers | undefined {
  const sorted = [...values].sort((a, b) => a - b)
  const half = Math.ceil(sorted.length / 2)
  const [least, most] = [sorted[0], sorted.at(-1)]
  const median = medianOf(sorted)
  const lower = medianOf(sorted.slice(0, half))
  const upper = medianOf(sorted.slice(sorted.length - half))
  if (least === undefined || most === undefined) return undefined
  if (median === undefined || lower === undefined || upper === undefined) return undefined
  return { count: sorted.length, least, lower, median, upper, most }
}

/** The mean of some values and their standard deviation as a sample; null where there are too few. */
export function spreadOf(values: readonly number[]): { mean: number; deviation: number | null } | undefined {
  const [first] = values
  if (first === undefined) return undefined
  // values that differ little beside their size lose nothing when they are counted from one of them
  let [mean, squares] = [0, 0]
  for (const [index, value] of values.entries()) {
    const from = value - first
    const step = from - mean
    mean += step / (index + 1)
    squares += step * (from - mean)
  }
  const deviation = values.length > 1 ? Math.sqrt(squares / (values.length - 1)) : null
  return { mean: first + mean, deviation }
}

/** A mark of one pupil with when it was given. */
export type MarkedAt = { readonly at: Instant; readonly mark: Hundredths; readonly points: Hundredths }

export type Movement = {
  /** The part of the points before and since, in thousandths, rounded half up, and how many marks each rests on. */
  readonly before: number
  readonly since: number
  readonly by: number
  readonly restsOn: readonly [before: number, since: number]
}

/** So many marks on either side are needed to say that somebody moved. */
export const ENOUGH_TO_MOVE = 2

const permille = (marks: readonly MarkedAt[]): number => {
  const earned = marks.reduce((sum, one) => sum + one.mark, 0)
  const possible = marks.reduce((sum, one) => sum + one.points, 0)
  return Math.floor((2000 * earned + possible) / (2 * possible))
}

/** How a pupil's marks moved around a moment; undefined where either side has too few of them. */
export function movementOf(marks: readonly MarkedAt[], around: Instant): Movement | undefined {
  const [before, since] = [marks.filter(one => one.at < around), marks.filter(one => one.at >= around)]
  if (before.length < ENOUGH_TO_MOVE || since.length < ENOUGH_TO_MOVE) return undefined
  const [from, to] = [permille(before), permille(since)]
  return { before: from, since: to, by: to - from, restsOn: [before.length, since.length] }
}

/** What was asked of somebody, as it came in: by the Monday of the week in which it was due. */
export type Asked = { readonly week: string; readonly came: 'inTime' | 'late' | 'missing' | 'open' }

export type WeekRates = {
  readonly week: string
  /** Of those that are due and not open any more. */
  readonly asked: number
  readonly late: number
  readonly missing: number
}

/** How much came late or not at all, by week, the first first. What is still open counts for nothing. */
export function ratesByWeek(asked: readonly Asked[]): WeekRates[] {
  const weeks = new Map<string, { asked: number; late: number; missing: number }>()
  for (const { week, came } of asked) {
    if (came === 'open') continue
    const one = weeks.get(week) ?? { asked: 0, late: 0, missing: 0 }
    one.asked += 1
    if (came !== 'inTime') one[came] += 1
    weeks.set(week, one)
  }
  return [...weeks].sort(([a], [b]) => (a < b ? -1 : 1)).map(([week, rates]) => ({ week, ...rates }))
}
