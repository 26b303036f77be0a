import { type Answer, type Marking, markAnswerTo, type Question } from '../../../questions/index.js'
import { afterCheck, type Progress, UNCHECKED } from './attempt.js'

/** One question of one attempt as it was recorded: the answer as it stands, and the answers that were checked, in their order. */
export type Recorded = { readonly answer: Answer; readonly checked: readonly Answer[] }

export type Regraded = {
  readonly answer: Answer
  /** Null where a teacher has to say it. */
  readonly share: number | null
  readonly progress: Progress
}

/**
 * A question of an attempt as it would stand had its key been the given one from the beginning. Every check is made again; one that
 * finds the answer right ends the question, as it would have then, with the answer that was checked.
 */
export function regrade(question: Question, marking: Marking, { answer, checked }: Recorded): Regraded {
  let progress = UNCHECKED
  for (const one of checked) {
    const share = markAnswerTo(question, one, marking)?.share ?? 0
    progress = afterCheck(progress, share)
    if (progress.solved) return { answer: one, share, progress }
  }
  return { answer, share: markAnswerTo(question, answer, marking)?.share ?? null, progress }
}
