import { add, equal, multiply, negate, ONE, type Rational, showRational, ZERO } from '../quantity/index.js'
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

/** How much is multiplied out: past it a formula has no normal form, and its values decide. */
const MOST_TERMS = 200
const MOST_POWER = 100

class TooMuch extends Error {}

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
    return normalize(formula)
  } catch (error) {
    if (error instanceof TooMuch) return null
    throw error
  }
}

/** Whether two normal forms are the same fraction; null where that is too much to find out. */
export function sameNormal(a: Normal, b: Normal): boolean | null {
  try {
    const difference = plus(times(a.top, b.bottom), negative(times(b.top, a.bottom)))
    return difference.size === 0
  } catch (error) {
    if (error instanceof TooMuch) return null
    throw error
  }
}

function normalize(formula: Formula): Normal {
  switch (formula.is) {
    case 'number':
      return { top: constant(formula.value), bottom: UNIT, atoms: false }
    case 'constant':
      return atom(formula.name, true)
    case 'variable':
      return atom(`$${formula.name}`, false)
    case 'negative': {
      const of = normalize(formula.of)
      return { ...of, top: negative(of.top) }
    }
    case 'call':
      return call(formula.name, normalize(formula.of))
    case '^':
      return raise(normalize(formula.left), exactValue(formula.right, {}), formula)
    default: {
      const [a, b] = [normalize(formula.left), normalize(formula.right)]
      const atoms = a.atoms || b.atoms
      if (formula.is === '*') return { top: times(a.top, b.top), bottom: times(a.bottom, b.bottom), atoms }
      if (formula.is === '/')
        return over({ top: times(a.top, b.bottom), bottom: times(a.bottom, b.top), atoms })
      const right = formula.is === '-' ? negative(b.top) : b.top
      const same = shown(a.bottom) === shown(b.bottom)
      if (same) return { top: plus(a.top, right), bottom: a.bottom, atoms }
      return {
        top: plus(times(a.top, b.bottom), times(right, a.bottom)),
        bottom: times(a.bottom, b.bottom),
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

function raise(base: Normal, exponent: Rational | null, formula: Formula): Normal {
  if (exponent?.d !== 1n)
    return atom(
      `(${JSON.stringify(formula, (_, value) => (typeof value === 'bigint' ? `${value}` : value))})`,
      true,
    )
  const size = Math.abs(Number(exponent.n))
  if (size > MOST_POWER) throw new TooMuch()
  const [top, bottom] = [powerOf(base.top, size), powerOf(base.bottom, size)]
  const { atoms } = base
  return exponent.n < 0n ? over({ top: bottom, bottom: top, atoms }) : { top, bottom, atoms }
}

function powerOf(base: Polynomial, exponent: number): Polynomial {
  let result = UNIT
  for (let left = exponent, square = base; left > 0; left >>= 1) {
    if (left & 1) result = times(result, square)
    if (left > 1) square = times(square, square)
  }
  return result
}

function plus(a: Polynomial, b: Polynomial): Polynomial {
  const sum = new Map(a)
  for (const [key, { factor, powers }] of b) put(sum, key, powers, factor)
  if (sum.size > MOST_TERMS) throw new TooMuch()
  return sum
}

function times(a: Polynomial, b: Polynomial): Polynomial {
  if (a.size * b.size > MOST_TERMS * 20) throw new TooMuch()
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
