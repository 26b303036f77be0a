import type { Instant } from '../ids/index.js'

/** A local date, "2026-10-16" (ISO 8601), of the proleptic Gregorian calendar. */
export type LocalDate = string

const DAY = 86_400_000
const DATE = /^\d{4}-\d{2}-\d{2}$/

/** Whether a text is a date that exists. */
export const isDate = (text: string): boolean =>
  DATE.test(text) && !Number.isNaN(Date.parse(`${text}T00:00Z`)) && dateOf(dayOf(text)) === text

/** The number of days from 1970-01-01 to the date. Throws, naming the text, for what is no date. */
export function dayOf(date: LocalDate): number {
  const day = Date.parse(`${date}T00:00Z`) / DAY
  if (Number.isNaN(day)) throw new Error(`"${date}" is no date`)
  return day
}

/** The date so many days after 1970-01-01. */
export const dateOf = (day: number): LocalDate => new Date(day * DAY).toISOString().slice(0, 10)

/** The date so many days later, or earlier for a negative number. */
export const addDays = (date: LocalDate, days: number): LocalDate => dateOf(dayOf(date) + days)

/** 1 for Monday to 7 for Sunday (ISO 8601). */
export function weekdayOf(date: LocalDate): number {
  // 1970-01-01 was a Thursday
  const index = (dayOf(date) + 3) % 7
  return (index < 0 ? index + 7 : index) + 1
}

/** The Monday of the date's week. */
export const mondayOf = (date: LocalDate): LocalDate => addDays(date, 1 - weekdayOf(date))

/** Whole weeks from the week of one date to that of another. */
export const weeksBetween = (from: LocalDate, to: LocalDate): number =>
  (dayOf(mondayOf(to)) - dayOf(mondayOf(from))) / 7

const formatters = new Map<string, Intl.DateTimeFormat>()

/** The local date and time at a moment in a zone (IANA), "2026-10-16T17:00", without fetching a library. */
export function localAt(at: Instant, zone: string): string {
  let format = formatters.get(zone)
  if (!format) {
    // Sweden writes dates and times as ISO 8601 has them
    format = new Intl.DateTimeFormat('sv-SE', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
    })
    formatters.set(zone, format)
  }
  return format.format(at).replace(' ', 'T')
}

/** The local date at a moment in a zone (IANA). */
export const localDateAt = (at: Instant, zone: string): LocalDate => localAt(at, zone).slice(0, 10)
