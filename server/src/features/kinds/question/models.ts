import type { AccountId, Instant, NoteId, PlaceId, WorkId } from '@oppen/core/ids'
import { table } from '../../../db/index.js'

export type AnswerRow = {
  workId: WorkId
  placeId: PlaceId
  text: string
  choices: string
  at: Instant
  version: number
}

/** The answer to an open question as it stands; what stood there before is among the hand-ins. */
export const answers = table<AnswerRow>(
  'answers',
  { workId: 'id', placeId: 'id', text: 'text', choices: 'json', at: 'integer', version: 'integer' },
  ['workId', 'placeId'],
)

export const answerReplies = table<{
  id: NoteId
  workId: WorkId
  placeId: PlaceId
  byAccount: AccountId
  text: string
  at: Instant
  removedAt: Instant | null
  removedBy: AccountId | null
}>('answer_replies', {
  id: 'id',
  workId: 'text',
  placeId: 'text',
  byAccount: 'text',
  text: 'text',
  at: 'integer',
  removedAt: 'integer',
  removedBy: 'text',
})
