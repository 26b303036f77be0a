import type { Instant, PlaceId, WorkId } from '@oppen/core/ids'
import { table } from '../../../db/index.js'

type OfAttempt = { workId: WorkId; placeId: PlaceId }

export type AttemptRow = OfAttempt & {
  number: number
  begunAt: Instant
  handedInAt: Instant | null
  score: number | null
  /** The ids of its questions in their order, as JSON; null where they are picked again. */
  questions: string | null
  /** The sign between whole and part that its numbers are read with. */
  decimalSign: string
  /** Whether its time ran out with nobody there to hand it in. */
  ended: number
}

export const quizAttempts = table<AttemptRow>(
  'quiz_attempts',
  {
    workId: 'id',
    placeId: 'id',
    number: 'integer',
    begunAt: 'integer',
    handedInAt: 'integer',
    score: 'integer',
    questions: 'json',
    decimalSign: 'text',
    ended: 'integer',
  },
  ['workId', 'placeId', 'number'],
)

export type AnswerRow = OfAttempt & {
  attempt: number
  questionId: string
  answer: string
  version: number
  flagged: number
  at: Instant
  checks: number
  wrongChecks: number
  checkedVersion: number
  solved: number
  share: number | null
  /** What its teacher says to it. */
  note: string
  /** How long it took, in milliseconds. */
  spent: number
}

export const quizAnswers = table<AnswerRow>(
  'quiz_answers',
  {
    workId: 'id',
    placeId: 'id',
    attempt: 'integer',
    questionId: 'text',
    answer: 'json',
    version: 'integer',
    flagged: 'integer',
    at: 'integer',
    checks: 'integer',
    wrongChecks: 'integer',
    checkedVersion: 'integer',
    solved: 'integer',
    share: 'real',
    note: 'text',
    spent: 'integer',
  },
  ['workId', 'placeId', 'attempt', 'questionId'],
)

export type CheckRow = OfAttempt & {
  attempt: number
  questionId: string
  number: number
  answer: string
  share: number
  at: Instant
}

/** Every check as it was asked for: a score can be replayed from them. */
export const quizChecks = table<CheckRow>(
  'quiz_checks',
  {
    workId: 'id',
    placeId: 'id',
    attempt: 'integer',
    questionId: 'text',
    number: 'integer',
    answer: 'json',
    share: 'real',
    at: 'integer',
  },
  ['workId', 'placeId', 'attempt', 'questionId', 'number'],
)

/** The minutes that single pupils have more in each attempt. */
export const quizMoreTime = table<OfAttempt & { minutes: number }>(
  'quiz_more_time',
  { workId: 'id', placeId: 'id', minutes: 'integer' },
  ['workId', 'placeId'],
)
