import { Temporal } from 'temporal-polyfill'
import type { Instant } from '../ids/index.js'

/** A stretch of time over which a zone keeps one offset. */
export type Offset = {
  readonly from: Instant
  /** Minutes ahead of UTC, and those of the stretch before. */
  readonly minutes: number
  readonly before: number
  /** Whether the clocks are ahead of what they are in the other half of the year. */
  readonly summer: boolean
  /** "WEST", or "GMT+2" where the zone's short name is not known. */
  readonly name: string
}

const MINUTE = 60_000_000_000

/**
 * The stretches of one offset that touch the span between two moments in a zone (IANA), in order. The first begins
 * at the last change before the span, or at its beginning where there was none.
 */
export function offsetsIn(zone: string, from: Instant, to: Instant): Offset[] {
  const at = (moment: Instant) => Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(zone)
  const first = at(from).getTimeZoneTransition('previous') ?? at(from)
  const found: Offset[] = []
  let next: Temporal.ZonedDateTime | null = first
  while (next && next.epochMilliseconds <= to) {
    const minutes = next.offsetNanoseconds / MINUTE
    const before = next.subtract({ milliseconds: 1 }).offsetNanoseconds / MINUTE
    found.push({
      from: next.epochMilliseconds,
      minutes,
      before,
      summer: minutes > before,
      name: nameAt(next, zone),
    })
    next = next.getTimeZoneTransition('next')
  }
  return found
}

const nameAt = ({ epochMilliseconds }: Temporal.ZonedDateTime, zone: string): string =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, timeZoneName: 'short' })
    .formatToParts(epochMilliseconds)
    .find(part => part.type === 'timeZoneName')?.value ?? zone
