/**
 * The check symbol of class codes and keys.
 *
 * Symbols are taken as elements of the field GF(2^5) with the primitive polynomial x^5 + x^2 + 1. A word is
 * right when the sum of a^position times value is zero, positions counted from the right, a = x. It catches
 * every single wrong symbol and every swap of two different symbols, neighbours or not, in words of up to 31.
 *
 * Source: H. M. Damm, "Total anti-symmetrische Quasigruppen" (Marburg 2004): x*y = a.x + y over GF(2^k), a not
 * in {0, 1}, is totally anti-symmetric and so catches all single errors and adjacent swaps. Crockford's own
 * mod-37 check would put U, *, ~, $ and = on the board, which is why it is not used here.
 */
const POLYNOMIAL = 0b100101

/** The product of two elements of GF(2^5). */
export function times(a: number, b: number): number {
  let product = 0
  for (let bit = 0; bit < 5; bit++) {
    if (b & (1 << bit)) product ^= a << bit
  }
  for (let bit = 8; bit >= 5; bit--) {
    if (product & (1 << bit)) product ^= POLYNOMIAL << (bit - 5)
  }
  return product
}

/** What a whole word, check symbol last, sums to: zero when it is right. */
export function syndrome(values: readonly number[]): number {
  return values.reduce((sum, value) => times(sum, 2) ^ value, 0)
}

/** The check value to write behind the given values. */
export function checkOf(values: readonly number[]): number {
  return syndrome([...values, 0])
}
