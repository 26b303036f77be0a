import type { Instant } from '../ids/index.js'
import {
  averageWithWorking,
  countedMark,
  type Hundredths,
  hundredUnits,
  type MarkRules,
  type Piece,
} from '../marks/index.js'
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
 * was not late. What a pupil improved is as late as what it improves.
 */
export function lateByOf(
  { phaseBefore, handedInAt, firstHandedInAt, tryAgainBy }: SubmissionStatus,
  { dueAt }: Timing,
): number {
  const deadline = phaseBefore === 'tryAgain' ? tryAgainBy : dueAt
  const at = phaseBefore === 'handedBack' ? firstHandedInAt : handedInAt
  return deadline === null || at === null ? 0 : Math.max(0, at - deadline)
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

/** The pieces of averages that some submissions are. */
export const piecesOf = (
  all: readonly Counted[],
  rules: Pick<MarkRules, 'attempts'>,
  now: Instant,
): Piece[] => all.flatMap(one => pieceOf(one, rules, now) ?? [])

export type AverageAt = {
  readonly at: Instant
  /** The average after that mark, in tenths of a percent. */
  readonly permille: number
  readonly restsOn: number
}

/**
 * How an average has come about: what it was after each piece of work was handed back with a mark, in that order; the last is what it
 * is now, with zeros for what is missing where these count.
 */
export function runOfAverages(all: readonly Counted[], rules: MarkRules, now: Instant): AverageAt[] {
  const inOrder = all
    .filter(one => one.marks.length > 0 && one.status.handedBackAt !== null && one.counting.points !== null)
    .sort((a, b) => (a.status.handedBackAt ?? 0) - (b.status.handedBackAt ?? 0))
  return inOrder.flatMap(({ status }, index) => {
    const last = index === inOrder.length - 1
    const pieces = piecesOf(last ? all : inOrder.slice(0, index + 1), rules, now)
    const { share, restsOn } = averageWithWorking(pieces, rules)
    return share ? [{ at: status.handedBackAt ?? 0, permille: Number(hundredUnits(share, 1)), restsOn }] : []
  })
}
