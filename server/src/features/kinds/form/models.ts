import type { AccountId, Instant, PlaceId, WorkId } from '@oppen/core/ids'
import type { Side } from '@oppen/core/work/kinds/form'
import { table } from '../../../db/index.js'

export type FormAnswerRow = {
  id: string
  workId: WorkId
  /** Whose it is, by whom and when: all null where the form has no names. */
  placeId: PlaceId | null
  accountId: AccountId | null
  at: Instant | null
  side: Side
  batch: number
  /** The hash of what the device made; null where the form has names. */
  receipt: string | null
  answers: string
}

export const formAnswers = table<FormAnswerRow>('form_answers', {
  id: 'id',
  workId: 'text',
  placeId: 'text',
  accountId: 'text',
  at: 'integer',
  side: 'text',
  batch: 'integer',
  receipt: 'text',
  answers: 'json',
})

/** The families that have done their part of a work, by their children. */
export const familyParts = table<{ workId: WorkId; placeId: PlaceId }>(
  'family_parts',
  { workId: 'id', placeId: 'id' },
  ['workId', 'placeId'],
)
