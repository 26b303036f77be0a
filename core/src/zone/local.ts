import { Temporal } from 'temporal-polyfill'
import type { Instant } from '../ids/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import { changeBy } from './change.js'

export type LocalTime = {
  readonly at: Instant
  /** True where the clocks go back and this local time comes twice; `at` is then the later of the two. */
  readonly twice: boolean
}

/**
 * Turns a local date and time ("2026-10-16T17:00") in an IANA time zone into an instant. A time that comes
 * twice is taken as the later one, in the pupil's favour. Refuses `time_unreadable`, and `time_skipped` (with
 * `next`, the first local time after the gap) where the clocks go forward over it.
 */
export function instantOf(local: string, zone: string): Outcome<LocalTime> {
  const plain = parse(local)
  if (!plain) return err('time_unreadable', { text: local.slice(0, 40) })
  const earlier = plain.toZonedDateTime(zone, { disambiguation: 'earlier' })
  const later = plain.toZonedDateTime(zone, { disambiguation: 'later' })
  if (earlier.epochMilliseconds === later.epochMilliseconds) {
    return ok({ at: later.epochMilliseconds, twice: false })
  }
  if (later.toPlainDateTime().equals(plain)) return ok({ at: later.epochMilliseconds, twice: true })
  const next = changeBy(later)?.toPlainDateTime()
  return err('time_skipped', {
    text: local.replace('T', ' '),
    next: (next ?? plain).toString().slice(0, 16).replace('T', ' '),
  })
}

function parse(local: string): Temporal.PlainDateTime | undefined {
  if (!/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/.test(local)) return undefined
  try {
    return Temporal.PlainDateTime.from(local, { overflow: 'reject' })
  } catch {
    return undefined
  }
}

/** The last millisecond of the local day that the moment lies in. `zone` is an IANA name. */
export function endOfDay(now: Instant, zone: string): Instant {
  const day = Temporal.Instant.fromEpochMilliseconds(now).toZonedDateTimeISO(zone).toPlainDate()
  return day.add({ days: 1 }).toZonedDateTime(zone).epochMilliseconds - 1
}

/** The local date and time at a moment, as an input field wants it: "2026-10-16T17:00". */
export function localOf(at: Instant, zone: string): string {
  return Temporal.Instant.fromEpochMilliseconds(at)
    .toZonedDateTimeISO(zone)
    .toPlainDateTime()
    .toString()
    .slice(0, 16)
}
