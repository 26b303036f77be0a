import type { Instant } from '../ids/index.js'
import { addDays, instantsIn, localAt } from '../zone/index.js'
import { type QuietHours, quietAt } from './quiet.js'

/** When somebody is reminded of what is due: the day before at the same time, on the morning of the day, an hour before. */
export const REMINDERS = ['dayBefore', 'morning', 'hourBefore'] as const
export type Reminder = (typeof REMINDERS)[number]

const HOUR = 3_600_000
const MINUTE = 60_000
/** The local time of reminders of the morning. */
export const MORNING = '07:30'

export type ReminderRules = {
  readonly reminders: readonly Reminder[]
  readonly quiet: QuietHours | null
  /** The zone of the school (IANA). */
  readonly zone: string
}

/**
 * The moments at which somebody is reminded of a deadline, the first one first. Nobody is reminded in their quiet hours: what
 * falls into them comes in the last minute before. A morning that comes after the deadline reminds nobody.
 */
export function remindersOf(due: Instant, { reminders, quiet, zone }: ReminderRules): Instant[] {
  const toInstant = instantsIn(zone)
  const local = localAt(due, zone)
  const [day, time] = [local.slice(0, 10), local.slice(11, 16)]
  const moments: Readonly<Record<Reminder, Instant>> = {
    dayBefore: toInstant(`${addDays(day, -1)}T${time}`),
    morning: toInstant(`${day}T${MORNING}`),
    hourBefore: due - HOUR,
  }
  const heard = reminders
    .map(one => moments[one])
    .filter(at => at < due)
    .map(at => {
      const night = quietAt(at, quiet, zone)
      return night ? night.from - MINUTE : at
    })
  return [...new Set(heard)].sort((one, other) => one - other)
}

/** Nobody is reminded of anything earlier than this, in milliseconds: a day before, and before the quiet hours then. */
export const REMIND_AHEAD = 3 * 24 * HOUR

/**
 * The last moment by another at which somebody is to be reminded of a deadline; null for none. Keeps what it has worked out, for
 * much work has the same deadline.
 */
export function remindedBy(by: Instant, rules: ReminderRules): (due: Instant) => Instant | null {
  const known = new Map<Instant, Instant | null>()
  return due => {
    if (due - by > REMIND_AHEAD) return null
    const before = known.get(due)
    if (before !== undefined) return before
    const at = remindersOf(due, rules).findLast(one => one <= by) ?? null
    known.set(due, at)
    return at
  }
}
