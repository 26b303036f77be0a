import { LOCALE } from './language.js'

/** Formats moments; made when it is first used. */
function formatter(options: Intl.DateTimeFormatOptions): { format: (at: number) => string } {
  let made: Intl.DateTimeFormat | undefined
  return {
    format: at => {
      made ??= new Intl.DateTimeFormat(LOCALE, { timeZone: 'UTC', ...options })
      return made.format(at)
    },
  }
}

const DAY_MONTH = formatter({ day: 'numeric', month: 'long' })
const SHORT_DATE = formatter({ day: 'numeric', month: 'short' })
const SHORT = formatter({ weekday: 'short' })
const MONTH = formatter({ month: 'long' })
const LONG = formatter({ weekday: 'long' })

const noon = (date: string) => Date.parse(`${date}T12:00Z`)

/** "19 October" */
export const dateWords = (date: string): string => DAY_MONTH.format(noon(date))

/** "19 Oct" */
export const shortDate = (date: string): string => SHORT_DATE.format(noon(date))

/** "Mon" */
export const shortDay = (date: string): string => SHORT.format(noon(date))

/** "Friday" */
export const longDay = (date: string): string => LONG.format(noon(date))

/** The number of the day in its month. */
export const dayNumber = (date: string): string => String(Number(date.slice(8)))

/** "12 – 16 October", or with both months where the week lies in two. */
export function weekWords(first: string, last: string): string {
  return first.slice(0, 7) === last.slice(0, 7)
    ? `${dayNumber(first)} – ${dateWords(last)}`
    : `${dateWords(first)} – ${dateWords(last)}`
}

/** "October" for 10. */
export const monthName = (month: number): string =>
  MONTH.format(noon(`2028-${String(month).padStart(2, '0')}-01`))

/** "October 2026" for "2026-10". */
export const monthWords = (month: string): string =>
  `${monthName(Number(month.slice(5)))} ${month.slice(0, 4)}`
