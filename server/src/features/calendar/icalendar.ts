import type { Instant } from '@oppen/core/ids'
import { addDays, instantsIn, type LocalDate, localAt, type Offset, offsetsIn } from '@oppen/core/zone'
import ical, { ICalEventBusyStatus, ICalEventTransparency } from 'ical-generator'
import { Temporal } from 'temporal-polyfill'
import type { CalendarEvent } from './events.js'

export type CalendarText = {
  readonly name: string
  /** IANA name. */
  readonly zone: string
  readonly span: { readonly from: LocalDate; readonly to: LocalDate }
  readonly now: Instant
  readonly events: readonly CalendarEvent[]
}

/**
 * A calendar as other programs read it (RFC 5545). Times are local times of the school with the zone's rules beside
 * them, so that they are right where a program does not know the zone, and stay right across both clock changes.
 */
export function writeCalendar({ name, zone, span, now, events }: CalendarText): string {
  const toInstant = instantsIn(zone)
  const zoned = (at: Instant) => Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone)
  const calendar = ical({
    name,
    prodId: { company: 'Oppen', product: 'Calendar', language: 'EN' },
    // how often a program should read it again, in seconds
    ttl: 60 * 60,
    timezone: { name: zone, generator: () => writeZone(zone, span) },
  })
  for (const { uid, title, about, place, url, when, busy } of events) {
    const days = when.is === 'days'
    const at = (time: string | Instant) => zoned(typeof time === 'string' ? toInstant(time) : time)
    const event = calendar.createEvent({
      id: `${uid}@oppen`,
      stamp: Temporal.Instant.fromEpochMilliseconds(now),
      start: days ? Temporal.PlainDate.from(when.from) : at(when.from),
      // a day's end is the day after it; where there is no end, a moment ends as it begins
      end: days ? Temporal.PlainDate.from(addDays(when.to, 1)) : at(when.to ?? when.from),
      allDay: days,
      ...(!days && { timezone: zone }),
      summary: title,
      transparency: busy ? ICalEventTransparency.OPAQUE : ICalEventTransparency.TRANSPARENT,
      busystatus: busy ? ICalEventBusyStatus.BUSY : ICalEventBusyStatus.FREE,
    })
    if (about) event.description(about)
    if (place) event.location(place)
    if (url) event.url(url)
  }
  return calendar.toString()
}

/** The rules of a zone over a span as a VTIMEZONE (RFC 5545, 3.6.5): each stretch of one offset with its beginning. */
function writeZone(zone: string, { from, to }: CalendarText['span']): string {
  const parts = offsetsIn(zone, Date.parse(`${from}T00:00Z`), Date.parse(`${to}T00:00Z`)).map(part => {
    const kind = part.summer ? 'DAYLIGHT' : 'STANDARD'
    return [
      `BEGIN:${kind}`,
      `DTSTART:${basic(part)}`,
      `TZOFFSETFROM:${offset(part.before)}`,
      `TZOFFSETTO:${offset(part.minutes)}`,
      `TZNAME:${part.name}`,
      `END:${kind}`,
    ].join('\r\n')
  })
  return ['BEGIN:VTIMEZONE', `TZID:${zone}`, ...parts, 'END:VTIMEZONE'].join('\r\n')
}

/** When a stretch begins, by the clocks as they were before it. */
const basic = ({ from, before }: Offset): string =>
  `${localAt(from + before * 60_000, 'UTC').replace(/[-:]/g, '')}00`

function offset(minutes: number): string {
  const abs = Math.abs(minutes)
  const two = (n: number) => String(n).padStart(2, '0')
  return `${minutes < 0 ? '-' : '+'}${two(Math.floor(abs / 60))}${two(abs % 60)}`
}
