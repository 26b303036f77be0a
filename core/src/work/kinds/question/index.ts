import type { Hundredths } from '../../../marks/index.js'
import { err, type Outcome, ok } from '../../../outcome/index.js'
import { readText } from '../../../texts/index.js'

export { question } from './kind.js'

/** When classmates' answers to an open question are shown. */
export const SHOWN = ['never', 'afterOwn', 'always'] as const
export type Shown = (typeof SHOWN)[number]

export type Question = {
  /** Empty for an answer in words. */
  readonly choices: readonly string[]
  readonly several: boolean
  readonly shown: Shown
  /** Which choices are right, where some are; for teachers alone. */
  readonly key?: { readonly right: readonly string[] } | undefined
}

export type GivenAnswer = { readonly text: string; readonly choices: readonly string[] }

/** Whether a pupil may see what classmates answered: as the question says, where the class lets pupils see each other's work. */
export const seesAnswers = ({ shown }: Question, hasAnswered: boolean, seeOthers = true): boolean =>
  seeOthers && (shown === 'always' || (shown === 'afterOwn' && hasAnswered))

/**
 * The mark of an answer by choice, of so many points; null where no choice is right or wrong. One choice has all of the points
 * or none. Of several, each right one has its share, and each wrong one takes a share away, never below nothing ("right minus
 * wrong", common practice), so that choosing everything gains nothing. Rounded once, half up.
 */
export function markOfAnswer(
  { key }: Question,
  chosen: readonly string[],
  points: Hundredths,
): Hundredths | null {
  const right = key?.right ?? []
  if (!right.length) return null
  const hits = chosen.filter(choice => right.includes(choice)).length
  const share = Math.max(0, hits - (chosen.length - hits))
  return Math.round((points * share) / right.length)
}

/**
 * An answer as it would be kept. Refuses `answer_empty`, `answer_choice` for what is no choice of the question or
 * for two where one may be taken, and what `readText` refuses.
 */
export function readAnswer(question: Question, given: GivenAnswer): Outcome<GivenAnswer> {
  if (!question.choices.length) {
    if (!given.text.trim()) return err('answer_empty')
    const text = readText('note', given.text)
    return text.ok ? ok({ text: text.value, choices: [] }) : text
  }
  const choices = question.choices.filter(choice => given.choices.includes(choice))
  if (!choices.length) return err('answer_empty')
  const wrong = given.choices.some(choice => !question.choices.includes(choice))
  if (wrong || (choices.length > 1 && !question.several)) return err('answer_choice')
  const text = given.text.trim() ? readText('note', given.text) : ok('')
  return text.ok ? ok({ text: text.value, choices }) : text
}
