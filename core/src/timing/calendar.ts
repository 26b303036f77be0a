import { err, type Outcome, ok } from '../outcome/index.js'
import { addDays, dayOf, isDate, type LocalDate, mondayOf, weekdayOf, weeksBetween } from '../zone/days.js'
import { isTime } from './lessons.js'

export type Term = { readonly name: string; readonly from: LocalDate; readonly to: LocalDate }

/** Days, or the same part of each of them, on which there is no school. */
export type Closure = {
  readonly name: string
  readonly from: LocalDate
  readonly to: LocalDate
  /** "12:00" where only a part of the day is closed; null from its beginning, or to its end. */
  readonly starts: string | null
  readonly ends: string | null
}

/** The two weeks of a timetable that turns every fortnight. */
export type RotationWeek = 'A' | 'B'

export type Rotation = {
  /** A day of a week that is an A week. */
  readonly anchor: LocalDate
  /** Whether a week without a single school day is passed over, so that A and B go on after it. */
  readonly passesClosedWeeks: boolean
}

/** What all classes of a school share. */
export type SchoolCalendar = {
  /** IANA name. */
  readonly zone: string
  /** With none given there is school all year. */
  readonly terms: readonly Term[]
  readonly closures: readonly Closure[]
  readonly rotation: Rotation | null
  /** The weekdays on which there is school, 1 for Monday to 7 for Sunday. */
  readonly weekdays: readonly number[]
}

export const WORKING_WEEK: readonly number[] = [1, 2, 3, 4, 5]

const within = ({ from, to }: { from: LocalDate; to: LocalDate }, date: LocalDate) =>
  from <= date && date <= to

/** The weekday of a date in the week of a Monday: 1 for the Monday itself. */
export const weekdayIn = (monday: LocalDate, date: LocalDate): number => dayOf(date) - dayOf(monday) + 1

/** The term that a date lies in. */
export const termOf = (calendar: SchoolCalendar, date: LocalDate): Term | undefined =>
  calendar.terms.find(term => within(term, date))

/** Whether there is a term on the date; a calendar without terms has one all year. */
export const inTerm = (calendar: SchoolCalendar, date: LocalDate): boolean =>
  !calendar.terms.length || termOf(calendar, date) !== undefined

/** The closure that takes the whole of a day. */
export const closureOf = ({ closures }: SchoolCalendar, date: LocalDate): Closure | undefined =>
  closures.find(one => one.starts === null && one.ends === null && within(one, date))

/**
 * The closure that a local time falls into. A closed day holds all its times; a closed part of a day holds those
 * after its beginning and before its end, so that a lesson may end as it begins.
 */
export const closureAt = ({ closures }: SchoolCalendar, date: LocalDate, time: string): Closure | undefined =>
  closures.find(
    one =>
      within(one, date) &&
      (one.starts === null || time > one.starts) &&
      (one.ends === null || time < one.ends),
  )

/** The closure that touches a span of a day. */
export const closureOver = (
  { closures }: SchoolCalendar,
  { date, starts, ends }: { date: LocalDate; starts: string; ends: string },
): Closure | undefined =>
  closures.find(
    one =>
      within(one, date) &&
      (one.starts === null || ends > one.starts) &&
      (one.ends === null || starts < one.ends),
  )

/** Whether there is school on a day, if only for a part of it. */
export const isSchoolDay = (calendar: SchoolCalendar, date: LocalDate): boolean =>
  calendar.weekdays.includes(weekdayOf(date)) && inTerm(calendar, date) && !closureOf(calendar, date)

/** How far a school day is looked for, in days: longer than any summer. */
const HORIZON = 190

/**
 * The school day so many school days after a date, or before it for a negative number; 0 is the date itself where
 * it is one, else the next. Undefined where none is found within half a year.
 */
export function schoolDayFrom(
  calendar: SchoolCalendar,
  date: LocalDate,
  days: number,
): LocalDate | undefined {
  const step = days < 0 ? -1 : 1
  let left = Math.abs(days)
  let at = date
  if (left === 0) return firstSchoolDay(calendar, date)
  for (let n = 0; n < HORIZON + left * 7; n++) {
    at = addDays(at, step)
    if (isSchoolDay(calendar, at)) left--
    if (left === 0) return at
  }
  return undefined
}

