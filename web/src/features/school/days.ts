import { LOCALE } from '../../words/language.js'

/** A local date as people say it, "14 Sept 2026". */
export const dayOf = (date: string): string =>
  new Intl.DateTimeFormat(LOCALE, { dateStyle: 'medium', timeZone: 'UTC' }).format(new Date(`${date}T00:00Z`))
