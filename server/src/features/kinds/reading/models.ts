import type { AccountId, Instant, OwnWordId, PlaceId, ReadingMarkId, WorkId } from '@oppen/core/ids'
import { table } from '../../../db/index.js'

type OfSubmission = { workId: WorkId; placeId: PlaceId }

/** What a pupil marked in a passage, with the note beside it. */
export const readingMarks = table<
  OfSubmission & { id: ReadingMarkId; colour: string; anchor: string; note: string; at: Instant }
>(
  'reading_marks',
  { workId: 'id', placeId: 'id', id: 'id', colour: 'text', anchor: 'json', note: 'text', at: 'integer' },
  ['workId', 'placeId', 'id'],
)

/** What a teacher counted of a reading aloud: slips by the number of the word, and the last word that was read. */
export const readingCounts = table<
  OfSubmission & {
    attempt: number
    questionId: string
    slips: string
    last: number
    seconds: number
    correct: number
    perMinute: number
    byAccount: AccountId
    at: Instant
  }
>(
  'reading_counts',
  {
    workId: 'id',
    placeId: 'id',
    attempt: 'integer',
    questionId: 'text',
    slips: 'json',
    last: 'integer',
    seconds: 'real',
    correct: 'integer',
    perMinute: 'integer',
    byAccount: 'id',
    at: 'integer',
  },
  ['workId', 'placeId', 'attempt', 'questionId'],
)

/** A word that somebody looked up and keeps. */
export const ownWords = table<{
  accountId: AccountId
  id: OwnWordId
  word: string
  folded: string
  context: string
  sentence: string
  at: Instant
}>(
  'own_words',
  {
    accountId: 'id',
    id: 'id',
    word: 'text',
    folded: 'text',
    context: 'text',
    sentence: 'text',
    at: 'integer',
  },
  ['accountId', 'id'],
)
