import { err, type Outcome, ok } from '../outcome/index.js'
import { add, divide, multiply, negate, type Rational, rational, tenTo } from './rational.js'

/** How a number was written. */
export type Written = 'whole' | 'decimal' | 'fraction' | 'mixed' | 'scientific'

export type ReadNumber = {
  readonly value: Rational
  readonly written: Written
  /**
   * How many significant figures it was written with. Zeros at the end of a whole number may or may not count, so that
   * there is a range: 1500 has two to four (common practice).
   */
  readonly figures: { readonly least: number; readonly most: number }
  /** Whether a fraction stands in lowest terms, and beside a whole number is less than one; true for all that is none. */
  readonly isLowest: boolean
}

/** The sign between whole and part in the language of whoever wrote a number. */
export type DecimalSign = '.' | ','

/** The longest number that is read, in characters, and the largest power of ten. */
export const LONGEST_NUMBER = 60
const LARGEST_EXPONENT = 99

const FRACTIONS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '⅓': '1/3',
  '⅔': '2/3',
  '¼': '1/4',
  '¾': '3/4',
  '⅕': '1/5',
  '⅖': '2/5',
  '⅗': '3/5',
  '⅘': '4/5',
  '⅙': '1/6',
  '⅚': '5/6',
  '⅐': '1/7',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅑': '1/9',
  '⅒': '1/10',
}
const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹'

/** Digits and signs as they stand on a keyboard, whatever they were typed or pasted as. */
export function plainSigns(text: string): string {
  return text
    .replace(/[−–‐‑－]/g, '-')
    .replace(/[\s\u00a0\u2009\u202f]+/g, ' ')
    .replace(/[½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅐⅛⅜⅝⅞⅑⅒]/g, sign => ` ${FRACTIONS[sign]}`)
    .replace(/⁄/g, '/')
    .replace(/[⁺⁻]?[⁰¹²³⁴⁵⁶⁷⁸⁹]+/g, raised => `^${lowered(raised)}`)
    .trim()
}

const lowered = (raised: string): string =>
  [...raised].map(one => (one === '⁻' ? '-' : one === '⁺' ? '' : RAISED.indexOf(one))).join('')

const PART = /^(?<sign>[+-]?) ?(?<rest>.+)$/
const MIXED = /^(?:(?<whole>\d+) )?(?<top>\d+) ?\/ ?(?<bottom>\d+)$/
const SCIENTIFIC = /^(?<digits>[\d., ]+?) ?(?:[eE]|(?:[×x*·⋅] ?10 ?\^ ?))(?<exponent>[+-]?\d{1,3})$/
const DIGITS = /^(?:\d+(?:[.,]\d+)?|[.,]\d+|\d+[.,])$/
const GROUPED = /^\d{1,3}(?:(?<by>[ .,'’])\d{3})(?:\k<by>\d{3})*(?:[.,]\d+)?$/

/**
 * Reads a number as people write it: 3, −3, 3.5, 3,5, 1 234, 1.234,5, ½, 3 1/2, 3½, 7/2, 1.2e3, 1.2 × 10³. Refuses
 * `number_unreadable` and `number_long`; `number_zero_below` for a fraction over zero; and `number_ambiguous` for what reads
 * as thousands or as decimals ("1,234" where the language writes 1.5), so that nobody is marked by a guess.
 */
export function readNumber(typed: string, decimalSign: DecimalSign = '.'): Outcome<ReadNumber> {
  if (typed.length > LONGEST_NUMBER) return err('number_long', { most: LONGEST_NUMBER })
  const text = plainSigns(typed)
  const { sign, rest = '' } = PART.exec(text)?.groups ?? {}
  const read = readUnsigned(rest, decimalSign)
  if (!read.ok) return read
  const { value } = read.value
  return ok({ ...read.value, value: sign === '-' ? negate(value) : value })
}

function readUnsigned(text: string, decimalSign: DecimalSign): Outcome<ReadNumber> {
  const fraction = MIXED.exec(text)?.groups
  if (fraction) return readFraction(fraction)
  const raised = SCIENTIFIC.exec(text)?.groups
  if (!raised) return readDigits(text, decimalSign)
  const read = readDigits((raised.digits ?? '').trim(), decimalSign)
  const exponent = Number(raised.exponent)
  if (!read.ok) return read
  if (Math.abs(exponent) > LARGEST_EXPONENT) return err('number_long', { most: LARGEST_EXPONENT })
  const { figures, value } = read.value
  return ok({
    value: multiply(value, tenTo(exponent)),
    written: 'scientific',
    figures: exactly(figures.most),
    isLowest: true,
  })
}

function readFraction({
  whole,
  top = '',
  bottom = '',
}: Record<string, string | undefined>): Outcome<ReadNumber> {
  if (!BigInt(bottom)) return err('number_zero_below', { text: `${top}/${bottom}` })
  const part = rational(BigInt(top), BigInt(bottom))
  const value = whole ? add(rational(BigInt(whole)), part) : part
  const isLowest = part.d === BigInt(bottom) && (!whole || part.n < part.d)
  return ok({
    value,
    written: whole ? 'mixed' : 'fraction',
    figures: { least: 1, most: LONGEST_NUMBER },
    isLowest,
  })
}

function readDigits(text: string, decimalSign: DecimalSign): Outcome<ReadNumber> {
  const other = decimalSign === '.' ? ',' : '.'
  const looksGrouped = new RegExp(`^[1-9]\\d{0,2}\\${other}\\d{3}$`)
  if (looksGrouped.test(text))
    return err('number_ambiguous', {
      text,
      one: text.replace(other, ''),
      other: text.replace(other, decimalSign),
    })
  if (DIGITS.test(text)) return ok(decimal(text.replace(',', '.')))
  const by = GROUPED.exec(text)?.groups?.by
  if (by === undefined) return err('number_unreadable', { text: text.slice(0, 20) })
  return ok(decimal(text.replaceAll(by, '').replace(',', '.')))
}

function decimal(text: string): ReadNumber {
  const [whole = '', part] = text.split('.')
  const value = divide(rational(BigInt(whole + (part ?? ''))), tenTo(part?.length ?? 0))
  const digits = (whole + (part ?? '')).replace(/^0+/, '')
  const most = Math.max(1, digits.length)
  if (part !== undefined) return { value, written: 'decimal', figures: exactly(most), isLowest: true }
  return {
    value,
    written: 'whole',
    figures: { least: Math.max(1, digits.replace(/0+$/, '').length), most },
    isLowest: true,
  }
}

const exactly = (count: number) => ({ least: count, most: count })
