import type { Instant } from '../ids/index.js'
import { err, type Outcome } from '../outcome/index.js'
import { accepts, type Content, handsIn, KINDS, owes, type WorkKind } from './kinds/index.js'
import { mayWrite, type SubmissionState, stateOf, type Timing } from './state.js'
import type { SubmissionStatus } from './status.js'

/** What it hangs on whether a submission may be written on. */
export type WritableSubmission = {
  readonly kind: WorkKind
  readonly status: SubmissionStatus
  readonly timing: Timing
}

/**
 * Whether the pupil may put this on a submission now: as `mayWrite`, and `nothing_asked` of work that asks for nothing to
 * be handed in, `content_not_accepted` (with `content`) where the kind has no room for it.
 */
export function mayWriteOn(
  { kind, status, timing }: WritableSubmission,
  content: Content,
  now: Instant,
): Outcome<true> {
  if (!handsIn(kind)) return err('nothing_asked')
  if (!accepts(kind, content)) return err('content_not_accepted', { content })
  return mayWrite(status, timing, now)
}

/**
 * The state of a submission of any kind. A handout asks nothing back: it opens, is there to be looked at, by its time
 * while that is to come, and was looked at; it is never overdue. What asks to be finished is so once it was begun: there is
 * nothing in between.
 */
export function stateOfWork(
  { kind, ...timing }: Timing & { readonly kind: WorkKind },
  status: SubmissionStatus,
  now: Instant,
): SubmissionState {
  if (KINDS[kind].asks === 'finish' && status.phase === 'started') return { is: 'finished' }
  if (owes(kind)) return stateOf(status, timing, now)
  const { opensAt, dueAt } = timing
  if (opensAt !== null && now < opensAt) return { is: 'opens', at: opensAt }
  if (status.phase !== 'untouched') return { is: 'seen' }
  return { is: 'toDo', by: dueAt !== null && now <= dueAt ? dueAt : null }
}
