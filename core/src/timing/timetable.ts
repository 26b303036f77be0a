import type { Instant, LessonChangeId, LessonId } from '../ids/index.js'
import { addDays, type LocalDate, mondayOf, weekdayOf } from '../zone/days.js'
import type { ToInstant } from '../zone/nearest.js'
import { closureOver, inTerm, type RotationWeek, rotationOf, type SchoolCalendar } from './calendar.js'
import type { LessonTime } from './lessons.js'

/** A lesson that comes every week, or every other one. */
export type TimetableLesson = LessonTime & {
  readonly id: LessonId
  readonly place: string
  /** Null where it comes in both weeks. */
  readonly rotation: RotationWeek | null
  /** The first and last day on which it is held; null where it has none. */
  readonly from: LocalDate | null
  readonly until: LocalDate | null
}

export type LessonSpan = { readonly date: LocalDate; readonly starts: string; readonly ends: string }

/** What is different on a single date. */
export type LessonChange =
  | { readonly kind: 'cancelled'; readonly lessonId: LessonId; readonly on: LocalDate }
  | {
      readonly kind: 'moved'
      readonly lessonId: LessonId
      readonly on: LocalDate
      readonly to: LessonSpan & { readonly place: string }
    }
  | {
      readonly kind: 'extra'
      readonly id: LessonChangeId
      readonly to: LessonSpan & { readonly place: string }
    }

/** The lessons of one group, those of the whole class among them. */
export type Timetable = {
  readonly lessons: readonly TimetableLesson[]
  readonly changes: readonly LessonChange[]
}

/** A lesson that takes place. */
export type HeldLesson = LessonSpan & {
  /** The same whether or not it was moved. */
  readonly key: string
  readonly place: string
  readonly startsAt: Instant
  readonly endsAt: Instant
  /** Where it would have been, if it was moved. */
  readonly movedFrom: LessonSpan | null
  readonly extra: boolean
}

export const NO_LESSONS: Timetable = { lessons: [], changes: [] }

export const lessonKey = (lessonId: LessonId, on: LocalDate): string => `${lessonId}@${on}`

type Planned = Omit<HeldLesson, 'startsAt' | 'endsAt'>

/**
 * The lessons of a group that take place in the week of a Monday, in the order in which they begin: those of the
 * timetable in that rotation week, without cancelled ones, with those moved into the week and extra ones, and
 * none that touches a closure. Regular lessons are held in terms only.
 */
export function lessonsOfWeek(
  { calendar, toInstant }: { calendar: SchoolCalendar; toInstant: ToInstant },
  timetable: Timetable,
  monday: LocalDate,
): HeldLesson[] {
  const inWeek = (date: LocalDate) => mondayOf(date) === monday
  const stays = regular(calendar, timetable, monday).filter(
    one => !timetable.changes.some(change => change.kind !== 'extra' && keyOf(change) === one.key),
  )
  const placed = timetable.changes.flatMap(change =>
    inWeek(dateOfChange(change)) ? placedBy(timetable, change) : [],
  )
  return [...stays, ...placed]
    .filter(one => !closureOver(calendar, one))
    .map(one => ({
      ...one,
      startsAt: toInstant(`${one.date}T${one.starts}`),
      endsAt: toInstant(`${one.date}T${one.ends}`),
    }))
    .sort((a, b) => a.startsAt - b.startsAt || a.endsAt - b.endsAt || (a.key < b.key ? -1 : 1))
}

function regular(calendar: SchoolCalendar, timetable: Timetable, monday: LocalDate): Planned[] {
  const week = rotationOf(calendar, monday)
  return timetable.lessons
    .filter(lesson => lesson.rotation === null || week === null || lesson.rotation === week)
    .map(lesson => ({ lesson, date: addDays(monday, lesson.weekday - 1) }))
    .filter(({ date }) => inTerm(calendar, date))
    .filter(({ lesson: { from, until }, date }) => (from ?? date) <= date && date <= (until ?? date))
    .map(({ lesson: { id, starts, ends, place }, date }) => ({
      key: lessonKey(id, date),
      date,
      starts,
      ends,
      place,
      movedFrom: null,
      extra: false,
    }))
}

const keyOf = (change: Exclude<LessonChange, { kind: 'extra' }>) => lessonKey(change.lessonId, change.on)

const dateOfChange = (change: LessonChange): LocalDate =>
  change.kind === 'cancelled' ? change.on : change.to.date

/** The lesson that a change puts somewhere; one that moves a lesson of another weekday moves nothing. */
function placedBy(timetable: Timetable, change: LessonChange): Planned[] {
  if (change.kind === 'cancelled') return []
  if (change.kind === 'extra') return [{ ...change.to, key: change.id, movedFrom: null, extra: true }]
  const lesson = timetable.lessons.find(one => one.id === change.lessonId)
  if (!lesson || lesson.weekday !== weekdayOf(change.on)) return []
  const movedFrom = { date: change.on, starts: lesson.starts, ends: lesson.ends }
  return [{ ...change.to, key: keyOf(change), movedFrom, extra: false }]
}
