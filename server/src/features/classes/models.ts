import type {
  AccountId,
  ClassId,
  GroupId,
  Instant,
  InvitationId,
  MergeId,
  PlaceId,
  WorkId,
} from '@oppen/core/ids'
import type { Admits, OwnSecret } from '@oppen/core/joining'
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

/** What a merge took from one place to another, so that it can be undone exactly. */
export type Took = {
  /** Works whose submissions went over. */
  readonly over: readonly WorkId[]
  /** Works of which both had a submission, and the one that was further along took the other's place. */
  readonly swapped: readonly WorkId[]
  /** Works that were asked of the place alone. */
  readonly assigned?: readonly WorkId[]
  /** Works whose own deadline went over, and those of which the later of two took the other's place. */
  readonly extended?: { readonly over: readonly WorkId[]; readonly swapped: readonly WorkId[] }
  readonly families: readonly AccountId[]
  readonly account: AccountId | null
  readonly claimedAt: Instant | null
}

export const merges = table<{
  id: MergeId
  classId: ClassId
  fromPlace: PlaceId
  intoPlace: PlaceId
  at: Instant
  byAccount: AccountId
  took: string
  running: number
  undoneAt: Instant | null
}>('merges', {
  id: 'id',
  classId: 'text',
  fromPlace: 'text',
  intoPlace: 'text',
  at: 'integer',
  byAccount: 'text',
  took: 'json',
  running: 'integer',
  undoneAt: 'integer',
})
