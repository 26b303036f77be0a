import { err, type Outcome, ok } from '../outcome/index.js'
import { type DecimalSign, LONGEST_NUMBER, type ReadNumber, readNumber } from './number.js'
import { LONGEST_UNIT, NO_UNIT, readUnit, type Unit } from './units.js'

/** A number with its unit, as somebody wrote it. */
export type Quantity = ReadNumber & { readonly unit: Unit; readonly unitText: string }

const NUMBER_PART =
  /^[\s\u00a0\u2009\u202f]*[+\-−–‐‑－]?[\d.,/⁄'’½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅐⅛⅜⅝⅞⅑⅒\s\u00a0\u2009\u202f]*(?:(?:[eE][+\-−–]?\d+)|(?:[×x*·⋅]\s?10\s?(?:\^\s?[+\-−–]?\d+|[⁺⁻]?[⁰¹²³⁴⁵⁶⁷⁸⁹]+)))?/

/**
 * Reads a number and the unit after it: "3,5 km", "20 %", "9.81 m/s²". Refuses as `readNumber` and `readUnit` do, and
 * `number_missing` where there is a unit alone.
 */
export function readQuantity(typed: string, decimalSign: DecimalSign = '.'): Outcome<Quantity> {
  if (typed.length > LONGEST_NUMBER + LONGEST_UNIT) return err('number_long', { most: LONGEST_NUMBER })
  const digits = NUMBER_PART.exec(typed)?.[0] ?? ''
  const unitText = typed.slice(digits.length).trim()
  if (!digits.trim()) {
    const isUnit = unitText !== '' && readUnit(unitText).ok
    return err(isUnit ? 'number_missing' : 'number_unreadable', { text: unitText.slice(0, 20) })
  }
  const number = readNumber(digits, decimalSign)
  if (!number.ok) return number
  const unit = unitText ? readUnit(unitText) : ok(NO_UNIT)
  return unit.ok ? ok({ ...number.value, unit: unit.value, unitText }) : unit
}
