import type { AccountId } from '../ids/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import type { LetterPerson, TalkRole } from './conversation.js'
import type { TalkRules } from './posting.js'

/** A letter is to so many people at most. */
export const MOST_ADDRESSED = 40

/**
 * Whether somebody may write a letter to somebody of another side: teachers to everybody of the space, everybody to its
 * teachers, pupils to each other where that is allowed. Families write to teachers alone.
 */
export function mayWriteTo(from: TalkRole, to: TalkRole, { pupilLetters, pupilsWrite }: TalkRules): boolean {
  if (from === 'teacher' || to === 'teacher') return true
  return from === 'pupil' && to === 'pupil' && pupilLetters && pupilsWrite
}

/** Whether two people may write letters to each other: with pupils only where a teacher looks after the space. */
export const mayCorrespond = (
  from: Pick<LetterPerson, 'role' | 'isPupil'>,
  to: Pick<LetterPerson, 'role' | 'isPupil'>,
  rules: TalkRules,
  attended: boolean,
): boolean => mayWriteTo(from.role, to.role, rules) && (attended || !(from.isPupil || to.isPupil))

/**
 * The people of a letter, its writer among them, each once.
 *
 * @param known - those of the space who can be written to
 * @param attended - whether a teacher looks after the space: without one nobody writes letters with pupils
 * @returns a refusal `letter_to_nobody`, `letter_to_many`, `letter_not_to` or `letter_unattended`
 */
export function addressLetter(
  writer: LetterPerson,
  to: readonly AccountId[],
  known: ReadonlyMap<AccountId, LetterPerson>,
  rules: TalkRules,
  attended: boolean,
): Outcome<LetterPerson[]> {
  const others = [...new Set(to)].filter(account => account !== writer.account)
  if (!others.length) return err('letter_to_nobody')
  if (others.length > MOST_ADDRESSED)
    return err('letter_to_many', { most: MOST_ADDRESSED, got: others.length })
  const people = [writer]
  for (const account of others) {
    const person = known.get(account)
    if (!person || !mayWriteTo(writer.role, person.role, rules)) return err('letter_not_to')
    people.push(person)
  }
  if (!attended && people.some(one => one.isPupil)) return err('letter_unattended')
  return ok(people)
}
