import { err, type Outcome, ok } from '../outcome/index.js'
import { readText } from '../texts/index.js'
import { isTime } from '../timing/lessons.js'
import { addDays, dayOf, isDate, type LocalDate } from '../zone/days.js'

/** What somebody notes in the own calendar; nobody else sees it. Times are local times of the school. */
export type EntryForm = {
  readonly title: string
  readonly note: string
  readonly from: LocalDate
  readonly to: LocalDate
  /** "17:00" on the first day; null for whole days. */
  readonly starts: string | null
  /** On the last day; null where no end is given. */
  readonly ends: string | null
}

/** The most days that one entry may last. */
export const MOST_ENTRY_DAYS = 100

/**
 * Reads an entry as it was typed. Refuses `text_empty` and `text_long` (title, note), `date_unreadable`,
 * `dates_backwards`, `span_long` and `entry_backwards` where it would end before it begins.
 */
export function readEntryForm(typed: EntryForm): Outcome<EntryForm> {
  const title = readText('title', typed.title)
  if (!title.ok) return title
  const note = typed.note.trim() ? readText('note', typed.note) : ok('')
  if (!note.ok) return note
  const name = title.value.slice(0, 40)
  for (const date of [typed.from, typed.to])
    if (!isDate(date)) return err('date_unreadable', { name: date.slice(0, 40) })
  if (typed.to < typed.from) return err('dates_backwards', { name })
  if (dayOf(typed.to) - dayOf(typed.from) >= MOST_ENTRY_DAYS) return err('span_long', { name })
  const { starts, ends } = typed
  if ((starts !== null && !isTime(starts)) || (ends !== null && !isTime(ends)))
    return err('time_unreadable', { text: `${starts ?? ''} ${ends ?? ''}`.trim().slice(0, 40) })
  const backwards = typed.from === typed.to && starts !== null && ends !== null && ends <= starts
  if ((starts === null && ends !== null) || backwards)
    return err('entry_backwards', { starts: starts ?? '', ends: ends ?? '' })
  return ok({ ...typed, title: title.value, note: note.value })
}

/** All dates from the first to the last. */
export const datesBetween = (from: LocalDate, to: LocalDate): LocalDate[] =>
  Array.from({ length: Math.max(0, dayOf(to) - dayOf(from) + 1) }, (_, n) => addDays(from, n))
