import type { Hundredths } from '@oppen/core/marks'
import { LOCALE } from './language.js'

/** Gives the same thing each time, made when it is first asked for: what formats takes long to make. */
function once<T>(make: () => T): () => T {
  let made: T | undefined
  return () => {
    made ??= make()
    return made
  }
}

const mark = once(() => new Intl.NumberFormat(LOCALE, { maximumFractionDigits: 2, useGrouping: false }))
const withOneDecimal = once(
  () =>
    new Intl.NumberFormat(LOCALE, {
      minimumFractionDigits: 1,
      maximumFractionDigits: 1,
      useGrouping: false,
    }),
)
const list = once(() => new Intl.ListFormat(LOCALE, { style: 'short', type: 'unit' }))

/** A mark as the reader writes it: 850 is "8.5", in Portuguese "8,5". */
export const showHundredths = (value: Hundredths): string => mark().format(value / 100)

/** A number with one decimal. */
export const oneDecimal = (value: number): string => withOneDecimal().format(value)

/** Things one after the other: "Ada, Bram, Cem", in Portuguese "Ada, Bram e Cem". */
export const listWords = (things: readonly string[]): string => list().format(things)
