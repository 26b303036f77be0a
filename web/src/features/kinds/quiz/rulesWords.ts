import type { QuizRules } from '@oppen/core/work/kinds/quiz'
import { say } from '../../../words/say.js'

/** How often an answer can be checked before handing in. */
export const checksWords = (checks: number | null): string =>
  checks === null
    ? say('quiz_checks_any')
    : checks === 0
      ? say('quiz_checks_none')
      : say('quiz_checks', { count: checks })

/** How a quiz runs, a sentence for each rule that a pupil meets. */
export function rulesWords(rules: QuizRules, moreMinutes = 0): string[] {
  const { checks, checkCost, attempts, counted, shown, minutes } = rules
  return [
    checksWords(checks),
    ...(checks !== 0 && checkCost > 0 ? [say('quiz_check_cost', { percent: checkCost })] : []),
    attempts === null ? say('quiz_attempts_any') : say('quiz_attempts', { count: attempts }),
    ...(attempts !== 1 ? [say(`quiz_counted_${counted}`)] : []),
    ...(minutes === null ? [] : [say('quiz_minutes', { count: minutes + moreMinutes })]),
    say(`quiz_shown_${shown}`),
  ]
}
