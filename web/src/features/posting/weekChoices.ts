import type { CalendarPage } from '@oppen/contract'
import { weeksOfTerm } from '@oppen/core/timing'
import { LOCALE } from '../../words/language.js'

const DAY_MONTH = new Intl.DateTimeFormat(LOCALE, { timeZone: 'UTC', day: 'numeric', month: 'short' })
const dayWords = (date: string) => DAY_MONTH.format(Date.parse(`${date}T12:00Z`))

/** The weeks of all terms, as choices of a form: "Week 6 · 12 Oct". */
export const weekChoices = (calendar: CalendarPage): { value: string; label: string }[] =>
  calendar.terms.flatMap(term =>
    weeksOfTerm(calendar, term).map(week => ({
      value: week.monday,
      label: week.number
        ? `${week.number} · ${dayWords(week.monday)}`
        : `– · ${dayWords(week.monday)} · ${week.closed}`,
    })),
  )
