import type { KindRules } from '../kind.js'

/** Questions that are answered, checked and scored by themselves, as far as they have a key. */
export const quiz = {
  asks: 'handIn',
  // files are recordings that answer a question
  accepts: ['answers', 'files'],
  points: 'summed',
} as const satisfies KindRules
