import { ALPHABET } from './alphabet.js'
import { syndrome } from './check.js'

/** The one mistake that explains a code whose check is wrong. */
export type Slip =
  /** The character at `position` (from 1) may have been taken for `maybe`, which looks like it. */
  | { readonly kind: 'look'; readonly position: number; readonly maybe: string }
  /** The characters at `position` and after it may stand the wrong way round. */
  | { readonly kind: 'swap'; readonly position: number }

/**
 * Symbols that are taken for each other from the back row or in handwriting (common practice; the pairs that
 * plates and printed serials avoid). Look-alikes outside of the alphabet (O, I, L) are read right before this.
 */
const TAKEN_FOR = ['0D', '0Q', '17', '2Z', '5S', '6G', '8B', 'MN', 'VY', 'CG', 'EF', 'VW', 'KX', 'PR', '4A']

const resembles = (one: number, other: number): boolean => {
  const pair = [ALPHABET[one], ALPHABET[other]]
  return TAKEN_FOR.includes(pair.join('')) || TAKEN_FOR.includes(pair.reverse().join(''))
}

/**
 * Finds the one look-alike or the one pair of swapped neighbours that would make the check right; undefined
 * where none would, or where more than one could be meant: a wrong hint is worse than none.
 */
export function slipOf(values: readonly number[]): Slip | undefined {
  const found = [...looks(values), ...swaps(values)]
  return found.length === 1 ? found[0] : undefined
}

function looks(values: readonly number[]): Slip[] {
  return values.flatMap((value, index) => {
    const right = [...ALPHABET].findIndex(
      (_, one) => resembles(value, one) && syndrome(values.with(index, one)) === 0,
    )
    return right < 0 ? [] : [{ kind: 'look', position: index + 1, maybe: ALPHABET[right] ?? '' } as const]
  })
}

function swaps(values: readonly number[]): Slip[] {
  return values.slice(1).flatMap((next, index) => {
    const turned = values.with(index, next).with(index + 1, values[index] ?? 0)
    return syndrome(turned) === 0 ? [{ kind: 'swap', position: index + 1 } as const] : []
  })
}
