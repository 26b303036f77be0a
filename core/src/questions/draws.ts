import { exactValue, readFormula } from '../formula/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import {
  add,
  compare,
  decimalsOf,
  divide,
  multiply,
  type Rational,
  rational,
  readNumber,
  showDecimal,
  showRational,
  subtract,
} from '../quantity/index.js'
import type { BlankKey } from './kinds/blanks.js'
import { keyValue, type NumberKey } from './kinds/number.js'
import type { AskedQuestion, Draw, Question } from './question.js'
import { Drawing } from './random.js'

export type Drawn = Readonly<Record<string, Rational>>

/** The most numbers of a range, and how often a drawing that gives no fair answer is drawn again. */
const MOST_STEPS = 100_000n
const MOST_TRIES = 40
/** How many decimals an answer may have, where its tolerance is none. */
const MOST_DECIMALS = 4

type Range = {
  readonly name: string
  readonly from: Rational
  readonly step: Rational
  readonly count: number
  readonly not: readonly Rational[]
}

/** The range of a draw. Refuses what cannot be read, `draw_name`, `draw_range` and `draw_large`. */
export function readRange(draw: Draw): Outcome<Range> {
  if (!/^\p{L}\w{0,9}$/u.test(draw.name)) return err('draw_name', { name: draw.name.slice(0, 20) })
  const parts: Rational[] = []
  for (const typed of [draw.from, draw.to, draw.step, ...draw.not.split(/[;\s]+/).filter(Boolean)]) {
    const read = readNumber(typed)
    if (!read.ok) return read
    parts.push(read.value.value)
  }
  const [from, to, step, ...not] = parts as [Rational, Rational, Rational, ...Rational[]]
  if (step.n <= 0n || compare(from, to) > 0) return err('draw_range', { name: draw.name })
  const steps = divide(subtract(to, from), step)
  const count = steps.n / steps.d + 1n
  if (count > MOST_STEPS) return err('draw_large', { name: draw.name, most: Number(MOST_STEPS) })
  return ok({ name: draw.name, from, step, count: Number(count), not })
}

/**
 * The numbers of a question for one pupil: the same for the same words, which name the pupil, the question and the attempt.
 * A drawing that gives no fair answer is drawn again. Refuses as `readRange`, and `draw_unfair` where none is found.
 */
export function drawNumbers(question: Question, words: string): Outcome<Drawn> {
  const ranges: Range[] = []
  for (const draw of question.draws) {
    const range = readRange(draw)
    if (!range.ok) return range
    ranges.push(range.value)
  }
  const random = new Drawing(words)
  const isFair = fairnessOf(question)
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const drawn = Object.fromEntries(ranges.map(range => [range.name, drawOne(range, random)]))
    if (ranges.every(({ name, not }) => !not.some(one => compare(one, drawn[name] as Rational) === 0)))
      if (isFair(drawn)) return ok(drawn)
  }
  return err('draw_unfair', { count: MOST_TRIES })
}

const drawOne = ({ from, step, count }: Range, random: Drawing): Rational =>
  add(from, multiply(step, rational(BigInt(random.below(count)))))

/**
 * Tells of drawings whether they give an answer that can be asked for: it has a value (nothing is divided by zero), and where it
 * has to be given exactly, as a decimal number, it ends after four decimals at most.
 */
function fairnessOf(question: Question): (drawn: Drawn) => boolean {
  const names = question.draws.map(({ name }) => name)
  const keys = keysOf(question).map(key => ({ ...key, formula: readFormula(key.value, names) }))
  return drawn =>
    keys.every(({ formula, tolerance, form }) => {
      const value = formula.ok && exactValue(formula.value, drawn)
      if (!value) return false
      if (tolerance.is !== 'exact' || form === 'fraction' || form === 'lowest') return true
      const decimals = decimalsOf(value)
      return decimals !== null && decimals <= MOST_DECIMALS
    })
}

/** The keys of a question that are numbers, of gaps and cells too. */
export function keysOf({ kind, key }: Question): readonly NumberKey[] {
  if (kind === 'number') return [key]
  if (kind !== 'gaps' && kind !== 'table') return []
  const blanks: BlankKey[] = Object.values(key.blanks)
  return blanks.flatMap(blank => (blank.is === 'number' ? [blank] : []))
}

/** Twenty drawings with their answers, as a teacher looks at them before posting. */
export function drawingsOf(question: Question, count = 20): Outcome<{ drawn: Drawn; answers: string[] }[]> {
  const drawings = []
  for (let number = 1; number <= count; number++) {
    const drawn = drawNumbers(question, `look ${question.id} ${number}`)
    if (!drawn.ok) return drawn
    const values = keysOf(question).map(key => keyValue(key, drawn.value))
    drawings.push({ drawn: drawn.value, answers: values.map(value => (value ? showNumber(value) : '')) })
  }
  return ok(drawings)
}

/** A drawn number as it is shown: as a decimal number where that ends, else as a fraction. */
export function showNumber(value: Rational): string {
  const decimals = decimalsOf(value)
  return decimals !== null && decimals <= 8 ? showDecimal(value, decimals) : showRational(value)
}

/** A text with the drawn numbers in it; what is no drawn number stays as it is. */
export const withNumbers = (text: string, drawn: Drawn, show = showNumber): string =>
  text.replace(/\{(\p{L}\w{0,9})\}/gu, (whole, name: string) =>
    Object.hasOwn(drawn, name) ? show(drawn[name] as Rational) : whole,
  )

/** A question as one pupil has it: with the numbers, and the order of choices and items, that were drawn. */
export function asDrawn(question: AskedQuestion, drawn: Drawn, words: string): AskedQuestion {
  const fill = (text: string) => withNumbers(text, drawn)
  const random = new Drawing(`order ${words}`)
  const filled = {
    ...question,
    prompt: fill(question.prompt),
    hint: question.hint && fill(question.hint),
    draws: [],
  }
  switch (filled.kind) {
    case 'one':
    case 'several': {
      const choices = filled.ask.choices.map(choice => ({ ...choice, text: fill(choice.text) }))
      return {
        ...filled,
        ask: { ...filled.ask, choices: filled.ask.mixed ? random.mixed(choices) : choices },
      }
    }
    case 'order':
      return { ...filled, ask: { items: random.mixed(filled.ask.items) } }
    case 'pairs':
      return { ...filled, ask: { ...filled.ask, right: random.mixed(filled.ask.right) } }
    case 'groups':
      return { ...filled, ask: { ...filled.ask, items: random.mixed(filled.ask.items) } }
    case 'gaps':
      return { ...filled, ask: { ...filled.ask, text: fill(filled.ask.text) } }
    case 'table':
      return { ...filled, ask: { ...filled.ask, rows: filled.ask.rows.map(row => row.map(fill)) } }
    default:
      return filled
  }
}
