import type { DaysPage, Deadline, Entry, TodayLesson } from '@oppen/contract'
import { datesBetween, type Span } from '@oppen/core/calendar'
import { localDateAt } from '@oppen/core/zone'
import { timeOfDay } from '../../words/times.js'

/** One thing on one day. `time` is the local time of day that it stands at; null for the whole day. */
export type DayItem =
  | {
      readonly is: 'term'
      readonly key: string
      readonly time: null
      readonly name: string
      readonly begins: boolean
    }
  | {
      readonly is: 'closure'
      readonly key: string
      readonly time: string | null
      readonly closure: DaysPage['closures'][number]
    }
  | {
      readonly is: 'lesson'
      readonly key: string
      readonly time: string
      readonly ends: string
      readonly lesson: TodayLesson
    }
  | { readonly is: 'deadline'; readonly key: string; readonly time: string; readonly deadline: Deadline }
  | { readonly is: 'entry'; readonly key: string; readonly time: string | null; readonly entry: Entry }

/** What can be left out of the page. */
export const SHOWN = ['deadline', 'lesson', 'entry'] as const
export type Shown = (typeof SHOWN)[number]

/** What stands on each day of a span: whole days first, then by the time of day. */
export function itemsByDay(page: DaysPage, span: Span, zone: string): Map<string, DayItem[]> {
  const days = new Map<string, DayItem[]>(datesBetween(span.from, span.to).map(date => [date, []]))
  const put = (date: string, item: DayItem) => days.get(date)?.push(item)
  for (const { name, from, to } of page.terms) {
    put(from, { is: 'term', key: `begins ${from}`, time: null, name, begins: true })
    put(to, { is: 'term', key: `ends ${to}`, time: null, name, begins: false })
  }
  for (const closure of page.closures)
    for (const date of datesBetween(closure.from, closure.to))
      put(date, { is: 'closure', key: `closed ${closure.name}`, time: closure.starts, closure })
  for (const lesson of page.lessons)
    put(lesson.date, {
      is: 'lesson',
      key: `${lesson.child} ${lesson.key}`,
      time: timeOfDay(lesson.startsAt, zone),
      ends: timeOfDay(lesson.endsAt, zone),
      lesson,
    })
  for (const deadline of page.deadlines)
    put(localDateAt(deadline.dueAt, zone), {
      is: 'deadline',
      key: `${deadline.work.id} ${deadline.placeId ?? deadline.groupNames.join(' ')}`,
      time: timeOfDay(deadline.dueAt, zone),
      deadline,
    })
  for (const entry of page.entries)
    for (const date of datesBetween(entry.from, entry.to))
      put(date, { is: 'entry', key: entry.id, time: date === entry.from ? entry.starts : null, entry })
  for (const items of days.values())
    items.sort((a, b) => ((a.time ?? '') < (b.time ?? '') ? -1 : a.time === b.time ? 0 : 1))
  return days
}

/** The days without the kinds that are left out. */
export const withoutKinds = (
  days: ReadonlyMap<string, readonly DayItem[]>,
  left: ReadonlySet<Shown>,
): Map<string, DayItem[]> =>
  new Map([...days].map(([date, items]) => [date, items.filter(one => !left.has(one.is as Shown))]))

/** A note that is being written: a new one on a day, or one that is there. */
export type Writing = { readonly on: string } | { readonly entry: Entry }
