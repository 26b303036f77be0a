import { err, type Outcome, ok } from '../outcome/index.js'
import { drawNumbers, keysOf, readRange } from './draws.js'
import { checkNumber, keyValue } from './kinds/number.js'
import { type Question, rulesOf } from './question.js'

/** Whether there is nothing to read, to see or to hear in a question. */
export const asksNothing = ({ prompt }: Pick<Question, 'prompt'>): boolean =>
  !prompt.replace(/<[^<>]*>|&nbsp;/g, '').trim() && !/<(img|audio|video)\b/i.test(prompt)

/**
 * What a question lacks before it can be posted, as a refusal; ok where it is whole. Besides what its kind asks: words,
 * names that are all drawn, and drawings of which each has a fair answer.
 */
export function checkQuestion(question: Question): Outcome<true> {
  const { draws, kind, ask, key } = question
  if (asksNothing(question)) return err('question_empty')
  const checked = rulesOf(kind).check(ask, key)
  if (!checked.ok) return checked
  const names = draws.map(({ name }) => name)
  if (new Set(names).size !== names.length) return err('draw_name', { name: names.join(', ').slice(0, 20) })
  for (const draw of draws) {
    const range = readRange(draw)
    if (!range.ok) return range
  }
  for (const one of keysOf(question)) {
    const known = checkNumber(one, names)
    if (!known.ok) return known
  }
  if (!draws.length && keysOf(question).some(one => !keyValue(one, {}))) return err('question_no_value')
  const drawn = draws.length ? drawNumbers(question, question.id) : ok(true)
  return drawn.ok ? ok(true) : drawn
}
