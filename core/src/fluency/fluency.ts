import { err, type Outcome, ok } from '../outcome/index.js'

/** What a teacher taps while listening: the words that were slips, the last word that was read, and how long it took. */
export type Listening = {
  /** The numbers of the words of the text that were slips, from 0: said otherwise, left out, or told after a long silence. */
  readonly slips: readonly number[]
  /** The number of the last word that was read, from 0. */
  readonly last: number
  /** How long reading took, in seconds. */
  readonly seconds: number
}

export type Fluency = {
  readonly read: number
  readonly slips: number
  readonly correct: number
  /** Words read correctly in a minute, rounded. */
  readonly perMinute: number
}

/** Which part of the words read was correct, from 0 to 1. */
export const accuracyOf = ({ correct, read }: Pick<Fluency, 'correct' | 'read'>): number => correct / read

/** The longest reading that is counted, in seconds: an hour. */
export const LONGEST_LISTENING = 3_600

/**
 * Words read correctly per minute: the words read less the slips, over the time in minutes. What was put right by the reader and
 * what was added between words are no slips. Source: curriculum-based measurement of oral reading (S. L. Deno, Exceptional Children
 * 52, 1985); the same count is under the norms of J. Hasbrouck and G. Tindal (The Reading Teacher 59, 2006). From memory.
 *
 * Refuses `listening_words` with `words` where a slip or the last word is none of the text or a slip stands behind the last word,
 * and `listening_time` with `most` where the time is none.
 */
export function fluencyOf({ slips, last, seconds }: Listening, words: number): Outcome<Fluency> {
  const isWord = (index: number) => Number.isInteger(index) && index >= 0 && index < words
  const own = new Set(slips)
  if (!isWord(last) || [...own].some(slip => !isWord(slip) || slip > last))
    return err('listening_words', { words })
  if (!(seconds > 0 && seconds <= LONGEST_LISTENING))
    return err('listening_time', { most: LONGEST_LISTENING })
  const read = last + 1
  const correct = read - own.size
  return ok({
    read,
    slips: own.size,
    correct,
    perMinute: Math.round((correct * 60) / seconds),
  })
}
