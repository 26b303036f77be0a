import type { WhenOptions } from '@oppen/core/timing'
import * as core from '@oppen/core/timing'
import { LOCALE } from './language.js'

/** `when` of core in the language of the page: "Thu 13:30", "Thu 22 Oct 13:30". */
export const when = (at: number, options: WhenOptions): string =>
  core.when(at, { locale: LOCALE, ...options })

/** `whenDay` of core in the language of the page: "Tue", "10 Oct". */
export const whenDay = (at: number, options: WhenOptions): string =>
  core.whenDay(at, { locale: LOCALE, ...options })

/** The time of day in the language of the page: "13:30". */
export const timeOfDay = (at: number, zone: string): string => core.timeOfDay(at, zone, LOCALE)

/** The day in the language of the page: "Wednesday 14 October". */
export const dayInWords = (at: number, zone: string): string => core.dayInWords(at, zone, LOCALE)
