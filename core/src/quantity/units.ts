import { err, type Outcome, ok } from '../outcome/index.js'
import { plainSigns } from './number.js'
import { add, divide, multiply, ONE, power, type Rational, rational, tenTo, ZERO } from './rational.js'

/** The seven base units of the SI, and angle, which is counted in degrees so that all factors are exact. */
const BASES = ['m', 'kg', 's', 'A', 'K', 'mol', 'cd', '°'] as const
type Base = (typeof BASES)[number]
type Dimension = Readonly<Partial<Record<Base, number>>>

/** A unit: its value is (number + `offset`) × `factor` in base units of its dimension. */
export type Unit = { readonly factor: Rational; readonly offset: Rational; readonly dimension: string }

type Known = {
  readonly factor: Rational
  readonly of: Dimension
  readonly prefixed?: true
  readonly offset?: Rational
}

const exact = (text: string): Rational => {
  const [digits = '', exponent = '0'] = text.split('e')
  const [whole = '', part = ''] = digits.split('.')
  return multiply(rational(BigInt(whole + part)), tenTo(Number(exponent) - part.length))
}
const prefixed = (factor: string, of: Dimension): Known => ({ factor: exact(factor), of, prefixed: true })
const plain = (factor: string, of: Dimension): Known => ({ factor: exact(factor), of })

const LENGTH = { m: 1 }
const AREA = { m: 2 }
const VOLUME = { m: 3 }
const MASS = { kg: 1 }
const TIME = { s: 1 }
const SPEED = { m: 1, s: -1 }
const FORCE = { kg: 1, m: 1, s: -2 }
const PRESSURE = { kg: 1, m: -1, s: -2 }
const ENERGY = { kg: 1, m: 2, s: -2 }
const NONE = {}

/**
 * Units by their symbols. SI units and those accepted beside them: BIPM, The International System of Units, 9th edition
 * (2019), tables 2, 4 and 8. Others: NIST Special Publication 811 (2008), appendix B.8, where the factor is exact.
 */
const UNITS: Readonly<Record<string, Known>> = {
  m: prefixed('1', LENGTH),
  g: prefixed('0.001', MASS),
  s: prefixed('1', TIME),
  A: prefixed('1', { A: 1 }),
  K: prefixed('1', { K: 1 }),
  mol: prefixed('1', { mol: 1 }),
  cd: prefixed('1', { cd: 1 }),
  Hz: prefixed('1', { s: -1 }),
  N: prefixed('1', FORCE),
  Pa: prefixed('1', PRESSURE),
  J: prefixed('1', ENERGY),
  W: prefixed('1', { kg: 1, m: 2, s: -3 }),
  C: prefixed('1', { A: 1, s: 1 }),
  V: prefixed('1', { kg: 1, m: 2, s: -3, A: -1 }),
  F: prefixed('1', { kg: -1, m: -2, s: 4, A: 2 }),
  Ω: prefixed('1', { kg: 1, m: 2, s: -3, A: -2 }),
  ohm: prefixed('1', { kg: 1, m: 2, s: -3, A: -2 }),
  T: prefixed('1', { kg: 1, s: -2, A: -1 }),
  Wb: prefixed('1', { kg: 1, m: 2, s: -2, A: -1 }),
  L: prefixed('0.001', VOLUME),
  l: prefixed('0.001', VOLUME),
  t: prefixed('1000', MASS),
  bar: prefixed('1e5', PRESSURE),
  eV: prefixed('1.602176634e-19', ENERGY),
  cal: prefixed('4.184', ENERGY),
  Wh: prefixed('3600', ENERGY),
  min: plain('60', TIME),
  h: plain('3600', TIME),
  d: plain('86400', TIME),
  ha: plain('1e4', AREA),
  a: plain('100', AREA),
  atm: plain('101325', PRESSURE),
  in: plain('0.0254', LENGTH),
  ft: plain('0.3048', LENGTH),
  yd: plain('0.9144', LENGTH),
  mi: plain('1609.344', LENGTH),
  nmi: plain('1852', LENGTH),
  oz: plain('0.028349523125', MASS),
  lb: plain('0.45359237', MASS),
  acre: plain('4046.8564224', AREA),
  pt: plain('0.00056826125', VOLUME),
  gal: plain('0.00454609', VOLUME),
  mph: plain('0.44704', SPEED),
  kn: { factor: rational(1852n, 3600n), of: SPEED },
  '°': plain('1', { '°': 1 }),
  '°C': { factor: ONE, offset: exact('273.15'), of: { K: 1 } },
  '°F': { factor: rational(5n, 9n), offset: exact('459.67'), of: { K: 1 } },
  '%': plain('0.01', NONE),
  '‰': plain('0.001', NONE),
}

