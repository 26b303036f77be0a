import type { AccountId, ClassId, DoorId, Instant, PlaceId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export type DoorRow = {
  id: DoorId
  classId: ClassId
  code: string
  openedBy: AccountId
  openedAt: Instant
  closesAt: Instant | null
  closedAt: Instant | null
}

export const doors = table<DoorRow>('doors', {
  id: 'id',
  classId: 'text',
  code: 'text',
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
