import type { AccountId, Instant } from '../ids/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import type { ConversationKind, TalkRole } from './conversation.js'

/** What has become of a message: shown, waiting for the nod, or sent back to who wrote it. */
export const MESSAGE_STATES = ['shown', 'waits', 'sentBack'] as const
export type MessageState = (typeof MESSAGE_STATES)[number]

/** So long can a message be changed after it was written, in milliseconds. */
export const EDIT_FOR = 15 * 60_000

/** What readers can say with one press. */
export const REACTIONS = ['thanks', 'agree', 'wellDone', 'laugh', 'ask'] as const
export type Reaction = (typeof REACTIONS)[number]

export type MessageHead = {
  readonly by: AccountId
  /** As what it was written. */
  readonly side: TalkRole
  readonly state: MessageState
  readonly writtenAt: Instant
  readonly removed: boolean
}

/** Who reads a message, as what, and where it stands. */
export type MessageReader = {
  readonly account: AccountId
  readonly role: TalkRole
  readonly kind: ConversationKind
}

/**
 * Whether what one side writes is for another: all who read a room, a letter or what stands beside work read all of it. Under a
 * notice pupils read pupils and families read families, for a reply may tell of a child what is not for everybody's family. What
 * teachers write is for all whom the notice is for, and teachers read all.
 */
export const hears = (kind: ConversationKind, reader: TalkRole, side: TalkRole): boolean =>
  kind !== 'notice' || reader === 'teacher' || side === 'teacher' || side === reader

/**
 * What somebody who reads the conversation sees of a message: its words, that something stood there, or nothing. What waits or
 * was sent back is for who wrote it and for teachers; of what was removed teachers alone still read the words.
 */
export function seenOf(
  { by, side, state, removed }: MessageHead,
  { account, role, kind }: MessageReader,
): 'words' | 'trace' | 'nothing' {
  if (!hears(kind, role, side)) return 'nothing'
  if (state !== 'shown' && by !== account && role !== 'teacher') return 'nothing'
  if (!removed || role === 'teacher') return 'words'
  return state === 'shown' ? 'trace' : 'nothing'
}

/**
 * Whether somebody may change a message. Refuses `words_not_own`, `message_removed`, `editing_off` where pupils change nothing that
 * others have seen, and, once the time is over, `message_old`.
 */
export function mayEdit(
  { by, removed, writtenAt, state }: MessageHead,
  account: AccountId,
  now: Instant,
  allowed = true,
): Outcome<true> {
  if (by !== account) return err('words_not_own')
  if (removed) return err('message_removed')
  if (state === 'shown' && !allowed) return err('editing_off')
  // what was sent back is there to be put right
  if (state === 'shown' && now - writtenAt >= EDIT_FOR)
    return err('message_old', { minutes: EDIT_FOR / 60_000 })
  return ok(true)
}

/**
 * Whether somebody may remove a message: the own one, or any for a teacher, of a letter only what pupils wrote. Refuses
 * `words_not_own` and `message_removed`.
 */
export function mayRemove(
  { by, side, removed }: MessageHead,
  { account, role, kind }: Pick<MessageReader, 'account' | 'role' | 'kind'>,
): Outcome<true> {
  const moderates = role === 'teacher' && (kind !== 'letter' || side === 'pupil')
  if (by !== account && !moderates) return err('words_not_own')
  return removed ? err('message_removed') : ok(true)
}

/** What a teacher does with a message that waits. Refuses `nod_decided` where another one was quicker. */
export const mayDecide = ({ state, removed }: MessageHead): Outcome<true> =>
  state === 'waits' && !removed ? ok(true) : err('nod_decided')
