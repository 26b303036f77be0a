/** What a pupil can put on a submission: a written page, ink on a worksheet, files, or answers to questions. */
export const CONTENTS = ['page', 'ink', 'files', 'answers'] as const
export type Content = (typeof CONTENTS)[number]

export const ASKS = ['look', 'finish', 'handIn'] as const

/** What a kind of work is, as far as every rule, list and count asks. */
export type KindRules = {
  /** What it asks of a pupil: to look at it, to finish it, or to make something and hand it in. */
  readonly asks: (typeof ASKS)[number]
  /** What a pupil can put on a submission of it. */
  readonly accepts: readonly Content[]
  /** Whether it can have points, and whether its teacher types them or they are those of its parts together. */
  readonly points: 'none' | 'typed' | 'summed'
}
