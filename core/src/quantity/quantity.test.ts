import fc from 'fast-check'
import Fraction from 'fraction.js'
import { describe, expect, it } from 'vitest'
import {
  add,
  compare,
  convert,
  decimalsOf,
  divide,
  fromNumber,
  multiply,
  type Rational,
  rational,
  readNumber,
  readQuantity,
  readUnit,
  showDecimal,
  showRational,
  subtract,
  toNumber,
} from './index.js'

/** fraction.js 5.3 is the reference for what a number is worth. */
const reference = ({ n, d }: Rational) => new Fraction(n, d)
const worth = (text: string, sign: '.' | ',' = '.') => {
  const read = readNumber(text, sign)
  return read.ok ? reference(read.value.value).toFraction() : read.refusal.code
}

const some = fc
  .tuple(fc.bigInt({ min: -10_000n, max: 10_000n }), fc.bigInt({ min: 1n, max: 10_000n }))
  .map(([n, d]) => rational(n, d))

describe('exact numbers', () => {
  it('are calculated with as fraction.js does', () => {
    fc.assert(
      fc.property(some, some, (a, b) => {
        const [x, y] = [reference(a), reference(b)]
        expect(reference(add(a, b)).equals(x.add(y))).toBe(true)
        expect(reference(subtract(a, b)).equals(x.sub(y))).toBe(true)
        expect(reference(multiply(a, b)).equals(x.mul(y))).toBe(true)
        if (b.n) expect(reference(divide(a, b)).equals(x.div(y))).toBe(true)
        expect(Math.sign(compare(a, b))).toBe(x.compare(y))
        expect(toNumber(a)).toBe(x.valueOf())
      }),
    )
  })

  it('of JavaScript are taken as they are, and a number without end is none', () => {
    fc.assert(
      fc.property(fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e15, max: 1e15 }), value => {
        if (Math.abs(value) < 1e-300) return
        expect(toNumber(fromNumber(value))).toBe(value === 0 ? 0 : value)
      }),
    )
    expect(() => fromNumber(Number.NaN)).toThrow(RangeError)
    expect(() => rational(1n, 0n)).toThrow(RangeError)
  })

  it('too long for JavaScript are near it all the same', () => {
    expect(toNumber(rational(3n * 10n ** 400n, 10n ** 400n))).toBeCloseTo(3, 12)
    expect(toNumber(rational(1n, 10n ** 400n))).toBeCloseTo(0, 12)
  })

  it.each([
    ['1/4', 2, '0.25'],
    ['1/3', null, '0.333333'],
    ['-7/2', 1, '-3.5'],
    ['3/40', 3, '0.075'],
    ['12', 0, '12'],
    ['2/3', null, '0.666667'],
    ['-1/30000000', null, '0'],
  ])('%s has %s decimals, and is shown as %s', (text, decimals, shown) => {
    const { n, d, s } = new Fraction(text)
    const value = rational(s * n, d)
    expect([decimalsOf(value), showDecimal(value), showRational(value)]).toEqual([decimals, shown, text])
  })
})

describe('a typed number', () => {
  it.each([
    ['3', '3'],
    [' 3 ', '3'],
    ['+3', '3'],
    ['-3', '-3'],
    ['−3', '-3'],
    ['– 3', '-3'],
    ['3.5', '3.5'],
    ['3,5', '3.5'],
    ['.5', '0.5'],
    ['3.', '3'],
    ['0,125', '0.125'],
    ['½', '1/2'],
    ['3½', '3 1/2'],
    ['3 1/2', '3 1/2'],
    ['-3 1/2', '-3 1/2'],
    ['7/2', '7/2'],
    ['7 / 2', '7/2'],
    ['3⁄4', '3/4'],
    ['1.2e3', '1200'],
    ['1,2E-3', '0.0012'],
    ['1.2 × 10³', '1200'],
    ['1.2·10^-3', '0.0012'],
    ['1.2x10⁻³', '0.0012'],
    ['6.02*10^23', '602000000000000000000000'],
    ['1 234', '1234'],
    ['1\u202f234\u202f567', '1234567'],
    ['1.234,5', '1234.5'],
    ['1,234.5', '1234.5'],
    ['1,234,567', '1234567'],
    ["12'500", '12500'],
    ['1234,5', '1234.5'],
    ['0,125', '0.125'],
  ])('%s is %s, as fraction.js reads it', (text, value) => {
    expect(worth(text)).toBe(new Fraction(value).toFraction())
  })

  it.each([
    ['', 'number_unreadable'],
    ['three', 'number_unreadable'],
    ['3..5', 'number_unreadable'],
    ['1 23', 'number_unreadable'],
    ['12,34,56', 'number_unreadable'],
    ['1/2/3', 'number_unreadable'],
    ['3-5', 'number_unreadable'],
    ['--3', 'number_unreadable'],
    ['1/0', 'number_zero_below'],
    ['1e400', 'number_long'],
    ['1e99999', 'number_unreadable'],
  ])('"%s" is refused: %s', (text, code) => {
    expect(worth(text)).toBe(code)
  })

  it('that is too long is refused before it is looked at', () => {
    expect([61, 1_000_000].map(length => worth('9'.repeat(length)))).toEqual(['number_long', 'number_long'])
  })

  it('with three digits after the sign of another language is asked back, never guessed', () => {
    expect(readNumber('1,234')).toMatchObject({
      refusal: { code: 'number_ambiguous', params: { one: '1234', other: '1.234' } },
    })
    expect(readNumber('1.234', ',')).toMatchObject({
      refusal: { code: 'number_ambiguous', params: { one: '1234', other: '1,234' } },
    })
    expect([worth('1.234'), worth('1,234', ','), worth('0,234'), worth('1234,567')]).toEqual(
      ['1.234', '1.234', '0.234', '1234.567'].map(text => new Fraction(text).toFraction()),
    )
  })

  it('has its significant figures (common practice; zeros at the end of a whole number may or may not count)', () => {
    const figures = (text: string) => {
      const read = readNumber(text)
      return read.ok && [read.value.figures.least, read.value.figures.most]
    }
    expect(['0.00120', '1500', '1500.', '1.50e3', '0', '30.0'].map(figures)).toEqual([
      [3, 3],
      [2, 4],
      [4, 4],
      [3, 3],
      [1, 1],
      [3, 3],
    ])
  })

  it('is worth what fraction.js makes of it, whatever its decimals', () => {
    fc.assert(
      fc.property(fc.integer({ min: -999_999, max: 999_999 }), fc.integer({ min: 0, max: 6 }), (n, shift) => {
        const text = new Fraction(n, 10 ** shift).toString()
        expect(worth(text)).toBe(new Fraction(text).toFraction())
        expect(worth(text.replace('.', ','), ',')).toBe(new Fraction(text).toFraction())
      }),
    )
  })
})

