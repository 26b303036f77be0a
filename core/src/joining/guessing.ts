import { ALPHABET } from './alphabet.js'
import { CODE_LENGTH } from './code.js'

/**
 * How safe open doors are from guessing. A guesser gains nothing from codes whose check is wrong: those are
 * refused before anything is asked, and are no attempt. What is left to guess from are the codes whose check is right.
 */
export const BOUNDS = {
  /** The chance that one address hits any open door within any hour stays under this. */
  addressHour: 1e-6,
  /** The chance that all addresses together hit any open door within any day stays under this. */
  day: 1e-3,
} as const

/** Codes of a length (check symbol included) whose check is right. */
export const codesOf = (length: number): number => ALPHABET.length ** (length - 1)

export type Guess = {
  /** Symbols of a code, the check symbol included. */
  readonly length: number
  /** Doors and circles whose code opens something now. */
  readonly doors: number
  /** Different codes tried. */
  readonly attempts: number
}

/**
 * The chance that so many different codes, however they are chosen, hit at least one of so many open doors:
 * 1 − C(N−d, t) / C(N, t), worked out as a product so that it stays exact where it is small.
 */
export function chanceOfHit({ length, doors, attempts }: Guess): number {
  const codes = codesOf(length)
  if (attempts + doors > codes) return doors > 0 && attempts > 0 ? 1 : 0
  const [few, many] = doors < attempts ? [doors, attempts] : [attempts, doors]
  let missed = 0
  for (let n = 0; n < few; n++) missed += Math.log1p(-many / (codes - n))
  return 0 - Math.expm1(missed)
}

export type Allowance = { readonly addressHour: number; readonly day: number }

/** The wrong attempts that keep both chances under their bounds, with so many doors open. */
export function allowedAttempts(doors: number, length: number = CODE_LENGTH): Allowance {
  // hits are expected to number doors × attempts / codes, and the chance of any is never above that
  const most = (bound: number) => Math.floor((bound * codesOf(length)) / Math.max(1, doors))
  return { addressHour: most(BOUNDS.addressHour), day: most(BOUNDS.day) }
}

/** What a large school needs: so many doors and circles open at once, and wrong attempts an hour behind its address. */
export const LARGE_SCHOOL = { doors: 100, attemptsAnHour: 10 } as const

/** The shortest code that keeps both bounds and still leaves so many attempts an hour. */
export function shortestCode({ doors, attemptsAnHour }: { doors: number; attemptsAnHour: number }): number {
  let length = 2
  while (allowedAttempts(doors, length).addressHour < attemptsAnHour) length++
  return length
}
