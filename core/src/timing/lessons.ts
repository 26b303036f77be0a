import type { Instant } from '../ids/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'

/** A lesson that comes every week, in the school's local time. */
export type LessonTime = {
  /** 1 for Monday to 7 for Sunday (ISO 8601). */
  readonly weekday: number
  /** "09:00" */
  readonly starts: string
  readonly ends: string
}

/** A lesson counts as begun so long before it, in milliseconds: the door is opened while the children come in. */
const EARLY = 10 * 60_000

const TIME = /^([01]\d|2[0-3]):[0-5]\d$/

/** Whether a text is a time of day, "09:00". */
export const isTime = (text: string): boolean => TIME.test(text)

/** Reads a lesson time. Refuses `lesson_unreadable`, and `lesson_backwards` where it would end before it begins. */
export function readLessonTime(lesson: LessonTime): Outcome<LessonTime> {
  const { weekday, starts, ends } = lesson
  const readable = Number.isInteger(weekday) && weekday >= 1 && weekday <= 7
  if (!readable || !isTime(starts) || !isTime(ends)) return err('lesson_unreadable')
  return starts < ends ? ok({ weekday, starts, ends }) : err('lesson_backwards', { starts, ends })
}

/** The lesson that is on, or about to begin within ten minutes; where several are, the one that ends last. */
export const lessonNow = <L extends { readonly startsAt: Instant; readonly endsAt: Instant }>(
  lessons: readonly L[],
  now: Instant,
): L | undefined =>
  lessons
    .filter(lesson => lesson.startsAt - EARLY <= now && now < lesson.endsAt)
    .sort((a, b) => b.endsAt - a.endsAt)[0]