/** What `text` is in the unit `to`. */
function inUnit(text: string, to: string): number | string {
  const read = readQuantity(text)
  const unit = readUnit(to)
  if (!read.ok) return read.refusal.code
  if (!unit.ok) return unit.refusal.code
  return toNumber(convert(read.value.value, read.value.unit, unit.value))
}

describe('a quantity', () => {
  it.each([
    // NIST Special Publication 811 (2008), appendix B.8 (factors from memory, as far as they are printed there)
    ['1 in', 'm', 2.54e-2],
    ['1 ft', 'm', 3.048e-1],
    ['1 yd', 'm', 9.144e-1],
    ['1 mi', 'm', 1.609344e3],
    ['1 nmi', 'm', 1.852e3],
    ['1 oz', 'kg', 2.834952e-2],
    ['1 lb', 'kg', 4.535924e-1],
    ['1 gal', 'm³', 4.54609e-3],
    ['1 km/h', 'm/s', 2.777778e-1],
    ['1 kn', 'm/s', 5.144444e-1],
    ['1 mph', 'm/s', 4.4704e-1],
    ['1 atm', 'Pa', 1.01325e5],
    ['1 bar', 'Pa', 1e5],
    ['1 cal', 'J', 4.184],
    ['1 kWh', 'J', 3.6e6],
    ['1 eV', 'J', 1.602177e-19],
    ['1 ha', 'm2', 1e4],
    ['1 d', 's', 8.64e4],
    ['1 t', 'kg', 1e3],
    ['1 L', 'dm^3', 1],
    // BIPM, The International System of Units, 9th edition, table 4: derived units by base units
    ['1 N', 'kg m s^-2', 1],
    ['1 Pa', 'kg m^-1 s^-2', 1],
    ['1 J', 'N·m', 1],
    ['1 W', 'J/s', 1],
    ['1 V', 'W/A', 1],
    ['1 Ω', 'V/A', 1],
    ['1 F', 'C/V', 1],
    ['1 T', 'Wb/m²', 1],
    // the two points of each scale, and where they meet
    ['100 °C', 'K', 373.15],
    ['212 °F', '°C', 100],
    ['32 °F', '°C', 0],
    ['-40 °C', '°F', -40],
    ['50 %', '', 0.5],
    ['3,5 cm³', 'mL', 3.5],
    ['72 km h⁻¹', 'm/s', 20],
    ['1.2e3 mA', 'A', 1.2],
    ['½ h', 'min', 30],
    ['5 μm', 'nm', 5000],
    ['1 000 m', 'km', 1],
  ])('%s is in %s %d', (text, to, value) => {
    expect(inUnit(text, to)).toBeCloseTo(value, Math.max(0, 6 - Math.floor(Math.log10(Math.abs(value) || 1))))
  })

  it.each([
    ['5 bananas', 'unit_unknown'],
    ['5 m^', 'unit_unknown'],
    ['5 °C/m', 'unit_unknown'],
    ['5 min/', 'unit_unknown'],
    ['5 __proto__', 'unit_unknown'],
    ['5 kmin', 'unit_unknown'],
    ['m', 'number_missing'],
    ['', 'number_unreadable'],
    ['5,5,5 m', 'number_unreadable'],
  ])('"%s" is refused: %s', (text, code) => {
    expect(inUnit(text, 'm')).toBe(code)
  })

  it('that is too long is refused', () => {
    expect([`5 ${'m'.repeat(40)}`, 'x'.repeat(100_000)].map(text => inUnit(text, 'm'))).toEqual([
      'unit_long',
      'number_long',
    ])
  })

  it('of another dimension is none of this', () => {
    expect(() => inUnit('5 kg', 'm')).toThrow(RangeError)
  })

  it('comes back from every unit of its dimension as it was', () => {
    const of = (text: string) => {
      const unit = readUnit(text)
      if (!unit.ok) throw new Error(text)
      return unit.value
    }
    for (const group of [
      ['m', 'in', 'mi', 'km', 'µm'],
      ['°C', '°F', 'K', 'mK'],
      ['J', 'kWh', 'cal', 'eV'],
    ])
      for (const from of group)
        for (const to of group) {
          const there = convert(rational(7n, 3n), of(from), of(to))
          expect(convert(there, of(to), of(from))).toEqual(rational(7n, 3n))
        }
  })
})
