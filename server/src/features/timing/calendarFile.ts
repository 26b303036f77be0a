import type { CalendarFile, FoundTimetable } from '@oppen/contract'
import { closuresFrom, type FileEvent, lessonsFrom, type SchoolCalendar } from '@oppen/core/timing'
import { addDays, instantsIn, type LocalDate, localAt } from '@oppen/core/zone'
import ICAL from 'ical.js'
import { Refused } from '../../refusal.js'

export type SentFile = { readonly name: string; readonly text: string }

/** What repeats is written out so many times in all at most. */
const MOST_EVENTS = 5_000
/** A rule is followed so many times and no further, also where it began long ago. */
const MOST_TURNS = 50_000

export type Read = {
  /** The zone of the school (IANA): times of other zones are turned into its local times. */
  readonly zone: string
  readonly from: LocalDate
  readonly to: LocalDate
}

export type ToRead = { readonly file: SentFile; readonly read: Read }

/** The closures in a calendar file, in a thread of its own. */
export const closuresOf = async ({ file, read }: ToRead): Promise<CalendarFile> => ({
  closures: closuresFrom(readEvents(file, read)),
})

/** The lessons in a calendar file, found as weekly ones where they are; in a thread of its own. */
export async function lessonsOf({
  file,
  read,
  calendar,
  today,
}: ToRead & { readonly calendar: SchoolCalendar; readonly today: LocalDate }): Promise<FoundTimetable> {
  const found = lessonsFrom(readEvents(file, read), calendar)
  if (!found.length) throw new Refused('calendar_file_no_lessons', { name: nameOf(file) })
  return {
    found: found.map(({ title, weekly, single }) => ({
      title,
      weekly: weekly.map(one => ({ ...one, missing: [...one.missing] })),
      // what is over by now moves nothing any more
      single: single.filter(one => one.date >= today),
    })),
  }
}

const nameOf = ({ name }: SentFile) => name.slice(0, 80)

/**
 * The events of a file on each date they take place. Refuses `calendar_file_unreadable` with the line that is none,
 * `calendar_file_empty` where there are no events, and `calendar_file_many`.
 */
export function readEvents(file: SentFile, read: Read): FileEvent[] {
  const events = componentsOf(file)
  const own = events.filter(event => !event.isRecurrenceException())
  const moved = events.filter(event => event.isRecurrenceException())
  const found: FileEvent[] = []
  for (const event of own) {
    for (const exception of moved) if (exception.uid === event.uid) event.relateException(exception)
    for (const one of expanded(event, read, file)) found.push(one)
    if (found.length > MOST_EVENTS)
      throw new Refused('calendar_file_many', { name: nameOf(file), most: MOST_EVENTS })
  }
  if (!events.length) throw new Refused('calendar_file_empty', { name: nameOf(file) })
  return found
}

function componentsOf(file: SentFile): ICAL.Event[] {
  try {
    const parsed = ICAL.parse(file.text.replace(/^\uFEFF/, '')) as unknown[]
    const calendars = (Array.isArray(parsed[0]) ? parsed : [parsed]) as ConstructorParameters<
      typeof ICAL.Component
    >[0][]
    return calendars.flatMap(one =>
      new ICAL.Component(one)
        .getAllSubcomponents('vevent')
        .map(event => new ICAL.Event(event, { strictExceptions: true, exceptions: [] }))
        // an event without a time says nothing of any day
        .filter(event => event.component.hasProperty('dtstart') && !isCancelled(event)),
    )
  } catch (error) {
    throw new Refused('calendar_file_unreadable', { name: nameOf(file), ...lineOf(file.text, error) })
  }
}

const isCancelled = (event: ICAL.Event) => event.component.getFirstPropertyValue('status') === 'CANCELLED'

