import type { Span } from './spans.js'
import { pieceAt, type Spoken } from './spoken.js'

/** A stretch of a text and when it begins to be heard, in seconds from the beginning. */
export type SpokenTime = Span & { readonly at: number }

/** What a voice tells while it speaks: a word at a place of what is spoken, in UTF-16 units, and when it is heard. */
export type Told = { readonly position: number; readonly seconds: number }

/**
 * When each stretch of a text is heard, by what a voice tells; times rise, and what is said in several words begins once. Two words that a
 * voice says as one ("on the") are one stretch.
 */
export function timesOf(spoken: Spoken, told: readonly Told[]): SpokenTime[] {
  const times: { from: number; to: number; at: number }[] = []
  for (const { position, seconds } of [...told].sort((a, b) => a.seconds - b.seconds)) {
    const piece = pieceAt(spoken, position)
    const last = times.at(-1)
    if (!piece || (last && piece.from <= last.from)) continue
    times.push({ from: piece.from, to: piece.to, at: seconds })
  }
  let next = 0
  for (const { from, to } of spoken.pieces) {
    while ((times[next]?.from ?? Number.POSITIVE_INFINITY) <= from) next++
    const before = times[next - 1]
    if (before && next < times.length && to > before.to) before.to = to
  }
  return times
}

/** What is heard at a time: the last that has begun; undefined before the first. */
export function heardAt(times: readonly SpokenTime[], seconds: number): SpokenTime | undefined {
  let [low, high] = [0, times.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((times[middle] as SpokenTime).at <= seconds) low = middle + 1
    else high = middle
  }
  return times[low - 1]
}

/** A voice that tells nothing of its words is taken to need as long for each letter, with a breath for each word. */
const LETTER = 0.055
const BREATH = 0.09

/** When each stretch is heard, where a voice does not tell; at so many times the usual speed. */
export function guessedTimes({ pieces }: Spoken, speed: number): SpokenTime[] {
  let at = 0
  return pieces.map(({ from, to, length }) => {
    const time = { from, to, at: at / speed }
    at += length * LETTER + BREATH
    return time
  })
}
