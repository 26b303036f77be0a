import type { AccountId, Instant, PlaceId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export const readingSettings = table<{ accountId: AccountId; settings: string; at: Instant }>(
  'reading_settings',
  { accountId: 'id', settings: 'text', at: 'integer' },
  ['accountId'],
)

export const readingBeginnings = table<{
  placeId: PlaceId
  settings: string
  byAccount: AccountId
  at: Instant
}>('reading_beginnings', { placeId: 'id', settings: 'text', byAccount: 'text', at: 'integer' }, ['placeId'])
