import type { KindRules } from '../kind.js'

/** A page, a worksheet or files to make and hand in. */
export const assignment = {
  asks: 'handIn',
  accepts: ['page', 'ink', 'files'],
  points: 'typed',
} as const satisfies KindRules
