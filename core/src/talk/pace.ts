import type { Instant } from '../ids/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import type { TalkRole } from './conversation.js'

const MINUTE = 60_000

/** So many messages may somebody write within so long, in milliseconds: more than anybody types. */
export const PACE: Readonly<Record<TalkRole, { readonly most: number; readonly within: number }>> = {
  pupil: { most: 20, within: MINUTE },
  family: { most: 20, within: MINUTE },
  teacher: { most: 60, within: MINUTE },
}

/**
 * Whether somebody may write again now, by when they wrote before, the last one first. Refuses `writing_fast` with how many
 * seconds it takes until they may.
 */
export function mayWriteAgain(role: TalkRole, before: readonly Instant[], now: Instant): Outcome<true> {
  const { most, within } = PACE[role]
  // what is ahead of a clock that was set back says nothing about now
  const first = before.filter(at => at <= now)[most - 1]
  if (first === undefined || first <= now - within) return ok(true)
  return err('writing_fast', { most, seconds: Math.ceil((first + within - now) / 1000) })
}
