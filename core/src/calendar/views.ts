import { addDays, type LocalDate, mondayOf } from '../zone/days.js'
import { datesBetween } from './entry.js'

export const CALENDAR_VIEWS = ['month', 'week', 'agenda'] as const
export type CalendarView = (typeof CALENDAR_VIEWS)[number]

/** How many days an agenda looks ahead: four weeks. */
export const AGENDA_DAYS = 28

export type Span = { readonly from: LocalDate; readonly to: LocalDate }

/** The first and last day that a view shows: whole weeks for a month, and four weeks from the day for an agenda. */
export function spanOf(view: CalendarView, date: LocalDate): Span {
  if (view === 'agenda') return { from: date, to: addDays(date, AGENDA_DAYS - 1) }
  if (view === 'week') return { from: mondayOf(date), to: addDays(mondayOf(date), 6) }
  const first = `${date.slice(0, 7)}-01`
  return { from: mondayOf(first), to: addDays(mondayOf(lastOfMonth(date)), 6) }
}

/** The last day of the date's month. */
export function lastOfMonth(date: LocalDate): LocalDate {
  return addDays(firstOfNext(date, 1), -1)
}

function firstOfNext(date: LocalDate, months: number): LocalDate {
  const index = Number(date.slice(0, 4)) * 12 + Number(date.slice(5, 7)) - 1 + months
  const year = Math.floor(index / 12)
  return `${String(year).padStart(4, '0')}-${String((index % 12) + 1).padStart(2, '0')}-01`
}

/**
 * The date at which the next or the previous page of a view stands (`step` 1 or -1). A month goes to the same day of
 * the other month, or to its last day where it is shorter.
 */
export function turnPage(view: CalendarView, date: LocalDate, step: 1 | -1): LocalDate {
  if (view === 'week') return addDays(date, 7 * step)
  if (view === 'agenda') return addDays(date, AGENDA_DAYS * step)
  const first = firstOfNext(date, step)
  const wanted = `${first.slice(0, 8)}${date.slice(8)}`
  const last = lastOfMonth(first)
  return wanted <= last ? wanted : last
}

/** The days of a span, week by week. */
export function weeksOf({ from, to }: Span): LocalDate[][] {
  const days = datesBetween(from, to)
  return Array.from({ length: Math.ceil(days.length / 7) }, (_, n) => days.slice(n * 7, n * 7 + 7))
}
