import type {
  AccountId,
  ClassId,
  DoorId,
  Instant,
  JoinRequestId,
  KeyId,
  PlaceId,
  TabletId,
} from '@oppen/core/ids'
import type { Admits, SecretKind } from '@oppen/core/joining'
import { table } from '../../db/index.js'

export type DoorRow = {
  id: DoorId
  classId: ClassId
  code: string
  admits: Admits
  openedBy: AccountId
  openedAt: Instant
  closesAt: Instant | null
  closedAt: Instant | null
}

export const doors = table<DoorRow>('doors', {
  id: 'id',
  classId: 'text',
  code: 'text',
  admits: 'text',
  openedBy: 'text',
  openedAt: 'integer',
  closesAt: 'integer',
  closedAt: 'integer',
})

export const doorEntries = table<{ doorId: DoorId; placeId: PlaceId; at: Instant }>(
  'door_entries',
  { doorId: 'id', placeId: 'id', at: 'integer' },
  ['doorId', 'placeId'],
)

export type KeyKind = 'home' | 'family'

export type KeyRow = {
  id: KeyId
  placeId: PlaceId
  kind: KeyKind
  /** What the key is derived from, together with the secret of the installation. */
  source: string
  hash: string
  madeAt: Instant
  usedAt: Instant | null
  endedAt: Instant | null
}

export const keys = table<KeyRow>('keys', {
  id: 'id',
  placeId: 'text',
  kind: 'text',
  source: 'text',
  hash: 'text',
  madeAt: 'integer',
  usedAt: 'integer',
  endedAt: 'integer',
})

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
