import type { Instant } from '../ids/index.js'
import { LOCALE } from '../zone/locale.js'

const DAY = 86_400_000

/** The number of the local day since 1970, and of the Monday that its week begins with. */
function weekOf(at: Instant, zone: string): number {
  const parts = formatter(zone, 'en-GB', { year: 'numeric', month: 'numeric', day: 'numeric' }).formatToParts(
    at,
  )
  const part = (type: string) => Number(parts.find(one => one.type === type)?.value)
  const day = Date.UTC(part('year'), part('month') - 1, part('day')) / DAY
  // 1 January 1970 was a Thursday
  return Math.floor((day + 3) / 7)
}

const formatters = new Map<string, Intl.DateTimeFormat>()

function formatter(zone: string, locale: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${zone} ${locale} ${JSON.stringify(options)}`
  const found =
    formatters.get(key) ?? new Intl.DateTimeFormat(locale, { timeZone: zone, hourCycle: 'h23', ...options })
  formatters.set(key, found)
  return found
}

export type WhenOptions = { readonly now: Instant; readonly zone: string; readonly locale?: string }

/**
 * A moment as a reader needs it: "Thu 13:30" in the week that runs from Monday to Sunday, "Thu 22 Oct 13:30"
 * outside of it, with the year where it is another; so no weekday can be taken for the one before or after.
 * Always in the school's zone.
 */
export function when(at: Instant, { now, zone, locale = LOCALE }: WhenOptions): string {
  const time = timeOfDay(at, zone, locale)
  const weekday = formatter(zone, locale, { weekday: 'short' }).format(at)
  if (weekOf(at, zone) === weekOf(now, zone)) return `${weekday} ${time}`
  const date = formatter(zone, locale, { day: 'numeric', month: 'short' }).format(at)
  const year = formatter(zone, locale, { year: 'numeric' })
  const other = year.format(at) === year.format(now) ? '' : ` ${year.format(at)}`
  return `${weekday} ${date}${other} ${time}`
}

/** A day without its time, for where there is little room: "Tue" in this week, "10 Oct" outside of it. */
export function whenDay(at: Instant, { now, zone, locale = LOCALE }: WhenOptions): string {
  if (weekOf(at, zone) === weekOf(now, zone)) return formatter(zone, locale, { weekday: 'short' }).format(at)
  return formatter(zone, locale, { day: 'numeric', month: 'short' }).format(at)
}

/** The time of day, "13:30". */
export function timeOfDay(at: Instant, zone: string, locale = LOCALE): string {
  return formatter(zone, locale, { hour: '2-digit', minute: '2-digit' }).format(at)
}

/** The day in words, "Wednesday 14 October". */
export function dayInWords(at: Instant, zone: string, locale = LOCALE): string {
  return formatter(zone, locale, { weekday: 'long', day: 'numeric', month: 'long' })
    .format(at)
    .replace(',', '')
}

export type Span = { readonly days: number; readonly hours: number; readonly minutes: number }

/** A length of time in whole days, hours and minutes; anything begun but under a minute counts as one. */
export function spanOf(milliseconds: number): Span {
  const minutes = milliseconds > 0 ? Math.max(1, Math.floor(milliseconds / 60_000)) : 0
  return { days: Math.floor(minutes / 1440), hours: Math.floor((minutes % 1440) / 60), minutes: minutes % 60 }
}
