import { err, type Outcome, ok } from '../outcome/index.js'
import type { TalkRole } from './conversation.js'
import type { TalkRules } from './posting.js'

/** So many files stand with one message. */
export const MOST_ATTACHED = 6

/** What a file is to its readers: something to look at, to listen to, or to open. */
export type AttachedKind = 'picture' | 'audio' | 'other'

/**
 * Whether somebody may put a file with what they write: teachers any, others pictures and voices. Refuses `attachment_kind`,
 * and `attachments_off` to pupils where the class has them switched off.
 */
export function mayAttach(
  role: TalkRole,
  rules: Pick<TalkRules, 'pupilMedia'>,
  kind: AttachedKind,
): Outcome<true> {
  if (role === 'teacher') return ok(true)
  if (role === 'pupil' && !rules.pupilMedia) return err('attachments_off')
  return kind === 'other' ? err('attachment_kind') : ok(true)
}
