import type { AccountId, Instant, PlaceId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export const reportWords = table<{
  placeId: PlaceId
  fromWeek: string
  toWeek: string
  words: string
  byAccount: AccountId
  at: Instant
}>(
  'report_words',
  { placeId: 'id', fromWeek: 'id', toWeek: 'id', words: 'text', byAccount: 'text', at: 'integer' },
  ['placeId', 'fromWeek', 'toWeek'],
)
