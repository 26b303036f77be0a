import type { Instant } from '../ids/index.js'
import { endOfDay } from '../zone/index.js'

/** How long the teacher opens the door: minutes, the rest of the day, or until closed. */
export type DoorSpan = { readonly minutes: number } | 'today' | 'untilClosed'

export type Door = { readonly closesAt: Instant | null; readonly closedAt: Instant | null }

export type DoorState =
  /** `left` in milliseconds; null where it stays open until closed. */
  { readonly open: true; readonly left: number | null } | { readonly open: false; readonly since: Instant }

/** Minutes a door stays open where nothing else is said: one lesson, common practice. */
export const USUAL_DOOR_MINUTES = 60

/** When a door opened now for the given span closes by itself; null for never. `zone` is an IANA name. */
export function closingTime(span: DoorSpan, now: Instant, zone: string): Instant | null {
  if (span === 'untilClosed') return null
  if (span === 'today') return endOfDay(now, zone)
  return now + span.minutes * 60_000
}

/** Whether a door lets people in at the given moment. */
export function doorState(door: Door, now: Instant): DoorState {
  if (door.closedAt !== null && door.closedAt <= now) return { open: false, since: door.closedAt }
  if (door.closesAt === null) return { open: true, left: null }
  if (door.closesAt <= now) return { open: false, since: door.closesAt }
  return { open: true, left: door.closesAt - now }
}
