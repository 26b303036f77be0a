import type { Instant } from '../ids/index.js'
import { isSchoolDay, type Lane, type SchoolCalendar } from '../timing/index.js'
import { addDays, type LocalDate, localAt } from '../zone/days.js'

/** What a work asks of a pupil, and when. */
export type Asked = {
  /** Expected minutes. */
  readonly minutes: number
  readonly lane: Lane | null
  /** From when it can be done: when it opened, or was posted. */
  readonly from: Instant
  readonly dueAt: Instant | null
}

/** A work is spread over so many school days at most, counted back from its deadline. */
export const MOST_DAYS = 5

/** From this time of day on a deadline leaves the afternoon for the work. Common practice: school ends before. */
const AFTERNOON = '16:00'

/**
 * How the minutes of a work fall on days. Work in the lesson falls on the lesson's day, and a work without a
 * deadline on the day it opens. All other works are spread evenly over the school days from opening to deadline,
 * the last five at most: a week is what families plan by, and children begin nearer to the deadline than to the
 * posting. The day of the deadline counts only if the deadline leaves its afternoon, for before it the child is at
 * school. Where no school day is left, all of it falls on the day of the deadline. Whole minutes; those that do
 * not go up fall on the first days. The days add up to the minutes given.
 */
export function spreadLoad(calendar: SchoolCalendar, asked: Asked): ReadonlyMap<LocalDate, number> {
  const { minutes, lane, dueAt, from } = asked
  if (minutes <= 0) return new Map()
  const last = localAt(dueAt ?? from, calendar.zone)
  const days =
    dueAt === null || lane === 'lesson' ? [] : daysFor(calendar, localAt(from, calendar.zone), last)
  return share(minutes, days.length ? days : [last.slice(0, 10)])
}

function daysFor(calendar: SchoolCalendar, from: string, last: string): LocalDate[] {
  const first = from.slice(0, 10)
  const end = last.slice(11) >= AFTERNOON ? last.slice(0, 10) : addDays(last.slice(0, 10), -1)
  const days: LocalDate[] = []
  for (let date = end; date >= first && days.length < MOST_DAYS; date = addDays(date, -1))
    if (isSchoolDay(calendar, date)) days.unshift(date)
  return days
}

function share(minutes: number, days: readonly LocalDate[]): ReadonlyMap<LocalDate, number> {
  const each = Math.floor(minutes / days.length)
  const over = minutes - each * days.length
  const shares = days.map((date, index) => [date, each + (index < over ? 1 : 0)] as const)
  return new Map(shares.filter(([, part]) => part > 0))
}
