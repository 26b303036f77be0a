import type { KindRules } from '../kind.js'

/** Something to read or watch. */
export const handout = {
  asks: 'look',
  accepts: [],
  points: 'none',
  takenBack: false,
} as const satisfies KindRules
