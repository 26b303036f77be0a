import type { Sign, Tint } from '@oppen/core/classes'
import type {
  AccountId,
  ClassId,
  DoorId,
  GroupId,
  Instant,
  InvitationId,
  KeyId,
  PlaceId,
} from '@oppen/core/ids'
import type { Admits, KeyKind, OwnSecret } from '@oppen/core/joining'
import type { Sharing } from '@oppen/core/portfolio'
import { table } from '../../db/index.js'

export type ClassRow = {
  id: ClassId
  name: string
  yearLabel: string
  families: number
  shared: number
  ownSecret: OwnSecret
  idleMinutes: number
  admits: Admits
  takeBack: number
  improve: number
  seeOthers: number
  sharing: Sharing
  tint: Tint | null
  sign: Sign | null
  archivedAt: Instant | null
  madeAt: Instant
}

export const classes = table<ClassRow>('classes', {
  id: 'id',
  name: 'text',
  yearLabel: 'text',
  families: 'integer',
  shared: 'integer',
  ownSecret: 'text',
  idleMinutes: 'integer',
  admits: 'text',
  takeBack: 'integer',
  improve: 'integer',
  seeOthers: 'integer',
  sharing: 'text',
  tint: 'text',
  sign: 'text',
  archivedAt: 'integer',
  madeAt: 'integer',
})

/** Classes that somebody has hidden for themselves. */
export const hiddenClasses = table<{ accountId: AccountId; classId: ClassId }>(
  'hidden_classes',
  { accountId: 'id', classId: 'id' },
  ['accountId', 'classId'],
)

export const teachers = table<{ classId: ClassId; accountId: AccountId; role: 'owner' | 'coTeacher' }>(
  'teachers',
  { classId: 'id', accountId: 'id', role: 'text' },
  ['classId', 'accountId'],
)

export type GroupRow = {
  id: GroupId
  classId: ClassId
  name: string
  position: number
  /** The address of the group's meeting room. */
  room: string | null
}

export const groups = table<GroupRow>('groups', {
  id: 'id',
  classId: 'text',
  name: 'text',
  position: 'integer',
  room: 'text',
})

export type PlaceRow = {
  id: PlaceId
  classId: ClassId
  groupId: GroupId
  name: string
  accountId: AccountId | null
  claimedAt: Instant | null
  /** 1 for somebody who came in with a name alone. */
  guest: number
  email: string | null
  /** The number by which the school knows the pupil. */
  number: string | null
  familyLanguage: string | null
  /** The hash of the stored picture. */
  picture: string | null
  leftAt: Instant | null
  /** Moved away by a teacher, left by the pupil, or merged into another place. */
  leftHow: 'moved' | 'left' | 'merged' | null
  madeAt: Instant
}

export const places = table<PlaceRow>('places', {
  id: 'id',
  classId: 'text',
  groupId: 'text',
  name: 'text',
  accountId: 'text',
  claimedAt: 'integer',
  guest: 'integer',
  email: 'text',
  number: 'text',
  familyLanguage: 'text',
  picture: 'text',
  leftAt: 'integer',
  leftHow: 'text',
  madeAt: 'integer',
})

export const familyLinks = table<{
  placeId: PlaceId
  accountId: AccountId
  madeAt: Instant
  /** 1 where the link came with the pupil's account from another class. */
  copied: number
}>('family_links', { placeId: 'id', accountId: 'id', madeAt: 'integer', copied: 'integer' }, [
  'placeId',
  'accountId',
])

export type InvitationRow = {
  id: InvitationId
  classId: ClassId
  kind: 'pupil' | 'coTeacher' | 'family'
  accountId: AccountId | null
  email: string | null
  placeId: PlaceId | null
  tokenHash: string | null
  madeBy: AccountId
  madeAt: Instant
  endsAt: Instant
  answer: 'accepted' | 'declined' | 'withdrawn' | null
  answeredAt: Instant | null
}

export const invitations = table<InvitationRow>('invitations', {
  id: 'id',
  classId: 'text',
  kind: 'text',
  accountId: 'text',
  email: 'text',
  placeId: 'text',
  tokenHash: 'text',
  madeBy: 'text',
  madeAt: 'integer',
  endsAt: 'integer',
  answer: 'text',
  answeredAt: 'integer',
})

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

export const standIns = table<{ classId: ClassId; placeId: PlaceId; accountId: AccountId }>(
  'stand_ins',
  { classId: 'id', placeId: 'text', accountId: 'text' },
  ['classId'],
)
