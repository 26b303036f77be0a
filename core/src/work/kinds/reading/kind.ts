import type { KindRules } from '../kind.js'

/** A passage with words to know and questions about it. */
export const reading = {
  asks: 'handIn',
  // files are recordings of reading aloud
  accepts: ['answers', 'files'],
  points: 'summed',
} as const satisfies KindRules
