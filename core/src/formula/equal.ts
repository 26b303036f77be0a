import { normalOf, sameNormal } from './normal.js'
import type { Formula } from './parse.js'
import { valueNear } from './value.js'

/** Which numbers the variables stand for. */
export const OVER = ['real', 'positive'] as const
export type Over = (typeof OVER)[number]

/** At how many places values are compared, and how many of them must have one. */
const PLACES = 40
const LEAST_PLACES = 8
/** By how much two values that are the same may differ: as a part of the larger, and where both are nearly nothing. */
const NEAR = 1e-9
const NOTHING = 1e-12

/**
 * Whether two formulas are equal as functions of their variables: the same fraction once both are multiplied out, or the
 * same values at forty places that are always the same ones. Where only one of them has a value at some place they are not.
 * Formulas that have a value nearly nowhere are not equal to anything.
 */
export function equalFormulas(
  a: Formula,
  b: Formula,
  variables: readonly string[],
  over: Over = 'real',
): boolean {
  const [left, right] = [normalOf(a), normalOf(b)]
  const same = left && right ? sameNormal(left, right) : null
  // without roots and functions there is nothing that multiplying out does not see
  if (same !== null && left && right && !left.atoms && !right.atoms) return same
  return sameValues(a, b, variables, over)
}

function sameValues(a: Formula, b: Formula, variables: readonly string[], over: Over): boolean {
  let compared = 0
  for (const values of placesOf(variables, over)) {
    const [left, right] = [valueNear(a, values), valueNear(b, values)]
    const [has, had] = [Number.isFinite(left), Number.isFinite(right)]
    if (has !== had) return false
    if (!has) continue
    if (Math.abs(left - right) > Math.max(NOTHING, NEAR * Math.max(Math.abs(left), Math.abs(right))))
      return false
    compared++
  }
  return compared >= LEAST_PLACES
}

/** Places spread over small and larger numbers by the fractional parts of multiples of roots of primes, never a round one. */
function* placesOf(variables: readonly string[], over: Over): Generator<Record<string, number>> {
  const places = variables.length ? PLACES : LEAST_PLACES
  for (let place = 1; place <= places; place++) {
    const reach = [1, 3, 10, 0.5][place % 4] ?? 1
    yield Object.fromEntries(
      variables.map((name, index) => {
        const part = (place * Math.sqrt(PRIMES[index % PRIMES.length] ?? 2)) % 1
        return [name, reach * (over === 'positive' ? part + 1e-3 : 2 * part - 1)]
      }),
    )
  }
}

const PRIMES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29] as const
