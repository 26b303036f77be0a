import type { AccountId, Instant, PlaceId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export const goalsReached = table<{
  placeId: PlaceId
  week: string
  goal: string
  byAccount: AccountId
  at: Instant
}>('goals_reached', { placeId: 'id', week: 'id', goal: 'id', byAccount: 'text', at: 'integer' }, [
  'placeId',
  'week',
  'goal',
])
