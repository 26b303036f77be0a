import {
  add,
  divide,
  fromNumber,
  lengthOf,
  multiply,
  negate,
  power,
  type Rational,
  subtract,
  toNumber,
} from '../quantity/index.js'
import { type Formula, type FunctionName, LARGEST_POWER } from './parse.js'

const CALLS: Readonly<Record<FunctionName, (value: number) => number>> = {
  sqrt: Math.sqrt,
  abs: Math.abs,
  sin: Math.sin,
  cos: Math.cos,
  tan: Math.tan,
  asin: Math.asin,
  acos: Math.acos,
  atan: Math.atan,
  exp: Math.exp,
  ln: Math.log,
  log: Math.log10,
}

/** The value of a formula near enough; NaN or infinite where it has none among the real numbers. */
export function valueNear(formula: Formula, values: Readonly<Record<string, number>>): number {
  switch (formula.is) {
    case 'number':
      return toNumber(formula.value)
    case 'constant':
      return formula.name === 'pi' ? Math.PI : Math.E
    case 'variable':
      return values[formula.name] ?? Number.NaN
    case 'negative':
      return -valueNear(formula.of, values)
    case 'call':
      return CALLS[formula.name](valueNear(formula.of, values))
    default: {
      const [left, right] = [valueNear(formula.left, values), valueNear(formula.right, values)]
      if (formula.is === '+') return left + right
      if (formula.is === '-') return left - right
      if (formula.is === '*') return left * right
      if (formula.is === '/') return left / right
      return raised(formula.right, left, right)
    }
  }
}

/** The cube root of −8 is −2: a power of one over an odd number is a root also of what is below zero. */
function raised(exponent: Formula, left: number, right: number): number {
  if (left >= 0 || Number.isInteger(right)) return left ** right
  const of = exactValue(exponent, {})
  if (!of || of.d % 2n === 0n) return Number.NaN
  return (of.n % 2n === 0n ? 1 : -1) * (-left) ** right
}

/** The longest number that a power may give, in digits of base 16. */
const LONGEST = 2_000

/**
 * The exact value of a formula; null where it has none: division by zero, a power that is too large, or no real number.
 * Roots and functions are as exact as JavaScript has them.
 */
export function exactValue(formula: Formula, values: Readonly<Record<string, Rational>>): Rational | null {
  switch (formula.is) {
    case 'number':
      return formula.value
    case 'constant':
      return fromNumber(formula.name === 'pi' ? Math.PI : Math.E)
    case 'variable':
      return values[formula.name] ?? null
    case 'negative': {
      const of = exactValue(formula.of, values)
      return of && negate(of)
    }
    case 'call':
      return exactCall(formula.name, exactValue(formula.of, values))
    default: {
      const [left, right] = [exactValue(formula.left, values), exactValue(formula.right, values)]
      if (!left || !right) return null
      if (formula.is === '+') return add(left, right)
      if (formula.is === '-') return subtract(left, right)
      if (formula.is === '*') return multiply(left, right)
      if (formula.is === '/') return right.n === 0n ? null : divide(left, right)
      return exactPower(left, right)
    }
  }
}

function exactCall(name: FunctionName, of: Rational | null): Rational | null {
  if (!of) return null
  if (name === 'abs') return of.n < 0n ? negate(of) : of
  if (name === 'sqrt') {
    const [top, bottom] = [wholeRoot(of.n), wholeRoot(of.d)]
    if (top !== null && bottom !== null) return { n: top, d: bottom }
  }
  const value = CALLS[name](toNumber(of))
  return Number.isFinite(value) ? fromNumber(value) : null
}

function wholeRoot(value: bigint): bigint | null {
  if (value < 0n) return null
  const near = BigInt(Math.round(Math.sqrt(Number(value))))
  return near * near === value ? near : null
}

function exactPower(left: Rational, right: Rational): Rational | null {
  const exponent = Number(right.n)
  if (right.d === 1n) {
    if (Math.abs(exponent) > LARGEST_POWER || (left.n === 0n && exponent < 0)) return null
    if (lengthOf(left) * Math.abs(exponent) > LONGEST) return null
    return power(left, exponent)
  }
  const value = toNumber(left) ** toNumber(right)
  return Number.isFinite(value) ? fromNumber(value) : null
}
