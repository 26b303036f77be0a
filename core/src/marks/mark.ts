import { err, type Outcome, ok } from '../outcome/index.js'

/** Marks and points in whole hundredths, so that 8.5 is 850 and sums are exact. */
export type Hundredths = number

/** The most points a work can carry: 1000. */
export const MOST_POINTS: Hundredths = 100_000

/**
 * Reads a typed mark, with a point or a comma, at most two decimals. Refuses `mark_unreadable`,
 * `mark_below_zero`, and `mark_above_points` with `points`.
 */
export function readMark(text: string, points: Hundredths): Outcome<Hundredths> {
  const number = readHundredths(text)
  if (number === undefined) return err('mark_unreadable', { text: text.trim().slice(0, 20) })
  if (number < 0) return err('mark_below_zero', { text: text.trim() })
  if (number > points) return err('mark_above_points', { text: text.trim(), points: showHundredths(points) })
  return ok(number)
}

/** Reads the points of a work: refuses `points_unreadable` unless above zero and at most 1000. */
export function readPoints(text: string): Outcome<Hundredths> {
  const number = readHundredths(text)
  if (number === undefined || number <= 0 || number > MOST_POINTS) {
    return err('points_unreadable', { text: text.trim().slice(0, 20), most: MOST_POINTS / 100 })
  }
  return ok(number)
}

function readHundredths(text: string): Hundredths | undefined {
  const found = /^([+-]?)(\d{1,7})(?:[.,](\d{1,2}))?$/.exec(text.trim().replace('−', '-'))
  if (!found) return undefined
  const [, sign, whole = '0', part = ''] = found
  const value = Number(whole) * 100 + Number(part.padEnd(2, '0'))
  return sign === '-' ? 0 - value : value
}

/** A mark as people write it: 850 is "8.5", 900 is "9". */
export function showHundredths(value: Hundredths): string {
  return String(value / 100)
}
