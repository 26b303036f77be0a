import type { Instant } from '../ids/index.js'
import type { Hundredths } from '../marks/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import { isImproving, mayFollow, type SubmissionStatus } from './status.js'

/** The times of a work for one reader; null where there is none. */
export type Timing = {
  readonly opensAt: Instant | null
  readonly dueAt: Instant | null
  /** From here on nothing more is accepted. */
  readonly closesAt: Instant | null
}

/** What a reader sees: exactly one of these, whatever the moves, the deadline and the time. */
export type SubmissionState =
  | { readonly is: 'opens'; readonly at: Instant }
  | { readonly is: 'toDo'; readonly by: Instant | null }
  | { readonly is: 'started'; readonly by: Instant | null }
  /** `lateBy` in milliseconds, 0 when in time. */
  | { readonly is: 'withTeacher'; readonly since: Instant; readonly lateBy: number }
  | { readonly is: 'handedBack'; readonly at: Instant; readonly mark: Hundredths | null }
  /** `own` where nobody asked for it: its pupil improves what came back. */
  | { readonly is: 'tryAgain'; readonly by: Instant | null; readonly own?: true }
  | { readonly is: 'overdue'; readonly since: Instant; readonly begun: boolean }
  | { readonly is: 'missing'; readonly since: Instant }
  | { readonly is: 'excused' }
  | { readonly is: 'received'; readonly at: Instant }
  /** A handout that was looked at, and work that asks to be finished and is. */
  | { readonly is: 'seen' | 'finished' }

export type SubmissionStateName = SubmissionState['is']

/** The deadline that holds now: the one set with "try again" while that is the last word, else the posted one. */
export function deadlineOf(status: SubmissionStatus, timing: Timing): Instant | null {
  const again =
    status.phase === 'tryAgain' || (status.phase === 'withTeacher' && status.phaseBefore === 'tryAgain')
  return again ? status.tryAgainBy : timing.dueAt
}

/** The state of a submission: a pure function of its moves (as their status), its times and the moment. */
export function stateOf(status: SubmissionStatus, timing: Timing, now: Instant): SubmissionState {
  switch (status.phase) {
    case 'excused':
      return { is: 'excused' }
    case 'received':
      return { is: 'received', at: status.receivedAt ?? now }
    case 'handedBack':
      return { is: 'handedBack', at: status.handedBackAt ?? now, mark: status.mark }
    case 'withTeacher':
      return withTeacher(status, timing, now)
    case 'tryAgain':
      return status.tryAgainBy !== null && status.tryAgainBy < now
        ? { is: 'overdue', since: status.tryAgainBy, begun: true }
        : { is: 'tryAgain', by: status.tryAgainBy, ...(isImproving(status) && { own: true }) }
    case 'untouched':
    case 'started':
      return unfinished(status, timing, now)
  }
}

function withTeacher(status: SubmissionStatus, timing: Timing, now: Instant): SubmissionState {
  const since = status.handedInAt ?? now
  const deadline = deadlineOf(status, timing)
  // an improvement is as late as what it improves
  const at = status.phaseBefore === 'handedBack' ? (status.firstHandedInAt ?? since) : since
  return { is: 'withTeacher', since, lateBy: deadline === null ? 0 : Math.max(0, at - deadline) }
}

function unfinished(status: SubmissionStatus, timing: Timing, now: Instant): SubmissionState {
  const { opensAt, dueAt, closesAt } = timing
  if (opensAt !== null && now < opensAt) return { is: 'opens', at: opensAt }
  if (closesAt !== null && closesAt <= now) return { is: 'missing', since: dueAt ?? closesAt }
  const begun = status.phase === 'started'
  if (dueAt !== null && dueAt < now) return { is: 'overdue', since: dueAt, begun }
  return { is: begun ? 'started' : 'toDo', by: dueAt }
}

/** The moment that a state is about: when it opens, is due, was handed in or came back; null where there is none. */
export function momentOf(state: SubmissionState): Instant | null {
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
    case 'finished':
      return null
  }
}

/**
 * Whether the pupil may write in the draft now. Refuses `work_not_open` (with `at`), `work_closed` (with
 * `at`), and `illegal_move` while it lies with the teacher or is finished.
 */
export function mayWrite(status: SubmissionStatus, timing: Timing, now: Instant): Outcome<true> {
  if (status.phase === 'tryAgain') return ok(true)
  if (status.phase !== 'untouched' && status.phase !== 'started') {
    return err('not_yours_to_change', { phase: status.phase })
  }
  return inTime(timing, now)
}

/** Whether the pupil may hand in now: as `mayWrite`, and something must have been begun. */
export function mayHandIn(status: SubmissionStatus, timing: Timing, now: Instant): Outcome<true> {
  if (!mayFollow('handIn', status)) return err('illegal_move', { move: 'handIn', phase: status.phase })
  return status.phase === 'tryAgain' ? ok(true) : inTime(timing, now)
}

/** Whether the pupil may take back now: the class lets pupils, it lies with the teacher and the work has not closed. */
export function mayTakeBack(
  status: SubmissionStatus,
  timing: Timing,
  now: Instant,
  allowed = true,
): Outcome<true> {
  if (!allowed) return err('take_back_off')
  if (!mayFollow('takeBack', status)) return err('illegal_move', { move: 'takeBack', phase: status.phase })
  return status.phaseBefore === 'tryAgain' ? ok(true) : inTime(timing, now)
}

/** Whether the pupil may go on with what was handed back, to hand it in again: the class lets pupils, and the work has not closed. */
export function mayImprove(
  status: SubmissionStatus,
  timing: Timing,
  now: Instant,
  allowed: boolean,
): Outcome<true> {
  if (!allowed) return err('improve_off')
  if (!mayFollow('improve', status)) return err('illegal_move', { move: 'improve', phase: status.phase })
  return inTime(timing, now)
}

function inTime({ opensAt, closesAt }: Timing, now: Instant): Outcome<true> {
  if (opensAt !== null && now < opensAt) return err('work_not_open', { at: opensAt })
  if (closesAt !== null && closesAt <= now) return err('work_closed', { at: closesAt })
  return ok(true)
}
