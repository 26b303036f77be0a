import type { Instant, PlaceId, WorkId } from '@oppen/core/ids'
import { table } from '../../../db/index.js'

type OfAttempt = { workId: WorkId; placeId: PlaceId }

export type AttemptRow = OfAttempt & {
  number: number
  begunAt: Instant
  handedInAt: Instant | null
  score: number | null
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
