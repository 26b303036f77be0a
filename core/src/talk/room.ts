import type { Instant } from '../ids/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import { addDays, instantsIn, localAt, weekdayOf } from '../zone/index.js'

/** When a room is open by itself: on these weekdays (ISO 8601, Monday is 1), from one local time to another. */
export type Hours = {
  readonly days: readonly number[]
  /** "07:30" */
  readonly from: string
  readonly until: string
}

/** What a teacher sets about a room. */
export type RoomRules = {
  /** Who of the audience writes, besides the teachers. */
  readonly writers: 'all' | 'pupils' | 'teachers'
  /** Whether pupils and families begin conversations, or only answer. */
  readonly begin: boolean
  /** Switched to quiet by a teacher. */
  readonly quiet: boolean
  /** Why, in the teacher's words; empty for none. */
  readonly quietWhy: string
  readonly hours: Hours | null
  /** What pupils write here waits for the nod. */
  readonly nod: boolean
}

export const ROOM: RoomRules = {
  writers: 'all',
  begin: true,
  quiet: false,
  quietWhy: '',
  hours: null,
  nod: false,
}

/** The longest reason for quiet. */
export const LONGEST_WHY = 160

const TIME = /^([01]\d|2[0-3]):[0-5]\d$/

/** Hours as they can be kept. Refuses `hours_no_day`, `hours_unreadable` and `hours_backwards`. */
export function readHours(hours: Hours): Outcome<Hours> {
  const days = [...new Set(hours.days)].filter(day => Number.isInteger(day) && day >= 1 && day <= 7).sort()
  if (!days.length) return err('hours_no_day')
  if (!TIME.test(hours.from) || !TIME.test(hours.until)) return err('hours_unreadable')
  if (hours.from >= hours.until) return err('hours_backwards', { from: hours.from, until: hours.until })
  return ok({ days, from: hours.from, until: hours.until })
}

export type RoomState =
  | { readonly is: 'open' /** When it turns quiet by itself. */; readonly until: Instant | null }
  | {
      readonly is: 'quiet'
      readonly why: 'teacher' | 'hours'
      readonly word: string
      /** When it opens by itself; null where somebody has to open it. */
      readonly opensAt: Instant | null
    }

/** Whether a room is open by now, in the zone of the school: its switch goes before its hours. */
export function roomState(
  { quiet, quietWhy, hours }: Pick<RoomRules, 'quiet' | 'quietWhy' | 'hours'>,
  now: Instant,
  zone: string,
): RoomState {
  if (quiet) return { is: 'quiet', why: 'teacher', word: quietWhy, opensAt: null }
  if (!hours) return { is: 'open', until: null }
  const at = instantsIn(zone)
  const today = localAt(now, zone).slice(0, 10)
  for (let ahead = 0; ahead <= 7; ahead++) {
    const date = addDays(today, ahead)
    if (!hours.days.includes(weekdayOf(date))) continue
    const from = at(`${date}T${hours.from}`)
    const until = at(`${date}T${hours.until}`)
    if (now < from) return { is: 'quiet', why: 'hours', word: '', opensAt: from }
    if (now < until) return { is: 'open', until }
  }
  return { is: 'quiet', why: 'hours', word: '', opensAt: null }
}
