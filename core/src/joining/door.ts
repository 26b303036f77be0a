import type { Instant } from '../ids/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import { type HeldLesson, lessonNow } from '../timing/index.js'
import { endOfDay } from '../zone/index.js'

/** How long the teacher opens the door: this lesson, minutes, the rest of the day, or until closed. */
export type DoorSpan = 'lesson' | { readonly minutes: number } | 'today' | 'untilClosed'

/**
 * Whom a door lets in: only names on the register; also newcomers, who wait until the teacher nods; or anybody
 * who gives a first and a last name, for a single event.
 */
export const ADMITS = ['register', 'nod', 'anyone'] as const
export type Admits = (typeof ADMITS)[number]

export type Door = { readonly closesAt: Instant | null; readonly closedAt: Instant | null }

export type DoorState =
  /** `left` in milliseconds; null where it stays open until closed. */
  { readonly open: true; readonly left: number | null } | { readonly open: false; readonly since: Instant }

/** Minutes a door stays open where nothing else is said: one lesson, common practice. */
export const USUAL_DOOR_MINUTES = 60

export type Opening = {
  readonly now: Instant
  /** IANA name. */
  readonly zone: string
  /** The lessons of the day. */
  readonly lessons: readonly Pick<HeldLesson, 'startsAt' | 'endsAt'>[]
}

/**
 * When a door opened now for the given span closes by itself; null for never. Refuses `no_lesson_now` where the
 * span is this lesson and there is none.
 */
export function closingTime(span: DoorSpan, { now, zone, lessons }: Opening): Outcome<Instant | null> {
  if (span === 'untilClosed') return ok(null)
  if (span === 'today') return ok(endOfDay(now, zone))
  if (span !== 'lesson') return ok(now + span.minutes * 60_000)
  const lesson = lessonNow(lessons, now)
  return lesson ? ok(lesson.endsAt) : err('no_lesson_now')
}

/** Whether a door lets people in at the given moment. */
export function doorState(door: Door, now: Instant): DoorState {
  if (door.closedAt !== null && door.closedAt <= now) return { open: false, since: door.closedAt }
  if (door.closesAt === null) return { open: true, left: null }
  if (door.closesAt <= now) return { open: false, since: door.closesAt }
  return { open: true, left: door.closesAt - now }
}
