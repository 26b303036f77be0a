import { err, ok } from '../../outcome/index.js'
import { areDistinct, areItems, type Item, type QuestionRules, RIGHT, WRONG } from '../kind.js'

export type ChoiceAsk = {
  readonly choices: readonly Item[]
  /** Whether each pupil has them in an order of their own. */
  readonly mixed: boolean
}
/** What is said to whoever took a choice, by its id. */
export type ChoiceNotes = Readonly<Record<string, string>>

export type OneKey = { readonly right: string; readonly notes: ChoiceNotes }
export type OneAnswer = { readonly choice: string | null }

/** One choice of several. */
export const one: QuestionRules<ChoiceAsk, OneKey, OneAnswer> = {
  marked: 'byKey',
  check: ({ choices }, { right }) => {
    if (!areDistinct(choices, 2)) return err('question_choices')
    return areItems([right], choices) ? ok(true) : err('question_no_right')
  },
  isBlank: ({ choice }) => choice === null,
  read: ({ choices }, answer) =>
    answer.choice === null || areItems([answer.choice], choices) ? ok(answer) : err('answer_choice'),
  mark: (_, { right }, { choice }) =>
    choice === right ? RIGHT : { ...WRONG, wrong: choice ? [choice] : [] },
}

export type SeveralKey = {
  readonly right: readonly string[]
  readonly notes: ChoiceNotes
  /** Whether some of the right ones are worth a part of the points. */
  readonly partial: boolean
}
export type SeveralAnswer = { readonly choices: readonly string[] }

/**
 * Several choices. In parts, each right one has its share, and each wrong one takes a share away, never below nothing
 * ("right minus wrong", common practice), so that choosing everything gains nothing where half is wrong.
 */
export const several: QuestionRules<ChoiceAsk, SeveralKey, SeveralAnswer> = {
  marked: 'byKey',
  check: ({ choices }, { right }) => {
    if (!areDistinct(choices, 2)) return err('question_choices')
    return right.length > 0 && areItems(right, choices) ? ok(true) : err('question_no_right')
  },
  isBlank: ({ choices }) => choices.length === 0,
  read: ({ choices }, answer) => (areItems(answer.choices, choices) ? ok(answer) : err('answer_choice')),
  mark: (_, { right, partial }, { choices }) => {
    const wrong = choices.filter(id => !right.includes(id))
    const hits = choices.length - wrong.length
    if (hits === right.length && !wrong.length) return RIGHT
    return { share: partial ? Math.max(0, hits - wrong.length) / right.length : 0, wrong, slip: false }
  },
}
