import type { Instant } from '../ids/index.js'
import { averageWithWorking, hundredUnits, type MarkRules } from '../marks/index.js'
import { deadlineOf, type SubmissionState, stateOf } from '../work/index.js'
import { type Counted, piecesOf } from './piece.js'

/** A submission that is asked of a pupil, as far as an overview needs it. */
export type AskedSubmission = Counted

/** How a pupil gets on, in a line. */
export type OverviewLine = {
  /** The average in tenths of a percent; null where nothing is marked. */
  readonly permille: number | null
  /** How many marks it rests on. */
  readonly marks: number
  readonly asked: number
  /** With the teacher, handed back or received. */
  readonly isIn: number
  readonly overdue: number
  readonly missing: number
}

/** The line of a pupil at a moment, from all submissions that are asked of them, by the rules of the class. */
export function overviewLine(
  submissions: readonly AskedSubmission[],
  rules: MarkRules,
  now: Instant,
): OverviewLine {
  const states = submissions.map(({ status, timing }) => stateOf(status, timing, now))
  const { share, restsOn } = averageWithWorking(piecesOf(submissions, rules, now), rules)
  const count = (...names: readonly SubmissionState['is'][]): number =>
    states.filter(state => names.includes(state.is)).length
  return {
    permille: share && Number(hundredUnits(share, 1)),
    marks: restsOn,
    asked: submissions.length,
    isIn: count('withTeacher', 'handedBack', 'received'),
    overdue: count('overdue'),
    missing: count('missing'),
  }
}

/** The next moment at which the state of one of the submissions changes by itself; null where none does. */
export function nextChange(
  submissions: readonly Pick<AskedSubmission, 'status' | 'timing'>[],
  now: Instant,
): Instant | null {
  let next: Instant | null = null
  for (const { status, timing } of submissions) {
    if (!['untouched', 'started', 'tryAgain'].includes(status.phase)) continue
    const deadline = deadlineOf(status, timing)
    // a deadline has passed a moment after it; what opens or closes does so at its moment
    for (const at of [timing.opensAt, deadline === null ? null : deadline + 1, timing.closesAt])
      if (at !== null && at > now && (next === null || at < next)) next = at
  }
  return next
}
