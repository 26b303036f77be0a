import { err, type Outcome, ok } from '../outcome/index.js'

/** Words that are shown from one moment of a video to another, in seconds. */
export type Cue = { readonly from: number; readonly to: number; readonly text: string }

export const CAPTION_LIMITS = {
  cues: 5_000,
  /** Signs of one cue: what is longer cannot be read in its time. */
  text: 500,
} as const

/**
 * Whether captions can be posted. Refuses `captions_many` with `most`; with the `number` of the first that is wrong `caption_backward`, `caption_empty`, and
 * `caption_long` with `most`. Cues may overlap: two people can speak at once.
 */
export function checkCues(cues: readonly Cue[]): Outcome<true> {
  if (cues.length > CAPTION_LIMITS.cues) return err('captions_many', { most: CAPTION_LIMITS.cues })
  for (const [at, { from, to, text }] of cues.entries()) {
    const number = at + 1
    if (!(from >= 0 && from < to)) return err('caption_backward', { number })
    if (!text.trim()) return err('caption_empty', { number })
    if (text.length > CAPTION_LIMITS.text) return err('caption_long', { number, most: CAPTION_LIMITS.text })
  }
  return ok(true)
}

/** Cues in the order in which they are shown, the longer of two that begin at once first. */
export const inOrder = (cues: readonly Cue[]): Cue[] =>
  [...cues].sort((one, other) => one.from - other.from || other.to - one.to)

/** What is shown at a moment: a cue is there from its beginning, and at its end no more (WebVTT, 3.1: start and end time). */
export const cuesAt = (cues: readonly Cue[], moment: number): Cue[] =>
  cues.filter(({ from, to }) => from <= moment && moment < to)

/** Cues from a file: those that can be shown, and how many end before they begin, say nothing, or stand over the one before. */
export function sortOut(cues: readonly Cue[]): {
  readonly cues: Cue[]
  readonly backward: number
  readonly empty: number
  readonly overlapping: number
} {
  const forward = cues.filter(({ from, to }) => from >= 0 && from < to)
  const said = forward.filter(({ text }) => text.trim())
  const sorted = inOrder(said)
  let end = 0
  const overlapping = sorted.filter(({ from, to }) => {
    const isOver = from < end
    end = Math.max(end, to)
    return isOver
  }).length
  return {
    ...{ cues: sorted, backward: cues.length - forward.length },
    ...{ empty: forward.length - said.length, overlapping },
  }
}
