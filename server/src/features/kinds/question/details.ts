import type { Details } from '@oppen/contract'
import { LIMITS } from '@oppen/core/texts'
import { Refused } from '../../../refusal.js'

const PATH = 'details.question'

/**
 * An open question as it is stored, as JSON: no choices for an answer in words, or two at least. Refuses `question_choices`,
 * `question_key` where more are right than may be chosen, and `text_long`.
 */
export function readQuestion({ question }: Details, draft: boolean): string {
  const choices = (question?.choices ?? []).map(readChoice).filter(Boolean)
  const unlike = new Set(choices).size === choices.length
  if (!draft && (choices.length === 1 || !unlike)) throw new Refused('question_choices', undefined, PATH)
  const right = choices.filter(choice => question?.key?.right.some(one => one.trim() === choice))
  if (!draft && right.length > 1 && !question?.several) throw new Refused('question_key', undefined, PATH)
  return JSON.stringify({
    choices,
    several: choices.length > 0 && (question?.several ?? false),
    shown: question?.shown ?? 'afterOwn',
    ...(right.length && { key: { right } }),
  })
}

function readChoice(text: string): string {
  const tidy = text.trim()
  if (tidy.length <= LIMITS.title) return tidy
  throw new Refused('text_long', { what: 'choice', most: LIMITS.title, got: tidy.length }, PATH)
}
