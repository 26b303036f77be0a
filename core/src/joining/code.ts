import { had, type Outcome, refused } from '../outcome/index.js'
import { readSymbol, writeSymbol } from './alphabet.js'
import { checkOf, syndrome } from './check.js'

/** Symbols of a class code, the check symbol included: 2^25 different codes. */
export const CLASS_CODE_LENGTH = 6
/** Symbols of a family or home key, the check symbol included: 2^75 different keys. */
export const KEY_LENGTH = 16

export type CodeRefusal = {
  readonly code: 'code_symbol' | 'code_length' | 'code_check'
  readonly params?: Readonly<Record<string, string | number>>
}

/** Writes a code: the given values (0 to 31) and the check symbol behind them. */
export function writeCode(values: readonly number[]): string {
  return [...values, checkOf(values)].map(writeSymbol).join('')
}

/**
 * Reads a typed or pasted code of the given length: any case, spaces and dashes ignored, look-alikes read.
 * Refuses `code_symbol` (with `position` from 1 and `char`), `code_length` (with `expected` and `got`) and
 * `code_check`: a wrong or swapped character, caught before anything is looked up.
 */
export function readCode(text: string, length: number): Outcome<string, CodeRefusal> {
  const chars = [...text.replace(/[\s\-–—_.·]+/g, '')]
  const strange = chars.findIndex(char => readSymbol(char) === undefined)
  if (strange >= 0) return refused('code_symbol', { position: strange + 1, char: chars[strange] ?? '' })
  if (chars.length !== length) return refused('code_length', { expected: length, got: chars.length })
  const values = chars.map(char => readSymbol(char) ?? 0)
  if (syndrome(values) !== 0) return refused('code_check')
  return had(values.map(writeSymbol).join(''))
}

/** A code as people see it: class codes in threes, keys in fours. */
export function showCode(code: string): string {
  const size = code.length === CLASS_CODE_LENGTH ? 3 : 4
  return code.match(new RegExp(`.{1,${size}}`, 'g'))?.join(size === 3 ? ' ' : '-') ?? ''
}
