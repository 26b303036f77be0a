import type { TalkRole } from './conversation.js'

/** How a message mentions everybody who reads it. */
export const EVERYBODY = 'all'

/** A reader of a conversation, as others see them. */
type Reader = {
  readonly role: TalkRole
  /** Whether a message of theirs stands there, so that their name is known to whoever looks. */
  readonly hasWritten: boolean
}

/**
 * Whether somebody may mention another reader. Nobody learns of a name by it: pupils know their classmates and teachers, families
 * the teachers, and all know who has written.
 */
export const mayMention = (by: TalkRole, { role, hasWritten }: Reader): boolean =>
  by === 'teacher' || role === 'teacher' || hasWritten || (by === 'pupil' && role === 'pupil')

/** Whether somebody may mention a group, or everybody: what calls many is for teachers. */
export const mayMentionMany = (by: TalkRole): boolean => by === 'teacher'
