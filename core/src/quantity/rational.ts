/** An exact number: a fraction in lowest terms with a denominator above zero. */
export type Rational = { readonly n: bigint; readonly d: bigint }

/** Makes an exact number of a fraction. Throws where the denominator is zero. */
export function rational(n: bigint, d = 1n): Rational {
  if (d === 1n) return { n, d }
  if (d === 0n) throw new RangeError('a fraction has no denominator of zero')
  const divisor = gcd(n < 0n ? -n : n, d < 0n ? -d : d)
  const sign = d < 0n ? -1n : 1n
  return { n: (sign * n) / divisor, d: (sign * d) / divisor }
}

export const ZERO: Rational = { n: 0n, d: 1n }
export const ONE: Rational = { n: 1n, d: 1n }

function gcd(a: bigint, b: bigint): bigint {
  while (b) [a, b] = [b, a % b]
  return a || 1n
}

export const add = (a: Rational, b: Rational): Rational => rational(a.n * b.d + b.n * a.d, a.d * b.d)
export const negate = (a: Rational): Rational => ({ n: -a.n, d: a.d })
export const subtract = (a: Rational, b: Rational): Rational => add(a, negate(b))
export const multiply = (a: Rational, b: Rational): Rational => rational(a.n * b.n, a.d * b.d)
/** Divides; throws where `b` is zero. */
export const divide = (a: Rational, b: Rational): Rational => rational(a.n * b.d, a.d * b.n)
export const absolute = (a: Rational): Rational => (a.n < 0n ? negate(a) : a)

/** Below zero where `a` is less than `b`, zero where they are equal, above zero where it is more. */
export const compare = (a: Rational, b: Rational): number => {
  const difference = a.n * b.d - b.n * a.d
  return difference < 0n ? -1 : difference > 0n ? 1 : 0
}
export const equal = (a: Rational, b: Rational): boolean => a.n === b.n && a.d === b.d

/** Raises to a whole power; throws for zero to a power below zero. */
export function power(a: Rational, exponent: number): Rational {
  const size = BigInt(Math.abs(exponent))
  const raised = { n: a.n ** size, d: a.d ** size }
  return exponent < 0 ? rational(raised.d, raised.n) : raised
}

/** How long a number is, in digits of base 16: what it costs to go on with it. */
export const lengthOf = ({ n, d }: Rational): number => n.toString(16).length + d.toString(16).length

/** Ten to a whole power. */
export const tenTo = (exponent: number): Rational => power({ n: 10n, d: 1n }, exponent)

/** The nearest number that JavaScript calculates with, to about its 15th figure. */
export function toNumber({ n, d }: Rational): number {
  const near = Number(n) / Number(d)
  if (n === 0n || (Number.isFinite(near) && near !== 0)) return near
  const [top, bottom] = [tooLong(n), tooLong(d)]
  return (Number(n >> top) / Number(d >> bottom)) * 2 ** Number(top - bottom)
}

/** By how many bits a number is longer than JavaScript needs. */
const tooLong = (value: bigint): bigint => BigInt(Math.max(0, value.toString(16).length * 4 - 72))

/** The exact value of a finite number of JavaScript: 0.1 is 3602879701896397/36028797018963968. */
export function fromNumber(value: number): Rational {
  if (!Number.isFinite(value)) throw new RangeError(`${value} is no number`)
  let [scaled, twos] = [value, 0n]
  while (!Number.isInteger(scaled)) {
    scaled *= 2
    twos++
  }
  return rational(BigInt(scaled), 2n ** twos)
}

/** The most decimals that are counted. */
const MOST_DECIMALS = 40n

/** How many decimals the number has where it is written out; null where it never ends, as a third, or not within forty. */
export function decimalsOf({ d }: Rational): number | null {
  if (10n ** MOST_DECIMALS % d !== 0n) return null
  let decimals = 0
  while (10n ** BigInt(decimals) % d !== 0n) decimals++
  return decimals
}

/** As a fraction: "3", "-7/2". Read by `readRational`. */
export const showRational = ({ n, d }: Rational): string => (d === 1n ? `${n}` : `${n}/${d}`)

/** As a decimal number with a point, rounded half away from zero to so many decimals where it has more: "0.33". */
export function showDecimal(value: Rational, most = 6): string {
  const scale = 10n ** BigInt(most)
  const doubled = absolute(value).n * scale * 2n
  const rounded = (doubled / value.d + 1n) / 2n
  const digits = rounded.toString().padStart(most + 1, '0')
  const whole = digits.slice(0, digits.length - most)
  const part = digits.slice(digits.length - most).replace(/0+$/, '')
  const sign = value.n < 0n && rounded > 0n ? '-' : ''
  return `${sign}${whole}${part && `.${part}`}`
}
