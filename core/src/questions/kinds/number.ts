import { equalFormulas, exactValue, readFormula } from '../../formula/index.js'
import { err, type Outcome, ok } from '../../outcome/index.js'
import {
  absolute,
  compare,
  convert,
  inBase,
  multiply,
  type Quantity,
  type Rational,
  rational,
  readNumber,
  readQuantity,
  readUnit,
  subtract,
} from '../../quantity/index.js'
import { type Marking, type QuestionRules, RIGHT, type Verdict, WRONG } from '../kind.js'
import type { TextAnswer } from './text.js'

export const FORMS = ['any', 'decimal', 'fraction', 'lowest'] as const

export type NumberAsk = {
  /** The unit that stands behind the field; null where it is part of the answer, or where there is none. */
  readonly unit: string | null
}

export type NumberKey = {
  /** The right number, or how it is worked out from the drawn ones: "a*b/2". */
  readonly value: string
  /** The unit that has to be written; null where none has. Units of the same kind are converted. */
  readonly unit: string | null
  readonly tolerance: {
    readonly is: 'exact' | 'absolute' | 'relative'
    /** As a number: by how much in the unit of the value, or by how many percent. */
    readonly by: string
  }
  /** How it has to be written: as a fraction (in lowest terms), as a decimal number, or in any way. */
  readonly form: (typeof FORMS)[number]
  /** How many significant figures it has to be written with; null where that is left open. */
  readonly figures: number | null
}

/** A number: equal to the key in value, within its tolerance, its unit converted, written as the key asks. */
export const number: QuestionRules<NumberAsk, NumberKey, TextAnswer> = {
  marked: 'byKey',
  // whether its names are all drawn is seen with the question
  check: () => ok(true),
  isBlank: ({ text }) => !text.trim(),
  read: (_, answer, marking) => {
    const read = answer.text.trim() ? readQuantity(answer.text, marking.decimalSign) : ok(null)
    return read.ok ? ok(answer) : read
  },
  mark: (_, key, { text }, marking) => markNumber(key, text, marking),
}

/** Whether a key can be marked by, with the names of what is drawn. Refuses as its parts are refused, and `question_tolerance`. */
export function checkNumber({ value, unit, tolerance }: NumberKey, names: readonly string[]): Outcome<true> {
  const formula = readFormula(value, names)
  if (!formula.ok) return formula
  const by = tolerance.is === 'exact' ? null : readNumber(tolerance.by)
  if (by && !by.ok) return by
  if (by && by.value.value.n < 0n) return err('question_tolerance')
  const known = unit === null ? ok(true) : readUnit(unit)
  return known.ok ? ok(true) : known
}

export function markNumber(key: NumberKey, typed: string, marking: Marking): Verdict {
  const read = readQuantity(typed, marking.decimalSign)
  const wanted = keyValue(key, marking.drawn)
  if (!read.ok || !wanted) return WRONG
  const given = inKeyUnit(read.value, key.unit)
  if (!given || !isNear(given, wanted, key)) return WRONG
  return isWritten(read.value, key) ? RIGHT : WRONG
}

/** The right number for what was drawn; null where there is none, as after a division by zero. */
export function keyValue(
  { value }: Pick<NumberKey, 'value'>,
  drawn: Readonly<Record<string, Rational>>,
): Rational | null {
  const formula = readFormula(value, Object.keys(drawn))
  return formula.ok ? exactValue(formula.value, drawn) : null
}

/** What was written, counted in the unit of the key; null where it is another quantity. A unit that nobody asked for is wrong. */
function inKeyUnit({ value, unit, unitText }: Quantity, wanted: string | null): Rational | null {
  if (wanted === null) return unitText && unitText !== '%' ? null : inBase(value, unit)
  const to = readUnit(wanted)
  if (!to.ok || unit.dimension !== to.value.dimension || (!unitText && to.value.dimension)) return null
  return convert(value, unit, to.value)
}

function isNear(given: Rational, wanted: Rational, { tolerance }: NumberKey): boolean {
  const off = absolute(subtract(given, wanted))
  if (tolerance.is === 'exact') return off.n === 0n
  const by = readNumber(tolerance.by)
  if (!by.ok) return false
  if (tolerance.is === 'absolute') return compare(off, by.value.value) <= 0
  return compare(off, multiply(absolute(wanted), multiply(by.value.value, rational(1n, 100n)))) <= 0
}

function isWritten({ written, figures, isLowest }: Quantity, { form, figures: wanted }: NumberKey): boolean {
  if (wanted !== null && (wanted < figures.least || wanted > figures.most)) return false
  if (form === 'any') return true
  if (form === 'decimal') return written === 'decimal' || written === 'whole'
  const isFraction = written === 'fraction' || written === 'mixed' || written === 'whole'
  return isFraction && (form === 'fraction' || isLowest)
}

export type FormulaAsk = { readonly variables: readonly string[] }
export type FormulaKey = { readonly formula: string; readonly over: 'real' | 'positive' }

/** A formula: right where it is equal to the key as a function of the variables. */
export const formula: QuestionRules<FormulaAsk, FormulaKey, TextAnswer> = {
  marked: 'byKey',
  check: ({ variables }, key) => {
    const read = readFormula(key.formula, variables)
    return read.ok ? ok(true) : read
  },
  isBlank: ({ text }) => !text.trim(),
  read: ({ variables }, answer) => {
    const read = answer.text.trim() ? readFormula(answer.text, variables) : ok(null)
    return read.ok ? ok(answer) : read
  },
  mark: ({ variables }, key, { text }) => {
    const [given, wanted] = [readFormula(text, variables), readFormula(key.formula, variables)]
    if (!given.ok || !wanted.ok) return WRONG
    return equalFormulas(given.value, wanted.value, variables, key.over) ? RIGHT : WRONG
  },
}
