import type { KindRules } from '../kind.js'

/** A video with stops: notes, questions, and choices of where to go on. */
export const video = {
  asks: 'handIn',
  // files are recordings that answer a question
  accepts: ['answers', 'files'],
  points: 'summed',
} as const satisfies KindRules
