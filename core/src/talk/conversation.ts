import type { AccountId, GroupId, Instant, PlaceId, SpaceId } from '../ids/index.js'

/**
 * What a conversation is: an announcement of a teacher with the replies to it, a room, what the class says beside a piece of work,
 * what one pupil and the teachers say there, or a letter to chosen people. In a circle its administrators are what teachers are in
 * a class, and its members, whoever they are, what pupils are there.
 */
export const CONVERSATIONS = ['notice', 'room', 'thread', 'sideNote', 'letter'] as const
export type ConversationKind = (typeof CONVERSATIONS)[number]

/** Who of a space a conversation is for. Its teachers read all of them. */
export type Audience = {
  readonly pupils: boolean
  readonly families: boolean
  /** The groups that it is for; null for all, also those that come later. */
  readonly groups: readonly GroupId[] | null
}

export const FOR_ALL: Audience = { pupils: true, families: true, groups: null }

/** One tie of somebody to a class or a circle, as talk looks at it: a family has one for each child. */
export type Seat =
  | {
      readonly role: 'teacher'
      readonly spaceId: SpaceId
      /** Whether they look after what is written with pupils: a teacher does, also in a circle that they administer. */
      readonly oversees: boolean
    }
  | {
      readonly role: 'pupil' | 'family'
      readonly spaceId: SpaceId
      /** Null in a circle. */
      readonly groupId: GroupId | null
      readonly placeId: PlaceId | null
    }
export const TALK_ROLES = ['teacher', 'pupil', 'family'] as const
export type TalkRole = (typeof TALK_ROLES)[number]

/** Somebody whom a letter is to or from, and as what. */
export type LetterPerson = {
  readonly account: AccountId
  readonly role: TalkRole
  /** Whether they are a pupil, as what they may be in a circle. */
  readonly isPupil: boolean
}

/**
 * Who reads a conversation: an audience of the space; beside a piece of work the pupils of some places, which are those that are
 * asked for it or the one whom the side note is with; or chosen people.
 */
export type Readers =
  | { readonly by: 'audience'; readonly audience: Audience }
  | { readonly by: 'places'; readonly placeIds: readonly PlaceId[] }
  | { readonly by: 'people'; readonly people: readonly LetterPerson[] }

/** What is known of a conversation before anything in it is read. */
export type ConversationHead = {
  readonly spaceId: SpaceId
  readonly readers: Readers
  readonly madeAt: Instant
  /** When it appears: as it is made, or later. Teachers see it before. */
  readonly appearsAt: Instant
  readonly removed: boolean
}

/** Whether somebody of the space belongs to an audience. */
export function isAddressed(audience: Audience, seat: Seat): boolean {
  if (seat.role === 'teacher') return true
  if (seat.role === 'pupil' ? !audience.pupils : !audience.families) return false
  return audience.groups === null || (seat.groupId !== null && audience.groups.includes(seat.groupId))
}

/** Whether teachers of the space who are not in a letter can read it: they can where a pupil is. */
export const isOverseen = (people: readonly LetterPerson[]): boolean => people.some(person => person.isPupil)

/** Whether a conversation is still to appear. What appeared as it was made stays, also where the clock is set back. */
export const isPlanned = (
  { madeAt, appearsAt }: Pick<ConversationHead, 'madeAt' | 'appearsAt'>,
  now: Instant,
): boolean => appearsAt > Math.max(now, madeAt)

/** Somebody with all their ties. */
export type Person = { readonly account: AccountId; readonly seats: readonly Seat[] }

/** As what somebody reads a conversation, and whether it is to them: what one only looks after is never new. */
export type Reading = { readonly role: TalkRole; readonly concerned: boolean }

const reachesBy = (readers: Readers, account: AccountId, seat: Seat): boolean => {
  switch (readers.by) {
    case 'audience':
      return isAddressed(readers.audience, seat)
    case 'places':
      return (
        seat.role === 'teacher' ||
        (seat.role === 'pupil' && seat.placeId !== null && readers.placeIds.includes(seat.placeId))
      )
    case 'people':
      return (
        readers.people.some(one => one.account === account && one.role === seat.role) ||
        (seat.role === 'teacher' && seat.oversees && isOverseen(readers.people))
      )
  }
}

/**
 * As what somebody reads a conversation: as a teacher before a pupil, as a pupil before a family; undefined where it is not
 * for them, or not yet. Who has left the space reads nothing of it, not even the own letters.
 */
export function readingOf(
  head: ConversationHead,
  { account, seats }: Person,
  now: Instant,
): Reading | undefined {
  const { spaceId, readers, removed } = head
  if (removed) return undefined
  const roles = seats
    .filter(seat => seat.spaceId === spaceId && reachesBy(readers, account, seat))
    .map(one => one.role)
  const role = TALK_ROLES.find(one => roles.includes(one))
  if (!role || (role !== 'teacher' && isPlanned(head, now))) return undefined
  const concerned = readers.by !== 'people' || readers.people.some(one => one.account === account)
  return { role, concerned }
}

/** Where somebody stands with reading a conversation: everything shown until then was in front of them. */
export type Position = Instant

/** A message as counts look at it. */
export type Counted = {
  readonly by: AccountId
  /** When it was shown to others; null while it waits or after it was sent back. */
  readonly shownAt: Instant | null
  readonly removed: boolean
}

/** Whether a message of a conversation that somebody reads is new to them: shown by others since, and not removed. */
export const isNew = (
  message: Counted,
  { reader, position }: { readonly reader: AccountId; readonly position: Position },
): boolean =>
  message.by !== reader && !message.removed && message.shownAt !== null && message.shownAt > position

/**
 * When a message is shown that comes after others: never at the same moment as one before it nor earlier, whatever the clock
 * does, so that a position says which messages were seen.
 */
export const nextShown = (now: Instant, last: Instant | null): Instant =>
  last === null ? now : Math.max(now, last + 1)