/** The first school day on or after a date. */
export function firstSchoolDay(calendar: SchoolCalendar, date: LocalDate): LocalDate | undefined {
  for (let n = 0; n < HORIZON; n++) {
    const at = addDays(date, n)
    if (isSchoolDay(calendar, at)) return at
  }
  return undefined
}

const isClosedWeek = (calendar: SchoolCalendar, monday: LocalDate): boolean =>
  [0, 1, 2, 3, 4, 5, 6].every(n => !isSchoolDay(calendar, addDays(monday, n)))

/** Whether the week of a date is an A or a B week; null where the school has no rotation. */
export function rotationOf(calendar: SchoolCalendar, date: LocalDate): RotationWeek | null {
  const { rotation } = calendar
  if (!rotation) return null
  const turns = Math.abs(weeksBetween(rotation.anchor, date))
  if (!rotation.passesClosedWeeks) return turns % 2 === 0 ? 'A' : 'B'
  const first = mondayOf(rotation.anchor < date ? rotation.anchor : date)
  const closed = weeksFrom(first, turns).filter(week => isClosedWeek(calendar, week)).length
  return (turns - closed) % 2 === 0 ? 'A' : 'B'
}

const weeksFrom = (monday: LocalDate, count: number): LocalDate[] =>
  Array.from({ length: count }, (_, n) => addDays(monday, n * 7))

export type TermWeek = {
  readonly monday: LocalDate
  /** Its number among the term's weeks with school; null for a week that is closed throughout. */
  readonly number: number | null
  /** What closes the whole week, where something does. */
  readonly closed: string | null
}

/** The weeks of a term, from the one it begins in to the one it ends in; closed ones have no number. */
export function weeksOfTerm(calendar: SchoolCalendar, term: Term): TermWeek[] {
  let number = 0
  return weeksFrom(mondayOf(term.from), weeksBetween(term.from, term.to) + 1).map(monday => {
    if (!isClosedWeek(calendar, monday)) return { monday, number: ++number, closed: null }
    const name = [0, 1, 2, 3, 4].map(n => closureOf(calendar, addDays(monday, n))?.name).find(Boolean)
    return { monday, number: null, closed: name ?? '' }
  })
}

/** Most days that one term or closure may last: more is a slip of the year. */
const MOST_DAYS = 400
const NAME_LENGTH = 80

/**
 * Reads a school's calendar as it was typed. Refuses `date_unreadable`, `dates_backwards`, `span_long`,
 * `name_empty`, `closure_backwards` and `zone_unknown`, with the path of what is wrong in `path`.
 */
export function readCalendar(typed: SchoolCalendar): Outcome<SchoolCalendar> {
  for (const [list, spans] of [
    ['terms', typed.terms],
    ['closures', typed.closures],
  ] as const) {
    for (const [index, span] of spans.entries()) {
      const fault = faultOfSpan(span)
      if (fault) return err(fault, { path: `${list}.${index}`, name: span.name.slice(0, 40) })
    }
  }
  for (const [index, one] of typed.closures.entries()) {
    const times = [one.starts, one.ends].filter(time => time !== null)
    const backwards = one.starts !== null && one.ends !== null && one.starts >= one.ends
    if (!times.every(isTime) || backwards)
      return err('closure_backwards', { path: `closures.${index}`, name: one.name.slice(0, 40) })
  }
  if (typed.rotation && !isDate(typed.rotation.anchor))
    return err('date_unreadable', { path: 'rotation', name: typed.rotation.anchor.slice(0, 40) })
  const byDate = <T extends { from: LocalDate }>(spans: readonly T[]) =>
    [...spans].sort((a, b) => dayOf(a.from) - dayOf(b.from))
  return ok({ ...typed, terms: byDate(typed.terms), closures: byDate(typed.closures) })
}

function faultOfSpan({ name, from, to }: Term) {
  if (!name.trim() || name.length > NAME_LENGTH) return 'name_wrong'
  if (!isDate(from) || !isDate(to)) return 'date_unreadable'
  if (to < from) return 'dates_backwards'
  return dayOf(to) - dayOf(from) > MOST_DAYS ? 'span_long' : undefined
}
