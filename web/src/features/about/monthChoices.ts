import { monthWords } from '../../words/dates.js'

/** The months a newsletter can be of: the half year before and the year after today's, and the one it has. */
export function monthChoices(today: string, chosen: string | null): { value: string; label: string }[] {
  const [year = 0, month = 0] = today.split('-').map(Number)
  const around = Array.from({ length: 19 }, (_, at) =>
    new Date(Date.UTC(year, month - 1 + at - 6)).toISOString().slice(0, 7),
  )
  const months = chosen && !around.includes(chosen) ? [...around, chosen].sort() : around
  return months.map(value => ({ value, label: monthWords(value) }))
}
