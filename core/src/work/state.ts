import type { Instant } from '../ids/index.js'
import type { Hundredths } from '../marks/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import { mayFollow, type Standing } from './standing.js'

/** The times of a piece of work for one reader; null where there is none. */
export type Timing = {
  readonly opensAt: Instant | null
  readonly dueAt: Instant | null
  /** From here on nothing more is accepted. */
  readonly closesAt: Instant | null
}

/** What a reader sees: exactly one of these, whatever the moves, the deadline and the time. */
export type PieceState =
  | { readonly is: 'opens'; readonly at: Instant }
  | { readonly is: 'toDo'; readonly by: Instant | null }
  | { readonly is: 'started'; readonly by: Instant | null }
  /** `lateBy` in milliseconds, 0 when in time. */
  | { readonly is: 'withTeacher'; readonly since: Instant; readonly lateBy: number }
  | { readonly is: 'handedBack'; readonly at: Instant; readonly mark: Hundredths | null }
  | { readonly is: 'tryAgain'; readonly by: Instant | null }
  | { readonly is: 'overdue'; readonly since: Instant; readonly begun: boolean }
  | { readonly is: 'missing'; readonly since: Instant }
  | { readonly is: 'excused' }
  | { readonly is: 'received'; readonly at: Instant }
  /** A handout that was looked at. */
  | { readonly is: 'seen' }

export type PieceStateName = PieceState['is']

/** The deadline that holds now: the one set with "try again" while that is the last word, else the posted one. */
export function deadlineOf(standing: Standing, timing: Timing): Instant | null {
  const again =
    standing.phase === 'tryAgain' || (standing.phase === 'withTeacher' && standing.phaseBefore === 'tryAgain')
  return again ? standing.tryAgainBy : timing.dueAt
}

/** The state of a piece: a pure function of its moves (as their standing), its times and the moment. */
export function stateOf(standing: Standing, timing: Timing, now: Instant): PieceState {
  switch (standing.phase) {
    case 'excused':
      return { is: 'excused' }
    case 'received':
      return { is: 'received', at: standing.receivedAt ?? now }
    case 'handedBack':
      return { is: 'handedBack', at: standing.handedBackAt ?? now, mark: standing.mark }
    case 'withTeacher':
      return withTeacher(standing, timing, now)
    case 'tryAgain':
      return standing.tryAgainBy !== null && standing.tryAgainBy < now
        ? { is: 'overdue', since: standing.tryAgainBy, begun: true }
        : { is: 'tryAgain', by: standing.tryAgainBy }
    case 'untouched':
    case 'started':
      return unfinished(standing, timing, now)
  }
}

function withTeacher(standing: Standing, timing: Timing, now: Instant): PieceState {
  const since = standing.handedInAt ?? now
  const deadline = deadlineOf(standing, timing)
  return { is: 'withTeacher', since, lateBy: deadline === null ? 0 : Math.max(0, since - deadline) }
}

function unfinished(standing: Standing, timing: Timing, now: Instant): PieceState {
  const { opensAt, dueAt, closesAt } = timing
  if (opensAt !== null && now < opensAt) return { is: 'opens', at: opensAt }
  if (closesAt !== null && closesAt <= now) return { is: 'missing', since: dueAt ?? closesAt }
  const begun = standing.phase === 'started'
  if (dueAt !== null && dueAt < now) return { is: 'overdue', since: dueAt, begun }
  return { is: begun ? 'started' : 'toDo', by: dueAt }
}

/** The moment that a state is about: when it opens, is due, was handed in or came back; null where there is none. */
export function momentOf(state: PieceState): Instant | null {
  switch (state.is) {
    case 'opens':
    case 'handedBack':
    case 'received':
      return state.at
    case 'toDo':
    case 'started':
    case 'tryAgain':
      return state.by
    case 'withTeacher':
    case 'overdue':
    case 'missing':
      return state.since
    case 'excused':
    case 'seen':
      return null
  }
}

/**
 * Whether the pupil may write in the own copy now. Refuses `work_not_open` (with `at`), `work_closed` (with
 * `at`), and `illegal_move` while it lies with the teacher or is finished.
 */
export function mayWrite(standing: Standing, timing: Timing, now: Instant): Outcome<true> {
  if (standing.phase === 'tryAgain') return ok(true)
  if (standing.phase !== 'untouched' && standing.phase !== 'started') {
    return err('not_yours_to_change', { phase: standing.phase })
  }
  return inTime(timing, now)
}

/** Whether the pupil may hand in now: as `mayWrite`, and something must have been begun. */
export function mayHandIn(standing: Standing, timing: Timing, now: Instant): Outcome<true> {
  if (!mayFollow('handIn', standing)) return err('illegal_move', { move: 'handIn', phase: standing.phase })
  return standing.phase === 'tryAgain' ? ok(true) : inTime(timing, now)
}

/** Whether the pupil may take back now: it lies with the teacher and the work has not closed. */
export function mayTakeBack(standing: Standing, timing: Timing, now: Instant): Outcome<true> {
  if (!mayFollow('takeBack', standing))
    return err('illegal_move', { move: 'takeBack', phase: standing.phase })
  return standing.phaseBefore === 'tryAgain' ? ok(true) : inTime(timing, now)
}

function inTime({ opensAt, closesAt }: Timing, now: Instant): Outcome<true> {
  if (opensAt !== null && now < opensAt) return err('work_not_open', { at: opensAt })
  if (closesAt !== null && closesAt <= now) return err('work_closed', { at: closesAt })
  return ok(true)
}
