import type { AccountId, ClassId, GroupId, Instant, PlaceId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export const classes = table<{ id: ClassId; name: string; yearLabel: string; madeAt: Instant }>('classes', {
  id: 'id',
  name: 'text',
  yearLabel: 'text',
  madeAt: 'integer',
})

export const teachers = table<{ classId: ClassId; accountId: AccountId; role: 'owner' | 'coTeacher' }>(
  'teachers',
  { classId: 'id', accountId: 'id', role: 'text' },
  ['classId', 'accountId'],
)

export const groups = table<{ id: GroupId; classId: ClassId; name: string; position: number }>('groups', {
  id: 'id',
  classId: 'text',
  name: 'text',
  position: 'integer',
})

export type PlaceRow = {
  id: PlaceId
  classId: ClassId
  groupId: GroupId
  name: string
  accountId: AccountId | null
  claimedAt: Instant | null
  keySerial: number
  keyHash: string
  madeAt: Instant
}

export const places = table<PlaceRow>('places', {
  id: 'id',
  classId: 'text',
  groupId: 'text',
  name: 'text',
  accountId: 'text',
  claimedAt: 'integer',
  keySerial: 'integer',
  keyHash: 'text',
  madeAt: 'integer',
})

export const familyLinks = table<{ placeId: PlaceId; accountId: AccountId; madeAt: Instant }>(
  'family_links',
  { placeId: 'id', accountId: 'id', madeAt: 'integer' },
  ['placeId', 'accountId'],
)
