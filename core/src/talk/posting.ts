import type { Instant } from '../ids/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import type { ConversationKind, TalkRole } from './conversation.js'
import { REACTIONS, type Reaction } from './message.js'
import { type RoomRules, roomState } from './room.js'

/** What a teacher sets about all talk of a class, and an administrator about that of a circle. */
export type TalkRules = {
  /** Whether pupils write to each other at all. */
  readonly pupilsWrite: boolean
  /** What pupils write anywhere waits for the nod. */
  readonly nod: boolean
  /** Whether families answer notices and write in rooms that are for them. */
  readonly familiesWrite: boolean
  /** Whether pupils write letters to each other. */
  readonly pupilLetters: boolean
  /** Whether pupils put pictures and voices with what they write. */
  readonly pupilMedia: boolean
  /** Whether pupils change what they wrote, for as long as anybody may. */
  readonly pupilsEdit: boolean
  /** What readers can say with one press. */
  readonly reactions: readonly Reaction[]
}

export const TALK_RULES: TalkRules = {
  pupilsWrite: true,
  nod: false,
  familiesWrite: false,
  pupilLetters: false,
  pupilMedia: true,
  pupilsEdit: true,
  reactions: REACTIONS,
}

/** What is to be written, where and by whom. */
export type Posting = {
  readonly role: TalkRole
  readonly rules: TalkRules
  readonly kind: ConversationKind
  /** The rules of the room that it is written in; null elsewhere. */
  readonly room: RoomRules | null
  /** Whether a letter is to another pupil as well. */
  readonly amongPupils: boolean
  /** Whether a letter has pupils in it, so that teachers who are not in it look after it. */
  readonly overseen: boolean
  /** Whether it has, and no teacher looks after the space. */
  readonly unattended: boolean
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

/** What keeps one side from writing in some kind of conversation, by what the class says about its talk. */
function keptOff({ role, rules, kind, amongPupils }: Posting): Outcome<true> {
  // what only teachers answer is no talk of pupils among themselves, nor of families
  if (kind === 'sideNote') return ok(true)
  if (kind === 'letter') {
    const among = role === 'pupil' && amongPupils
    return among && !(rules.pupilLetters && rules.pupilsWrite) ? err('letters_off') : ok(true)
  }
  if (role === 'pupil' && !rules.pupilsWrite) return err('talk_off')
  if (role === 'family' && !rules.familiesWrite) return err('talk_families_off')
  return ok(true)
}

/** What keeps somebody who is no teacher from writing in a room. */
function keptOutOf(room: RoomRules, { role, isAnswer, now, zone }: Posting): Outcome<true> {
  if (room.writers === 'teachers' || (room.writers === 'pupils' && role === 'family'))
    return err('room_reads_only')
  const state = roomState(room, now, zone)
  if (state.is === 'quiet')
    return state.opensAt === null
      ? err('room_quiet', { word: state.word })
      : err('room_quiet_until', { opensAt: state.opensAt })
  return room.begin || isAnswer ? ok(true) : err('room_answers_only')
}

/**
 * Whether something may be written now, and whether it waits. Refuses `talk_off` where pupils do not write to each other,
 * `letters_off` where they do not write letters to each other, `letter_unattended`, `talk_families_off`, `replies_off`, `room_reads_only` to those who
 * may read alone, `room_quiet` with why and until when, and `room_answers_only`.
 */
export function mayPost(posting: Posting): Outcome<Posted> {
  const { role, rules, kind, room, replies, amongPupils, overseen, unattended, nodForPerson } = posting
  if (kind === 'letter' && unattended) return err('letter_unattended')
  if (role === 'teacher') return ok('shown')
  const off = keptOff(posting)
  if (!off.ok) return off
  if (kind === 'notice' && !replies) return err('replies_off')
  const out = room ? keptOutOf(room, posting) : ok(true as const)
  if (!out.ok) return out
  // the nod is about what other pupils read: teachers read what is to them as it is
  const toTeachers = kind === 'sideNote' || (kind === 'letter' && !(amongPupils && overseen))
  const waits = role === 'pupil' && !toTeachers && (rules.nod || nodForPerson || room?.nod === true)
  return ok(waits ? 'waits' : 'shown')
}
