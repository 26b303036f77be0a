import { Temporal } from 'temporal-polyfill'
import type { Instant } from '../ids/index.js'
import { had, type Outcome, refused } from '../outcome/index.js'

/** A lesson that comes every week, in the school's local time. */
export type LessonTime = {
  /** 1 for Monday to 7 for Sunday (ISO 8601). */
  readonly weekday: number
  /** "09:00" */
  readonly starts: string
  readonly ends: string
}

export type Lesson = { readonly starts: Instant; readonly ends: Instant }

/** A lesson counts as begun so long before it, in milliseconds: the door is opened while the children come in. */
const EARLY = 10 * 60_000

const TIME = /^([01]\d|2[0-3]):[0-5]\d$/

/** Reads a lesson time. Refuses `lesson_unreadable`, and `lesson_backwards` where it would end before it begins. */
export function readLessonTime(lesson: LessonTime): Outcome<LessonTime> {
  const { weekday, starts, ends } = lesson
  const readable = Number.isInteger(weekday) && weekday >= 1 && weekday <= 7
  if (!readable || !TIME.test(starts) || !TIME.test(ends)) return refused('lesson_unreadable')
  return starts < ends ? had({ weekday, starts, ends }) : refused('lesson_backwards', { starts, ends })
}

/** The lesson that is on, or about to begin within ten minutes; where several are, the one that ends last. */
export function lessonNow(times: readonly LessonTime[], now: Instant, zone: string): Lesson | undefined {
  const today = Temporal.Instant.fromEpochMilliseconds(now).toZonedDateTimeISO(zone).toPlainDate()
  const at = (time: string) => today.toZonedDateTime({ timeZone: zone, plainTime: time }).epochMilliseconds
  return times
    .filter(time => time.weekday === today.dayOfWeek)
    .map(time => ({ starts: at(time.starts), ends: at(time.ends) }))
    .filter(lesson => lesson.starts - EARLY <= now && now < lesson.ends)
    .sort((a, b) => b.ends - a.ends)[0]
}
