import type { AccountId, Instant, PlaceId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

/** Families who say that teachers may see which help their child uses. */
export const readingShown = table<{ placeId: PlaceId; byAccount: AccountId; at: Instant }>(
  'reading_shown',
  { placeId: 'id', byAccount: 'id', at: 'integer' },
  ['placeId', 'byAccount'],
)

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
