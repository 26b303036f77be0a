import type { Instant } from '../ids/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import type { TalkRole } from './conversation.js'
import { REACTIONS, type Reaction } from './message.js'
import { type RoomRules, roomState } from './room.js'

/** What a teacher sets about all talk of a class. */
export type TalkRules = {
  /** Whether pupils write to each other at all. */
  readonly pupilsWrite: boolean
  /** What pupils write anywhere waits for the nod. */
  readonly nod: boolean
  /** Whether families answer notices and write in rooms that are for them. */
  readonly familiesWrite: boolean
  /** What readers can say with one press. */
  readonly reactions: readonly Reaction[]
}

export const TALK_RULES: TalkRules = {
  pupilsWrite: true,
  nod: false,
  familiesWrite: false,
  reactions: REACTIONS,
}

/** What is to be written, where and by whom. */
export type Posting = {
  readonly role: TalkRole
  readonly rules: TalkRules
  /** The room that it is written in; null for a reply to a notice. */
  readonly room: RoomRules | null
  /** Whether a notice takes replies. */
  readonly replies: boolean
  /** Whether it answers something that was said before. */
  readonly isAnswer: boolean
  /** Whether the teachers look at all that this pupil writes. */
  readonly nodForPerson: boolean
  readonly now: Instant
  readonly zone: string
}

/** Shown at once, or waiting for the nod. */
export type Posted = 'shown' | 'waits'

/**
 * Whether something may be written now, and whether it waits. Refuses `talk_off` where pupils do not write to each other,
 * `talk_families_off`, `replies_off`, `room_reads_only` to those who may read alone, `room_quiet` with why and until when, and
 * `room_answers_only`.
 */
export function mayPost(posting: Posting): Outcome<Posted> {
  const { role, rules, room, replies, isAnswer, nodForPerson, now, zone } = posting
  if (role === 'teacher') return ok('shown')
  if (role === 'pupil' && !rules.pupilsWrite) return err('talk_off')
  if (role === 'family' && !rules.familiesWrite) return err('talk_families_off')
  if (!room) {
    if (!replies) return err('replies_off')
  } else {
    if (room.writers === 'teachers' || (room.writers === 'pupils' && role === 'family'))
      return err('room_reads_only')
    const state = roomState(room, now, zone)
    if (state.is === 'quiet')
      return state.opensAt === null
        ? err('room_quiet', { word: state.word })
        : err('room_quiet_until', { opensAt: state.opensAt })
    if (!room.begin && !isAnswer) return err('room_answers_only')
  }
  const waits = role === 'pupil' && (rules.nod || nodForPerson || room?.nod === true)
  return ok(waits ? 'waits' : 'shown')
}
