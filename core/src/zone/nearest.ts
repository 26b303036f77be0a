import { Temporal } from 'temporal-polyfill'
import type { Instant } from '../ids/index.js'
import { changeBy } from './change.js'

/** Turns a local time, "2026-10-16T17:00", into the moment it stands for. */
export type ToInstant = (local: string) => Instant

/**
 * The moments of local times in a zone (IANA), for times that nobody is there to be asked about: one that comes
 * twice is the later one, in the pupil's favour, and one that the clocks skip is the moment of the change. Keeps
 * what it has worked out. Throws for a text that is no local time.
 */
export function instantsIn(zone: string): ToInstant {
  const before = zones.get(zone)
  if (before) return before
  const made = keeping(zone)
  zones.set(zone, made)
  return made
}

const zones = new Map<string, ToInstant>()
/** So many moments of a zone are kept: every minute of a month, or the lessons of many years. */
const MOST_KEPT = 50_000

function keeping(zone: string): ToInstant {
  const known = new Map<string, Instant>()
  return local => {
    const before = known.get(local)
    if (before !== undefined) return before
    if (known.size >= MOST_KEPT) known.clear()
    const at = nearest(Temporal.PlainDateTime.from(local), zone)
    known.set(local, at)
    return at
  }
}

function nearest(plain: Temporal.PlainDateTime, zone: string): Instant {
  const later = plain.toZonedDateTime(zone, { disambiguation: 'later' })
  if (later.toPlainDateTime().equals(plain)) return later.epochMilliseconds
  return (changeBy(later) ?? later).epochMilliseconds
}
