import type { Hundredths } from '../marks/index.js'
import type { StickerName } from './stickers.js'

/** The level that was chosen for each criterion of a rubric, by their ids. */
export type ChosenLevels = Readonly<Record<string, string>>

/** What a teacher says of a submission: a mark, words, the levels of a rubric and a sticker, each or none of them. */
export type Verdict = {
  readonly mark: Hundredths | null
  readonly feedback: string
  readonly levels: ChosenLevels
  readonly sticker: StickerName | null
}

export const NO_VERDICT: Verdict = { mark: null, feedback: '', levels: {}, sticker: null }

/** Whether nothing is said. */
export const saysNothing = ({ mark, feedback, levels, sticker }: Verdict): boolean =>
  mark === null && !feedback.trim() && sticker === null && !Object.keys(levels).length

/** Whether two say the same. */
export function sameVerdict(one: Verdict, other: Verdict): boolean {
  const keys = new Set([...Object.keys(one.levels), ...Object.keys(other.levels)])
  return (
    one.mark === other.mark &&
    one.feedback.trim() === other.feedback.trim() &&
    one.sticker === other.sticker &&
    [...keys].every(key => one.levels[key] === other.levels[key])
  )
}
