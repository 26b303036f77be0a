import type { Instant } from '../ids/index.js'
import { countedMark, type Hundredths, type MarkRules, type Piece } from '../marks/index.js'
import { type SubmissionStatus, stateOf, type Timing } from '../work/index.js'

/** How a piece of work counts, as its teachers set it. */
export type Counting = {
  readonly points: Hundredths | null
  /** The name of its category; empty for none. */
  readonly category: string
  /** It adds to what was earned and not to what there was to earn. */
  readonly extra: boolean
  readonly counts: boolean
}

/** One pupil's submission, as averages look at it. */
export type Counted = {
  readonly id: string
  readonly counting: Counting
  readonly status: SubmissionStatus
  readonly timing: Timing
  /** All marks that were given for it, the first first. */
  readonly marks: readonly Hundredths[]
  /** Whether its being late was forgiven. */
  readonly forgiven: boolean
}

/**
 * How late the hand-in was that came last, in milliseconds: by the deadline of the attempt that it belongs to. Where that had none it
 * was not late.
 */
export function lateByOf({ handIns, handedInAt, tryAgainBy }: SubmissionStatus, { dueAt }: Timing): number {
  const deadline = handIns > 1 ? tryAgainBy : dueAt
  return deadline === null || handedInAt === null ? 0 : Math.max(0, handedInAt - deadline)
}

/** The piece of an average that a submission is at a moment; undefined where the work has no points. */
export function pieceOf(
  { id, counting, status, timing, marks, forgiven }: Counted,
  { attempts }: Pick<MarkRules, 'attempts'>,
  now: Instant,
): Piece | undefined {
  const { points, ...rest } = counting
  if (points === null) return undefined
  return { id, points, ...rest, standing: standing() }

  function standing(): Piece['standing'] {
    if (status.phase === 'excused') return { is: 'excused' }
    const mark = countedMark(marks, attempts)
    // what is to be tried again or lies there again keeps the mark that it has
    if (mark !== undefined) return { is: 'marked', mark, lateBy: lateByOf(status, timing), forgiven }
    const state = stateOf(status, timing, now)
    if (state.is === 'missing' || state.is === 'overdue')
      return { is: 'missing', for: Math.max(0, now - state.since) }
    return { is: 'open' }
  }
}
