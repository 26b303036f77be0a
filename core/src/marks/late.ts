import type { LateRule, Permille } from './rules.js'

const HOUR = 3_600_000

/** How much of the points coming late costs, before the floor, in thousandths. `lateBy` is in milliseconds; not late is nothing. */
export function lateTake(rule: LateRule | null, lateBy: number): Permille {
  if (!rule || lateBy <= 0) return 0
  const steps = rule.everyHours === null ? 1 : Math.ceil(lateBy / (rule.everyHours * HOUR))
  return Math.min(1000, steps * rule.take)
}

/**
 * What is left of a mark for work that came late, in thousandths of hundredths so that nothing is rounded: never below the floor, and
 * never more than it was.
 */
export function afterLate(
  { mark, points, lateBy }: { readonly mark: number; readonly points: number; readonly lateBy: number },
  rule: LateRule | null,
): number {
  // a mark that is only supposed may have more decimals than one that was given
  const whole = Math.round(mark * 1000)
  const taken = whole - points * lateTake(rule, lateBy)
  return Math.min(whole, Math.max(taken, points * (rule?.floor ?? 0), 0))
}