const PREFIXES: Readonly<Record<string, number>> = {
  p: -12,
  n: -9,
  µ: -6,
  u: -6,
  m: -3,
  c: -2,
  d: -1,
  da: 1,
  h: 2,
  k: 3,
  M: 6,
  G: 9,
  T: 12,
}

/** The longest unit that is read, in characters. */
export const LONGEST_UNIT = 30
const FACTOR = /^(?<symbol>[\p{L}°%‰]+)(?:\^?(?<exponent>-?\d{1,2}))?$/u

/** No unit at all. */
export const NO_UNIT: Unit = { factor: ONE, offset: ZERO, dimension: '' }

/**
 * Reads a unit as people write it: "km/h", "m s^-2", "m s⁻²", "cm3", "kg·m²/s²", "°C". Refuses `unit_unknown` with the
 * part that is not known, and `unit_long`.
 */
export function readUnit(typed: string): Outcome<Unit> {
  if (typed.length > LONGEST_UNIT) return err('unit_long', { most: LONGEST_UNIT })
  const text = plainSigns(typed.normalize('NFC').replaceAll('μ', 'µ').replaceAll('\u2126', 'Ω')).replaceAll(
    ' ^',
    '^',
  )
  if (!text) return ok(NO_UNIT)
  const parts = text.split(/ ?([·⋅*/]| ) ?/)
  if (parts.length === 1 && UNITS[text]?.offset) return ok(unitOf([[UNITS[text], 1]]))
  const factors: [Known, number][] = []
  for (let index = 0; index < parts.length; index += 2) {
    const read = FACTOR.exec(parts[index] ?? '')?.groups
    const known = read && knownUnit(read.symbol ?? '')
    // degrees of a scale with its own zero are no factor
    if (!known || known.offset) return err('unit_unknown', { text: parts[index] ?? text })
    const exponent = Number(read.exponent ?? 1)
    factors.push([known, parts[index - 1] === '/' ? -exponent : exponent])
  }
  return ok(unitOf(factors))
}

function knownUnit(symbol: string): Known | undefined {
  const known = Object.hasOwn(UNITS, symbol) ? UNITS[symbol] : undefined
  if (known) return known
  for (const length of [1, 2]) {
    const prefix = symbol.slice(0, length)
    const rest = symbol.slice(length)
    const exponent = Object.hasOwn(PREFIXES, prefix) ? PREFIXES[prefix] : undefined
    const unit = Object.hasOwn(UNITS, rest) ? UNITS[rest] : undefined
    if (exponent !== undefined && unit?.prefixed)
      return { factor: multiply(unit.factor, tenTo(exponent)), of: unit.of }
  }
  return undefined
}

function unitOf(factors: readonly (readonly [Known, number])[]): Unit {
  const dimension: Partial<Record<Base, number>> = {}
  let factor = ONE
  for (const [known, exponent] of factors) {
    factor = multiply(factor, power(known.factor, exponent))
    for (const base of BASES) dimension[base] = (dimension[base] ?? 0) + (known.of[base] ?? 0) * exponent
  }
  const offset = factors[0]?.[0].offset ?? ZERO
  return {
    factor,
    offset,
    dimension: BASES.filter(base => dimension[base])
      .map(base => `${base}${dimension[base]}`)
      .join(' '),
  }
}

/** A number of a unit in base units. */
export const inBase = (value: Rational, { factor, offset }: Unit): Rational =>
  multiply(add(value, offset), factor)

/** The same quantity counted in another unit of the same dimension; throws where the dimensions differ. */
export function convert(value: Rational, from: Unit, to: Unit): Rational {
  if (from.dimension !== to.dimension) throw new RangeError(`${from.dimension} is no ${to.dimension}`)
  const { n, d } = divide(inBase(value, from), to.factor)
  return add({ n, d }, { n: -to.offset.n, d: to.offset.d })
}
