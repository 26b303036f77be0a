import { addDays, dayOf, type LocalDate, mondayOf, weekdayOf } from '../zone/days.js'
import {
  type Closure,
  closureOver,
  inTerm,
  type RotationWeek,
  rotationOf,
  type SchoolCalendar,
} from './calendar.js'
import type { LessonSpan } from './timetable.js'

/** One event of a calendar file on the dates it takes place, in the school's local time. */
export type FileEvent = {
  readonly title: string
  readonly place: string
  readonly from: LocalDate
  readonly to: LocalDate
  /** Null for whole days. */
  readonly starts: string | null
  readonly ends: string | null
}

const NAME_LENGTH = 80

/**
 * The closures that the events of a file stand for: whole days as they are, a part of one day as that part, and what
 * goes from a time on one day to a time on another as a part, the whole days between, and a part.
 */
export const closuresFrom = (events: readonly FileEvent[]): Closure[] =>
  unique(events.flatMap(partsOf), one => [one.name, one.from, one.to, one.starts, one.ends].join('|')).sort(
    (a, b) => (a.from < b.from ? -1 : 1),
  )

function partsOf({ title, from, to, starts, ends }: FileEvent): Closure[] {
  const name = title.trim().slice(0, NAME_LENGTH)
  if (starts === null || ends === null) return [{ name, from, to, starts: null, ends: null }]
  if (from === to) return starts < ends ? [{ name, from, to, starts, ends }] : []
  const first = { name, from, to: from, starts: starts === '00:00' ? null : starts, ends: null }
  const between = { name, from: addDays(from, 1), to: addDays(to, -1), starts: null, ends: null }
  const last = { name, from: to, to, starts: null, ends }
  return [
    first,
    ...(between.from <= between.to ? [between] : []),
    // what ends at midnight takes nothing of that day
    ...(ends === '00:00' ? [] : [last]),
  ]
}

export type FoundLesson = {
  /** 1 for Monday to 7 for Sunday. */
  readonly weekday: number
  readonly starts: string
  readonly ends: string
  readonly place: string
  readonly rotation: RotationWeek | null
  readonly first: LocalDate
  readonly last: LocalDate
  /** Dates between first and last on which a lesson would be held and the file has none. */
  readonly missing: readonly LocalDate[]
}

/** What a file says about the lessons of one name. */
export type FoundLessons = {
  readonly title: string
  readonly weekly: readonly FoundLesson[]
  readonly single: readonly (LessonSpan & { readonly place: string })[]
}

type Held = LessonSpan & { readonly title: string; readonly place: string }

/**
 * Finds the weekly lessons in the events of a file, under each name. Programs write a timetable as a rule, as single
 * dates or as both, so what counts is when lessons take place: those at the same time of the same weekday, three
 * times or more and in three of four weeks between the first and the last, are a weekly lesson; where they
 * fall in A or B weeks alone, of those weeks. Everything else is a single date. Whole days are no lessons.
 */
export function lessonsFrom(events: readonly FileEvent[], calendar: SchoolCalendar): FoundLessons[] {
  const held = events.flatMap(({ title, place, from, to, starts, ends }): Held[] =>
    starts !== null && ends !== null && from === to && starts < ends
      ? [
          {
            title: title.trim().slice(0, NAME_LENGTH),
            place: place.trim().slice(0, NAME_LENGTH),
            date: from,
            starts,
            ends,
          },
        ]
      : [],
  )
  return [...groupBy(held, one => one.title)].map(([title, all]) => {
    const slots = [
      ...groupBy(all, one => [weekdayOf(one.date), one.starts, one.ends, one.place].join('|')).values(),
    ]
    const weekly = slots.flatMap(slot => weeklyOf(slot, calendar) ?? [])
    const covered = (one: Held) =>
      weekly.some(
        lesson =>
          lesson.weekday === weekdayOf(one.date) &&
          lesson.starts === one.starts &&
          lesson.ends === one.ends &&
          lesson.place === one.place,
      )
    const single = unique(all, one => `${one.date} ${one.starts} ${one.ends}`)
      .filter(one => !covered(one))
      .map(({ date, starts, ends, place }) => ({ date, starts, ends, place }))
      .sort((a, b) => (`${a.date}${a.starts}` < `${b.date}${b.starts}` ? -1 : 1))
    return {
      title,
      weekly: weekly.sort((a, b) => a.weekday - b.weekday || (a.starts < b.starts ? -1 : 1)),
      single,
    }
  })
}

/** The least number of times that makes a weekly lesson. */
const LEAST_TIMES = 3

function weeklyOf(slot: readonly Held[], calendar: SchoolCalendar): FoundLesson | undefined {
  const dates = [...new Set(slot.map(one => one.date))].sort()
  const [first] = dates
  const last = dates.at(-1)
  const [{ starts, ends, place }] = slot as [Held]
  if (!first || !last || dates.length < LEAST_TIMES) return undefined
  const weeks = new Set(dates.map(date => rotationOf(calendar, date)))
  const rotation = weeks.size === 1 ? ([...weeks][0] ?? null) : null
  const expected = everyWeek(first, last).filter(
    date =>
      inTerm(calendar, date) &&
      !closureOver(calendar, { date, starts, ends }) &&
      (rotation === null || rotationOf(calendar, date) === rotation),
  )
  const missing = expected.filter(date => !dates.includes(date))
  if (missing.length * 4 > expected.length) return undefined
  return { weekday: weekdayOf(first), starts, ends, place, rotation, first, last, missing }
}

const everyWeek = (first: LocalDate, last: LocalDate): LocalDate[] =>
  Array.from({ length: (dayOf(mondayOf(last)) - dayOf(mondayOf(first))) / 7 + 1 }, (_, n) =>
    addDays(first, n * 7),
  )

function groupBy<T>(list: readonly T[], key: (one: T) => string): Map<string, T[]> {
  const found = new Map<string, T[]>()
  for (const one of list) {
    const same = found.get(key(one))
    if (same) same.push(one)
    else found.set(key(one), [one])
  }
  return found
}

const unique = <T>(list: readonly T[], key: (one: T) => string): T[] => [
  ...new Map(list.map(one => [key(one), one])).values(),
]
