/**
 * The 32 symbols of Crockford's Base32, without I, L, O and U.
 * Source: Douglas Crockford, "Base 32", https://www.crockford.com/base32.html (symbol table).
 */
export const ALPHABET = '0123456789ABCDEFGHJKMNPQRSTVWXYZ'

const LOOK_ALIKES: Readonly<Record<string, string>> = { O: '0', I: '1', L: '1' }

/**
 * The value (0 to 31) of a typed character, in any case, reading o as 0 and i and l as 1 as Crockford's
 * decoding table does. Undefined for u and everything else that no code contains.
 */
export function readSymbol(char: string): number | undefined {
  const upper = char.toUpperCase()
  const value = ALPHABET.indexOf(LOOK_ALIKES[upper] ?? upper)
  return upper.length === 1 && value >= 0 ? value : undefined
}

/** The symbol for a value from 0 to 31; throws on any other number. */
export function writeSymbol(value: number): string {
  const symbol = ALPHABET[value]
  if (symbol === undefined) throw new RangeError(`no symbol for the value ${value}`)
  return symbol
}
