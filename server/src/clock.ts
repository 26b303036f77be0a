import type { Instant } from '@oppen/core/ids'
import type { Clock } from './world.js'

/** The time of the machine. */
export const realClock: Clock = { now: () => Date.now() }

/** A clock that starts at a given moment, runs on, and can be moved; what keeps time may be put in its place. */
export function movableClock(start: Instant, machine: () => number = Date.now): Clock {
  let ahead = start - machine()
  return {
    now: () => machine() + ahead,
    moveTo: to => {
      ahead = to - machine()
    },
  }
}

/** A clock that stands still until it is moved. */
export function fixedClock(start: Instant): Clock & { moveTo: (to: Instant) => void } {
  let at = start
  return {
    now: () => at,
    moveTo: to => {
      at = to
    },
  }
}
