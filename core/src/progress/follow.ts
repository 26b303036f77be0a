import type { Instant } from '../ids/index.js'
import {
  type Asked,
  type MarkedAt,
  type Movement,
  movementOf,
  type Signal,
  type SignalRules,
  signalsOf,
} from '../marks/index.js'
import { isSchoolDay, type SchoolCalendar } from '../timing/index.js'
import { stateOf } from '../work/index.js'
import { addDays, type LocalDate, localDateAt, mondayOf } from '../zone/index.js'
import { type Counted, lateByOf } from './piece.js'

/** So far back it is looked for days on which somebody was not seen. */
const FARTHEST = 90

/** The school days between the day on which somebody was seen last and today, neither of them counted. */
export function schoolDaysBetween(calendar: SchoolCalendar, last: LocalDate, today: LocalDate): number {
  let days = 0
  const from = last < addDays(today, -FARTHEST) ? addDays(today, -FARTHEST) : last
  for (let date = addDays(from, 1); date < today; date = addDays(date, 1))
    if (isSchoolDay(calendar, date)) days += 1
  return days
}

export type Followed = {
  readonly submissions: readonly Counted[]
  /** When the pupil was seen last; null where nobody has ever come in as them. */
  readonly seenAt: Instant | null
}

export type Following = {
  readonly now: Instant
  readonly zone: string
  readonly calendar: SchoolCalendar
  readonly rules: SignalRules
}

/** The Monday of the week in which something was due; null where it is due at no time. */
const weekOf = (at: Instant | null, zone: string): LocalDate | null =>
  at === null ? null : mondayOf(localDateAt(at, zone))

const marksOf = (submissions: readonly Counted[]): MarkedAt[] =>
  submissions.flatMap(({ status, counting }) =>
    status.phase === 'handedBack' &&
    status.mark !== null &&
    counting.points !== null &&
    status.handedBackAt !== null
      ? [{ at: status.handedBackAt, mark: status.mark, points: counting.points }]
      : [],
  )

/** What a teacher wants to be told of a pupil, by the rules of the class. */
export function signalsFor(
  { submissions, seenAt }: Followed,
  { now, zone, calendar, rules }: Following,
): Signal[] {
  const missing = submissions.flatMap(({ status, timing }) => {
    const state = stateOf(status, timing, now)
    const week = state.is === 'missing' || state.is === 'overdue' ? weekOf(state.since, zone) : null
    return week === null ? [] : [week]
  })
  const today = localDateAt(now, zone)
  const unseenDays = seenAt === null ? null : schoolDaysBetween(calendar, localDateAt(seenAt, zone), today)
  return signalsOf({ missing, marks: marksOf(submissions), unseenDays }, rules)
}

/** How a pupil's work came in, piece by piece, by the week in which it was due. */
export const cameIn = (submissions: readonly Counted[], now: Instant, zone: string): Asked[] =>
  submissions.flatMap(({ status, timing }): Asked[] => {
    const state = stateOf(status, timing, now)
    const week = weekOf(timing.dueAt, zone)
    if (week === null || state.is === 'excused') return []
    if (state.is === 'missing' || state.is === 'overdue') return [{ week, came: 'missing' }]
    if (state.is === 'received') return [{ week, came: 'inTime' }]
    if (status.handedInAt === null || state.is === 'started' || state.is === 'toDo')
      return [{ week, came: 'open' }]
    return [{ week, came: lateByOf(status, timing) > 0 ? 'late' : 'inTime' }]
  })

/** How a pupil's marks moved in the last so many weeks; undefined where there are too few to say. */
export const movedSince = (submissions: readonly Counted[], around: Instant): Movement | undefined =>
  movementOf(marksOf(submissions), around)

/** Something that has become of a piece of work since somebody looked. */
export type Change = {
  readonly id: string
  readonly at: Instant
  readonly is: 'cameBack' | 'again' | 'overdue' | 'missing' | 'posted'
}

type Looked = Pick<Counted, 'id' | 'status' | 'timing'> & { readonly postedAt: Instant }

/** What has changed since a moment, the newest first; of one piece of work the last. */
export function changesSince(submissions: readonly Looked[], since: Instant, now: Instant): Change[] {
  return submissions
    .flatMap(({ id, status, timing, postedAt }): Change[] => {
      const state = stateOf(status, timing, now)
      if (state.is === 'handedBack') return [{ id, at: state.at, is: 'cameBack' }]
      if (state.is === 'overdue' || state.is === 'missing') return [{ id, at: state.since, is: state.is }]
      if (state.is === 'tryAgain' && status.handedBackAt !== null)
        return [{ id, at: status.handedBackAt, is: 'again' }]
      return state.is === 'excused' || state.is === 'withTeacher' ? [] : [{ id, at: postedAt, is: 'posted' }]
    })
    .filter(one => one.at > since && one.at <= now)
    .sort((one, other) => other.at - one.at)
}
