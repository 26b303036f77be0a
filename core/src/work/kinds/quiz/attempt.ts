import type { Instant } from '../../../ids/index.js'
import type { Hundredths } from '../../../marks/index.js'
import { err, type Outcome, ok } from '../../../outcome/index.js'
import { pointsOf } from '../../../questions/index.js'
import type { Timing } from '../../state.js'
import type { SubmissionStatus } from '../../status.js'
import type { QuizRules } from './quiz.js'

/** One question in one attempt. */
export type Progress = {
  /** How often it was checked, and how often that found it wrong. */
  readonly checks: number
  readonly wrongChecks: number
  /** Whether a check found it right: it can no longer be changed. */
  readonly solved: boolean
}
export const UNCHECKED: Progress = { checks: 0, wrongChecks: 0, solved: false }

/**
 * Whether an answer may be checked once more. Refuses `no_checks` where there are none, `checks_used` with `most`, and
 * `already_right`.
 */
export function mayCheck({ checks }: Pick<QuizRules, 'checks'>, progress: Progress): Outcome<true> {
  if (checks === 0) return err('no_checks')
  if (progress.solved) return err('already_right')
  return checks !== null && progress.checks >= checks ? err('checks_used', { most: checks }) : ok(true)
}

/** A question after a check: one that found it right ends it. */
export const afterCheck = (progress: Progress, share: number): Progress => ({
  checks: progress.checks + 1,
  wrongChecks: progress.wrongChecks + (share < 1 ? 1 : 0),
  solved: share === 1,
})

/**
 * The points of one question: its share, less what its wrong checks cost, never below nothing. Rounded once, half up.
 */
export function scoreOf(
  points: Hundredths,
  share: number,
  { wrongChecks }: Pick<Progress, 'wrongChecks'>,
  { checkCost }: Pick<QuizRules, 'checkCost'>,
): Hundredths {
  return pointsOf(points, Math.max(0, share - (wrongChecks * checkCost) / 100))
}

/** The score that counts of several attempts, in their order; null before the first. The average is rounded half up. */
export function countedScore(
  scores: readonly Hundredths[],
  counted: QuizRules['counted'],
): Hundredths | null {
  const [first] = scores
  if (first === undefined) return null
  if (counted === 'first') return first
  if (counted === 'last') return scores.at(-1) ?? first
  if (counted === 'best') return Math.max(...scores)
  return Math.round(scores.reduce((sum, score) => sum + score, 0) / scores.length)
}

/**
 * Whether another attempt may begin. Refuses `attempts_used` with `most`, and as the times of the work say. Whoever was asked to
 * try again has one more, whatever the time.
 */
export function mayBegin(
  { attempts }: Pick<QuizRules, 'attempts'>,
  begun: number,
  { opensAt, closesAt }: Timing,
  now: Instant,
  askedAgain = false,
): Outcome<true> {
  if (askedAgain) return ok(true)
  if (opensAt !== null && now < opensAt) return err('work_not_open', { at: opensAt })
  if (closesAt !== null && closesAt <= now) return err('work_closed', { at: closesAt })
  return attempts !== null && begun >= attempts ? err('attempts_used', { most: attempts }) : ok(true)
}

/** When the time of an attempt is over: after its minutes and those that this pupil has more, or when the work closes. */
export function endOf(
  { minutes }: Pick<QuizRules, 'minutes'>,
  begunAt: Instant,
  moreMinutes: number,
  closesAt: Instant | null,
): Instant | null {
  const limit = minutes === null ? null : begunAt + (minutes + moreMinutes) * 60_000
  if (limit === null || closesAt === null) return limit ?? closesAt
  return Math.min(limit, closesAt)
}

/** What was given in time may be so long on its way: 20 seconds for a slow network. */
export const ON_ITS_WAY = 20_000

/** Whether an answer still counts that was given at this moment, by the clock of the server. */
export const isInTime = (givenAt: Instant, endsAt: Instant | null): boolean =>
  endsAt === null || givenAt <= endsAt + ON_ITS_WAY

/** So long after an attempt ended by itself, what was answered in time without a network is still taken: a day. */
export const LATE = 24 * 3_600_000

/**
 * Whether an attempt that ended by itself still takes what was answered in time. Nothing of how right it was has been told by then:
 * it lies with the teacher. `handedInAt` is when its time was over.
 */
export const takesLate = (
  ended: boolean,
  handedInAt: Instant,
  { phase }: Pick<SubmissionStatus, 'phase'>,
  now: Instant,
): boolean => ended && phase === 'withTeacher' && now - handedInAt < LATE

/**
 * What a pupil may see of how right an answer was, and of what is right. `checked` is of the answer as it stands, and `last`
 * whether no further check can follow: only then is what is right told at once.
 */
export function mayBeSeen(
  { shown }: Pick<QuizRules, 'shown'>,
  attempt: { readonly handedIn: boolean; readonly checked: boolean; readonly last: boolean },
  closesAt: Instant | null,
  now: Instant,
): { readonly right: boolean; readonly answers: boolean } {
  const closed = closesAt === null || closesAt <= now
  const answers =
    shown === 'atOnce'
      ? attempt.handedIn || (attempt.checked && attempt.last)
      : attempt.handedIn && (shown === 'afterHandIn' || (shown === 'afterClosing' && closed))
  return { right: answers || attempt.checked, answers }
}
