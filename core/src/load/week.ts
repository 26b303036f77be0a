import { isSchoolDay, type SchoolCalendar } from '../timing/index.js'
import { addDays, type LocalDate, localDateAt, mondayOf } from '../zone/days.js'
import { type Asked, spreadLoad } from './spread.js'

/** Minutes by day. */
export type DayLoads = ReadonlyMap<LocalDate, number>

/** All of these added up, day by day. */
export function addLoads(loads: readonly DayLoads[]): Map<LocalDate, number> {
  const sum = new Map<LocalDate, number>()
  for (const load of loads) for (const [date, minutes] of load) sum.set(date, (sum.get(date) ?? 0) + minutes)
  return sum
}

export type WeekLoad = {
  readonly minutes: number
  /** The day that asks most; null in a week that asks nothing. */
  readonly peak: { readonly date: LocalDate; readonly minutes: number } | null
}

/** What the week of a Monday asks. */
export function weekLoad(loads: DayLoads, monday: LocalDate): WeekLoad {
  const days = [0, 1, 2, 3, 4, 5, 6].map(n => addDays(monday, n))
  const all = days.map(date => ({ date, minutes: loads.get(date) ?? 0 }))
  const most = all.reduce((a, b) => (b.minutes > a.minutes ? b : a))
  return { minutes: all.reduce((sum, day) => sum + day.minutes, 0), peak: most.minutes > 0 ? most : null }
}

export type LighterDay = { readonly date: LocalDate; readonly peak: number; readonly now: number }

/** Fewer minutes than these are not worth another deadline. */
const WORTH = 10

/** How many days around the deadline are looked at for a lighter one. */
const REACH = 7

/**
 * The day around a deadline on which the same work would weigh less, if there is one: with it due there, at the
 * same time of day, the fullest day that it falls on would hold the fewest minutes. `loads` is without the work.
 * Undefined where no school day within a week is lighter by ten minutes.
 */
export function lighterDay(
  { calendar, toInstant }: { calendar: SchoolCalendar; toInstant: (local: string) => number },
  loads: DayLoads,
  asked: Asked & { readonly dueAt: number; readonly time: string },
): LighterDay | undefined {
  const peakWith = (dueAt: number) =>
    Math.max(
      0,
      ...[...spreadLoad(calendar, { ...asked, dueAt })].map(([date, m]) => m + (loads.get(date) ?? 0)),
    )
  const due = localDateAt(asked.dueAt, calendar.zone)
  const now = peakWith(asked.dueAt)
  const others = Array.from({ length: 2 * REACH + 1 }, (_, n) => addDays(due, n - REACH))
    .filter(date => date !== due && isSchoolDay(calendar, date))
    .map(date => ({ date, dueAt: toInstant(`${date}T${asked.time}`) }))
    .filter(one => one.dueAt > asked.from)
    .map(({ date, dueAt }) => ({ date, peak: peakWith(dueAt), now }))
  const [best] = others.sort((a, b) => a.peak - b.peak || distance(a.date, due) - distance(b.date, due))
  return best && now - best.peak >= WORTH ? best : undefined
}

const distance = (a: LocalDate, b: LocalDate) => Math.abs(Date.parse(a) - Date.parse(b))

/** Minutes of each week, by its Monday. */
export function byWeek(loads: DayLoads): Map<LocalDate, number> {
  const weeks = new Map<LocalDate, number>()
  for (const [date, minutes] of loads) weeks.set(mondayOf(date), (weeks.get(mondayOf(date)) ?? 0) + minutes)
  return weeks
}
