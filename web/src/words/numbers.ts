import type { Hundredths } from '@oppen/core/marks'
import { LOCALE } from './language.js'

const MARK = new Intl.NumberFormat(LOCALE, { maximumFractionDigits: 2, useGrouping: false })
const ONE_DECIMAL = new Intl.NumberFormat(LOCALE, {
  minimumFractionDigits: 1,
  maximumFractionDigits: 1,
  useGrouping: false,
})
const LIST = new Intl.ListFormat(LOCALE, { style: 'short', type: 'unit' })

/** A mark as the reader writes it: 850 is "8.5", in Portuguese "8,5". */
export const showHundredths = (value: Hundredths): string => MARK.format(value / 100)

/** A number with one decimal. */
export const oneDecimal = (value: number): string => ONE_DECIMAL.format(value)

/** Things one after the other: "Ada, Bram, Cem", in Portuguese "Ada, Bram e Cem". */
export const listWords = (things: readonly string[]): string => LIST.format(things)
