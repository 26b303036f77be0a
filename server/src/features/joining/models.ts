import type { AccountId, ClassId, Instant, JoinRequestId, PlaceId, TabletId } from '@oppen/core/ids'
import type { SecretKind } from '@oppen/core/joining'
import { table } from '../../db/index.js'

export type JoinRequestRow = {
  id: JoinRequestId
  classId: ClassId
  kind: 'newcomer' | 'family' | 'tablet'
  /** Who waits, as they call themselves. */
  name: string
  /** The child, as the family calls it. */
  about: string | null
  accountId: AccountId | null
  /** Held by the device that waits without an account. */
  tokenHash: string | null
  secretHash: string | null
  secretKind: SecretKind | null
  at: Instant
  answer: 'yes' | 'no' | null
  answeredAt: Instant | null
  placeId: PlaceId | null
}

export const joinRequests = table<JoinRequestRow>('join_requests', {
  id: 'id',
  classId: 'text',
  kind: 'text',
  name: 'text',
  about: 'text',
  accountId: 'text',
  tokenHash: 'text',
  secretHash: 'text',
  secretKind: 'text',
  at: 'integer',
  answer: 'text',
  answeredAt: 'integer',
  placeId: 'text',
})

export type TabletRow = {
  id: TabletId
  classId: ClassId
  tokenHash: string
  name: string
  madeAt: Instant
  seenAt: Instant
  endedAt: Instant | null
}

export const tablets = table<TabletRow>('tablets', {
  id: 'id',
  classId: 'text',
  tokenHash: 'text',
  name: 'text',
  madeAt: 'integer',
  seenAt: 'integer',
  endedAt: 'integer',
})