/** The line that a reader stumbled over, from what it said; the first where it did not say. */
function lineOf(text: string, error: unknown): { line: number; text: string } {
  const lines = text.split(/\r\n|\n|\r/)
  const message = error instanceof Error ? error.message : ''
  // it says: invalid line (no token ";" or ":") "the line"
  const said = message.split('") "')[1]?.replace(/"$/, '')
  const index = said ? lines.findIndex(line => line.startsWith(said.slice(0, 60))) : -1
  const at = Math.max(0, index)
  return { line: at + 1, text: (lines[at] ?? '').slice(0, 80) }
}

/** Some rules are found to be none only when they are followed. */
function expanded(event: ICAL.Event, read: Read, file: SentFile): FileEvent[] {
  try {
    return occurrencesOf(event, read, file)
  } catch (error) {
    if (error instanceof Refused) throw error
    throw new Refused('calendar_file_unreadable', { name: nameOf(file), ...lineOf(file.text, error) })
  }
}

function occurrencesOf(event: ICAL.Event, read: Read, file: SentFile): FileEvent[] {
  refuseQuick(event, file)
  if (!event.isRecurring()) return within(occurrence(event, event.startDate, event.endDate, read), read)
  const found: FileEvent[] = []
  const iterator = event.iterator()
  for (let next = iterator.next(), n = 0; next && n < MOST_TURNS; next = iterator.next(), n++) {
    const { item, startDate, endDate } = event.getOccurrenceDetails(next)
    const one = occurrence(item, startDate, endDate, read)
    if (one.from > read.to) break
    found.push(...within(one, read))
    if (found.length > MOST_EVENTS) break
  }
  return found
}

/** Rules that repeat more often than daily: no lesson does, and they may turn for ever without an event. */
const QUICK = ['SECONDLY', 'MINUTELY', 'HOURLY']

function refuseQuick(event: ICAL.Event, file: SentFile): void {
  for (const rule of event.component.getAllProperties('rrule').map(one => one.getFirstValue())) {
    const { freq = '' } = (rule ?? {}) as { freq?: string }
    if (QUICK.includes(freq))
      throw new Refused('calendar_file_quick', {
        name: nameOf(file),
        title: (event.summary ?? '').slice(0, 80),
      })
  }
}

const within = (one: FileEvent, { from, to }: Read): FileEvent[] =>
  one.to >= from && one.from <= to ? [one] : []

function occurrence(event: ICAL.Event, start: ICAL.Time, end: ICAL.Time, { zone }: Read): FileEvent {
  const named = { title: event.summary ?? '', place: event.location ?? '' }
  if (start.isDate) {
    const from = dateText(start)
    // the end of whole days is the day after them
    const last = addDays(dateText(end), -1)
    const backwards = last < from
    return { ...named, from, to: backwards ? from : last, starts: null, ends: null }
  }
  const first = localOf(start, event, zone)
  const last = localOf(end, event, zone)
  return {
    ...named,
    from: first.slice(0, 10),
    to: last.slice(0, 10),
    starts: first.slice(11),
    ends: last.slice(11),
  }
}

const two = (n: number) => String(n).padStart(2, '0')
const dateText = ({ year, month, day }: ICAL.Time): LocalDate =>
  `${String(year).padStart(4, '0')}-${two(month)}-${two(day)}`
const localText = (time: ICAL.Time): string => `${dateText(time)}T${two(time.hour)}:${two(time.minute)}`

/**
 * A time of a file in the school's local time: by the rules of its zone where the file has them, else by the name of
 * the zone where it is known. A time without a zone is local wherever it is read.
 */
function localOf(time: ICAL.Time, event: ICAL.Event, zone: string): string {
  const tzid = time.zone?.tzid
  if (tzid && tzid !== 'floating')
    return tzid === zone ? localText(time) : localAt(time.toUnixTime() * 1_000, zone)
  const named = event.component.getFirstProperty('dtstart')?.getFirstParameter('tzid')
  const known = named && knownZone(named)
  return known ? localAt(instantsIn(known)(localText(time)), zone) : localText(time)
}

/** The name as this machine knows zones, where it does. */
function knownZone(tzid: string): string | undefined {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: tzid }).resolvedOptions().timeZone
  } catch {
    return undefined
  }
}
