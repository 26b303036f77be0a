import type { KindRules } from '../kind.js'

/** A few questions without right or wrong, answered in one go. */
export const form = {
  asks: 'finish',
  accepts: ['answers'],
  points: 'none',
} as const satisfies KindRules
