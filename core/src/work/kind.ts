import type { Instant } from '../ids/index.js'
import { err, type Outcome } from '../outcome/index.js'
import { mayWrite, type SubmissionState, stateOf, type Timing } from './state.js'
import type { SubmissionStatus } from './status.js'

/** The kinds of posted work: to read or watch, to make and hand in, to answer. */
export const WORK_KINDS = ['handout', 'assignment', 'question'] as const
export type WorkKind = (typeof WORK_KINDS)[number]

/** Whether pupils hand something in, so that there is something to mark and to follow. */
export const handsIn = (kind: WorkKind): boolean => kind !== 'handout'

/** What it hangs on whether a submission may be written on. */
export type WritableSubmission = {
  readonly kind: WorkKind
  readonly status: SubmissionStatus
  readonly timing: Timing
}

/** Whether the pupil may write and draw on a submission now: as `mayWrite`, and `nothing_asked` of work that asks nothing. */
export const mayWriteOn = ({ kind, status, timing }: WritableSubmission, now: Instant): Outcome<true> =>
  handsIn(kind) ? mayWrite(status, timing, now) : err('nothing_asked')

/**
 * The state of a submission of any kind. A handout asks nothing back: it opens, is there to be looked at, by its time
 * while that is to come, and was looked at; it is never overdue.
 */
export function stateOfWork(
  { kind, ...timing }: Timing & { readonly kind: WorkKind },
  status: SubmissionStatus,
  now: Instant,
): SubmissionState {
  if (handsIn(kind)) return stateOf(status, timing, now)
  const { opensAt, dueAt } = timing
  if (opensAt !== null && now < opensAt) return { is: 'opens', at: opensAt }
  if (status.phase !== 'untouched') return { is: 'seen' }
  return { is: 'toDo', by: dueAt !== null && now <= dueAt ? dueAt : null }
}
