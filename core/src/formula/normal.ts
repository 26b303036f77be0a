import {
  add,
  equal,
  lengthOf,
  multiply,
  negate,
  ONE,
  type Rational,
  showRational,
  ZERO,
} from '../quantity/index.js'
import type { Formula } from './parse.js'
import { exactValue } from './value.js'

/**
 * A sum of products: for each product of atoms its factor. An atom is a variable, a constant, or a function of something,
 * written out, and its power is whole.
 */
type Polynomial = ReadonlyMap<string, { readonly factor: Rational; readonly powers: Powers }>
type Powers = ReadonlyMap<string, number>

/** One polynomial over another. */
export type Normal = { readonly top: Polynomial; readonly bottom: Polynomial; readonly atoms: boolean }

/**
 * How much is multiplied out: terms of a sum, powers, products of terms over a whole comparison, and digits (of base 16) of
 * a factor. Past it a formula has no normal form, and its values decide: nothing takes longer than some milliseconds.
 */
const MOST_TERMS = 100
const MOST_POWER = 100
const MOST_PRODUCTS = 1_500
const MOST_DIGITS = 60

class TooMuch extends Error {}
/** How much may still be multiplied. */
type Left = { products: number }

const NOTHING: Powers = new Map()
const constant = (factor: Rational): Polynomial =>
  factor.n === 0n ? new Map() : new Map([['', { factor, powers: NOTHING }]])
const UNIT = constant(ONE)

/**
 * A formula as one fraction of sums of products, so that formulas which differ only in how they are written have the same
 * cross products; null where that is too much, or where it would divide by zero. `atoms` says whether something stands in
 * it that is no plain variable, so that two that differ may yet be equal.
 */
export function normalOf(formula: Formula): Normal | null {
  try {
    return normalize(formula, { products: MOST_PRODUCTS })
  } catch (error) {
    if (error instanceof TooMuch) return null
    throw error
  }
}

/** Whether two normal forms are the same fraction; null where that is too much to find out. */
export function sameNormal(a: Normal, b: Normal): boolean | null {
  const left = { products: MOST_PRODUCTS }
  try {
    const difference = plus(times(a.top, b.bottom, left), negative(times(b.top, a.bottom, left)))
    return difference.size === 0
  } catch (error) {
    if (error instanceof TooMuch) return null
    throw error
  }
}

function normalize(formula: Formula, left: Left): Normal {
  switch (formula.is) {
    case 'number':
      return { top: constant(formula.value), bottom: UNIT, atoms: false }
    case 'constant':
      return atom(formula.name, true)
    case 'variable':
      return atom(`$${formula.name}`, false)
    case 'negative': {
      const of = normalize(formula.of, left)
      return { ...of, top: negative(of.top) }
    }
    case 'call':
      return call(formula.name, normalize(formula.of, left))
    case '^':
      return raise(normalize(formula.left, left), exactValue(formula.right, {}), { formula, left })
    default: {
      const [a, b] = [normalize(formula.left, left), normalize(formula.right, left)]
      const atoms = a.atoms || b.atoms
      if (formula.is === '*')
        return { top: times(a.top, b.top, left), bottom: times(a.bottom, b.bottom, left), atoms }
      if (formula.is === '/')
        return over({ top: times(a.top, b.bottom, left), bottom: times(a.bottom, b.top, left), atoms })
      const right = formula.is === '-' ? negative(b.top) : b.top
      const same = shown(a.bottom) === shown(b.bottom)
      if (same) return { top: plus(a.top, right), bottom: a.bottom, atoms }
      return {
        top: plus(times(a.top, b.bottom, left), times(right, a.bottom, left)),
        bottom: times(a.bottom, b.bottom, left),
        atoms,
      }
    }
  }
}

const atom = (name: string, atoms: boolean): Normal => ({
  top: new Map([[`${name}^1`, { factor: ONE, powers: new Map([[name, 1]]) }]]),
  bottom: UNIT,
  atoms,
})

function over(fraction: Normal): Normal {
  if (fraction.bottom.size === 0) throw new TooMuch()
  return fraction
}

const call = (name: string, of: Normal): Normal => atom(`${name}(${shown(of.top)}:${shown(of.bottom)})`, true)

function raise(
  base: Normal,
  exponent: Rational | null,
  { formula, left }: { readonly formula: Formula; readonly left: Left },
): Normal {
  if (exponent?.d !== 1n)
    return atom(
      `(${JSON.stringify(formula, (_, value) => (typeof value === 'bigint' ? `${value}` : value))})`,
      true,
    )
  const size = Math.abs(Number(exponent.n))
  if (size > MOST_POWER) throw new TooMuch()
  const [top, bottom] = [powerOf(base.top, size, left), powerOf(base.bottom, size, left)]
  const { atoms } = base
  return exponent.n < 0n ? over({ top: bottom, bottom: top, atoms }) : { top, bottom, atoms }
}

function powerOf(base: Polynomial, exponent: number, budget: Left): Polynomial {
  let result = UNIT
  for (let left = exponent, square = base; left > 0; left >>= 1) {
    if (left & 1) result = times(result, square, budget)
    if (left > 1) square = times(square, square, budget)
  }
  return result
}

function plus(a: Polynomial, b: Polynomial): Polynomial {
  const sum = new Map(a)
  for (const [key, { factor, powers }] of b) put(sum, key, powers, factor)
  if (sum.size > MOST_TERMS) throw new TooMuch()
  return sum
}

function times(a: Polynomial, b: Polynomial, left: Left): Polynomial {
  left.products -= a.size * b.size
  if (left.products < 0) throw new TooMuch()
  const product = new Map<string, { factor: Rational; powers: Powers }>()
  for (const one of a.values())
    for (const other of b.values()) {
      const powers = new Map(one.powers)
      for (const [name, count] of other.powers) powers.set(name, (powers.get(name) ?? 0) + count)
      put(product, keyOf(powers), powers, multiply(one.factor, other.factor))
    }
  if (product.size > MOST_TERMS) throw new TooMuch()
  return product
}

function put(
  into: Map<string, { factor: Rational; powers: Powers }>,
  key: string,
  powers: Powers,
  factor: Rational,
): void {
  const sum = add(into.get(key)?.factor ?? ZERO, factor)
  if (lengthOf(sum) > MOST_DIGITS) throw new TooMuch()
  if (sum.n === 0n) into.delete(key)
  else into.set(key, { factor: sum, powers })
}

function keyOf(powers: Powers): string {
  const sorted = [...powers].sort(([a], [b]) => (a < b ? -1 : 1))
  for (const [, count] of sorted) if (count > MOST_POWER) throw new TooMuch()
  return sorted.map(([name, count]) => `${name}^${count}`).join('*')
}

const negative = (of: Polynomial): Polynomial =>
  new Map([...of].map(([key, { factor, powers }]) => [key, { factor: negate(factor), powers }]))

/** Written out in one order, so that the same sum of products reads the same. */
function shown(of: Polynomial): string {
  const terms = [...of].sort(([a], [b]) => (a < b ? -1 : 1))
  const [first] = terms
  const only = terms.length === 1 && first && first[0] === '' && equal(first[1].factor, ONE)
  return only ? '1' : terms.map(([key, { factor }]) => `${showRational(factor)}*${key}`).join('+')
}
