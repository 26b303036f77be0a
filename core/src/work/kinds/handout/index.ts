import type { KindRules } from '../kind.js'

/** Something to read or watch. */
export const handout = {
  asks: 'look',
  accepts: [],
  points: 'none',
} as const satisfies KindRules
