import type { WorkForm } from '@oppen/contract'
import { type Lane, type TimeRule, usualRules } from '@oppen/core/timing'

/** The form in another week or lane; times that the lane suggested follow it. */
export function withSpot(form: WorkForm, part: { week?: string | null; lane?: Lane }): Partial<WorkForm> {
  const week = part.week === undefined ? form.week : part.week
  const lane = part.lane ?? form.lane ?? 'followUp'
  if (week === null) return { week, lane: null }
  const before = form.week === null ? null : usualRules(form.lane ?? 'followUp', { week: form.week, n: 1 })
  const { opens, due } = form.rules
  const same = (a: TimeRule | null, b: TimeRule | null) => JSON.stringify(a) === JSON.stringify(b)
  const untouched = (!opens && !due) || (before && same(opens, before.opens) && same(due, before.due))
  return { week, lane, ...(untouched && { rules: { ...form.rules, ...usualRules(lane, { week, n: 1 }) } }) }
}
