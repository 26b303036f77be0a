import { err, type Outcome, ok } from '../outcome/index.js'
import { readSymbol, writeSymbol } from './alphabet.js'
import { checkOf, syndrome } from './check.js'
import { slipOf } from './slip.js'

/** Symbols of a class's or circle's code, the check symbol included: as few as `guessing` allows. */
export const CODE_LENGTH = 7
/** Symbols of a family or home key, the check symbol included: 2^75 different keys. */
export const KEY_LENGTH = 16

/** Whose key of a place it is: the pupil's from home, or the family's. */
export type KeyKind = 'home' | 'family'

export type CodeRefusal = {
  readonly code: 'code_symbol' | 'code_length' | 'code_check' | 'code_look' | 'code_swapped'
  readonly params?: Readonly<Record<string, string | number>>
}

/** Writes a code: the given values (0 to 31) and the check symbol behind them. */
export function writeCode(values: readonly number[]): string {
  return [...values, checkOf(values)].map(writeSymbol).join('')
}

/** What stands between the symbols of a code as people type and print it. */
const BETWEEN = /[\s\-–—_.·]+/g

/** A typed code without what stands between its symbols. */
export const bare = (text: string): string => text.replace(BETWEEN, '')

/**
 * Reads a typed or pasted code of the given length: any case, spaces and dashes ignored, look-alikes read.
 * Refuses `code_symbol` (with `position` from 1 and `char`), `code_length` (with `expected` and `got`), and a
 * wrong or swapped character before anything is looked up: `code_look` or `code_swapped` where it can be known
 * which one, else `code_check`.
 */
export function readCode(text: string, length: number): Outcome<string, CodeRefusal> {
  const chars = [...bare(text)]
  const strange = chars.findIndex(char => readSymbol(char) === undefined)
  if (strange >= 0) return err('code_symbol', { position: strange + 1, char: chars[strange] ?? '' })
  if (chars.length !== length) return err('code_length', { expected: length, got: chars.length })
  const values = chars.map(char => readSymbol(char) ?? 0)
  if (syndrome(values) === 0) return ok(values.map(writeSymbol).join(''))
  const slip = slipOf(values)
  if (!slip) return err('code_check')
  const { position } = slip
  return slip.kind === 'look'
    ? err('code_look', { position, char: chars[position - 1] ?? '', maybe: slip.maybe })
    : err('code_swapped', { position, next: position + 1 })
}

/** A code as people see it: codes in three and four, keys in fours. */
export function showCode(code: string): string {
  if (code.length === CODE_LENGTH) return `${code.slice(0, 3)} ${code.slice(3)}`
  return code.match(/.{1,4}/g)?.join('-') ?? ''
}
