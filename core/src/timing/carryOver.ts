import { addDays, type LocalDate, mondayOf, weeksBetween } from '../zone/days.js'
import { isSchoolDay, type SchoolCalendar } from './calendar.js'
import { NO_TIMES, shiftRules, TIMES, type TimingRules } from './rules.js'

/** A year, its holidays and some more: so far a week is looked for. */
const FARTHEST = 80

/** Whether there is school on any day of the week of a Monday. */
const isSchoolWeek = (calendar: SchoolCalendar, monday: LocalDate): boolean =>
  [0, 1, 2, 3, 4, 5, 6].some(day => isSchoolDay(calendar, addDays(monday, day)))

/** Whether the calendar says when there is school from a date on: the terms of the next year may not be set yet. */
export const knowsYear = ({ terms }: SchoolCalendar, date: LocalDate): boolean =>
  !terms.length || terms.some(term => term.to >= date)

/** So far a term may begin from the same week a year later, in days. */
const NEAR = 56

/**
 * The Monday on which a class would begin a year after its first week: that of the term which begins nearest to the same week, else that
 * week itself.
 */
export function suggestedFirst(calendar: SchoolCalendar, firstUsed: LocalDate): LocalDate {
  const yearLater = addDays(mondayOf(firstUsed), 364)
  const near = calendar.terms
    .filter(term => addDays(yearLater, -NEAR) <= term.from && term.from <= addDays(yearLater, NEAR))
    .map(term => mondayOf(term.from))
  return (
    near.sort((a, b) => Math.abs(weeksBetween(a, yearLater)) - Math.abs(weeksBetween(b, yearLater)))[0] ??
    yearLater
  )
}

/** A week of a class that is carried over, and the one that takes its place; null where no school week is left for it. */
export type CarriedWeek = { readonly from: LocalDate; readonly to: LocalDate | null }

/**
 * Where the weeks of a class go in another year: the first to the first school week from a Monday on, and each other as many school weeks
 * after it as it was before, so that what was taught after so many weeks is again. Weeks without school are passed over on both sides;
 * those of a year whose terms are not in the calendar, any more or yet, all count as school weeks but for closures.
 */
export function carriedWeeks(
  used: readonly LocalDate[],
  first: LocalDate,
  calendar: SchoolCalendar,
): CarriedWeek[] {
  const weeks = [...new Set(used.map(mondayOf))].sort()
  const [begins] = weeks
  const last = weeks.at(-1)
  if (begins === undefined || last === undefined) return []
  const known = (monday: LocalDate) =>
    calendar.terms.some(term => mondayOf(term.from) <= monday && monday <= term.to)
  const counts = (monday: LocalDate) =>
    weeks.includes(monday) || !known(monday) || isSchoolWeek(calendar, monday)
  const nth = new Map<LocalDate, number>()
  for (let week = begins, n = 0; week <= last; week = addDays(week, 7)) if (counts(week)) nth.set(week, n++)
  const targets: LocalDate[] = []
  const wanted = nth.size
  const there = knowsYear(calendar, first) ? calendar : { ...calendar, terms: [] }
  for (let week = mondayOf(first), looked = 0; targets.length < wanted && looked < FARTHEST; looked++) {
    if (isSchoolWeek(there, week)) targets.push(week)
    week = addDays(week, 7)
  }
  return weeks.map(from => ({ from, to: targets[nth.get(from) ?? -1] ?? null }))
}

/** The week to which work belongs for carrying over: its own, else that of its first fixed time; null for none. */
export function weekOfRules(week: LocalDate | null, rules: TimingRules): LocalDate | null {
  if (week !== null) return week
  const fixed = TIMES.flatMap(name => {
    const rule = rules[name]
    return rule?.is === 'fixed' ? [rule.local.slice(0, 10)] : []
  }).sort()
  return fixed[0] === undefined ? null : mondayOf(fixed[0])
}

/**
 * The rules of work in the week to which it goes: those that follow lessons follow the lessons there, fixed ones keep weekday and time of
 * day. Without a week there are no times.
 */
export const carriedRules = (rules: TimingRules, { from, to }: CarriedWeek): TimingRules =>
  to === null ? NO_TIMES : shiftRules(rules, weeksBetween(from, to))
