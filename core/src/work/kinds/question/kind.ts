import type { KindRules } from '../kind.js'

/** A question that all answer, in words or by choice, and that classmates can talk about. */
export const question = {
  asks: 'handIn',
  accepts: ['answers'],
  points: 'typed',
} as const satisfies KindRules
