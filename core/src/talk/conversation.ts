import type { AccountId, ClassId, GroupId, Instant, PlaceId } from '../ids/index.js'

/** What a conversation of a class is: an announcement of a teacher with the replies to it, or a room. */
export const CONVERSATIONS = ['notice', 'room'] as const
export type ConversationKind = (typeof CONVERSATIONS)[number]

/** Who of a class a conversation is for. Its teachers read all of them. */
export type Audience = {
  readonly pupils: boolean
  readonly families: boolean
  /** The groups that it is for; null for all, also those that come later. */
  readonly groups: readonly GroupId[] | null
}

export const FOR_ALL: Audience = { pupils: true, families: true, groups: null }

/** One tie of somebody to a class, as talk looks at it: a family has one for each child. */
export type Seat =
  | { readonly role: 'teacher'; readonly classId: ClassId }
  | {
      readonly role: 'pupil' | 'family'
      readonly classId: ClassId
      readonly groupId: GroupId
      readonly placeId: PlaceId
    }
export const TALK_ROLES = ['teacher', 'pupil', 'family'] as const
export type TalkRole = (typeof TALK_ROLES)[number]

/** What is known of a conversation before anything in it is read. */
export type ConversationHead = {
  readonly classId: ClassId
  readonly audience: Audience
  readonly madeAt: Instant
  /** When it appears: as it is made, or later. Teachers see it before. */
  readonly appearsAt: Instant
  readonly removed: boolean
}

/** Whether somebody of the class belongs to an audience. */
export function isAddressed(audience: Audience, seat: Seat): boolean {
  if (seat.role === 'teacher') return true
  if (seat.role === 'pupil' ? !audience.pupils : !audience.families) return false
  return audience.groups === null || audience.groups.includes(seat.groupId)
}

/** Whether a conversation is still to appear. What appeared as it was made stays, also where the clock is set back. */
export const isPlanned = (
  { madeAt, appearsAt }: Pick<ConversationHead, 'madeAt' | 'appearsAt'>,
  now: Instant,
): boolean => appearsAt > Math.max(now, madeAt)

/**
 * As what somebody reads a conversation: as a teacher before a pupil, as a pupil before a family; undefined where it is not
 * for them, or not yet.
 */
export function roleIn(head: ConversationHead, seats: readonly Seat[], now: Instant): TalkRole | undefined {
  const { classId, audience, removed } = head
  const roles = seats
    .filter(seat => seat.classId === classId && isAddressed(audience, seat))
    .map(one => one.role)
  if (roles.includes('teacher')) return removed ? undefined : 'teacher'
  if (removed || isPlanned(head, now)) return undefined
  return roles.includes('pupil') ? 'pupil' : roles[0]
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
