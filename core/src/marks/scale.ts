import type { Hundredths } from './mark.js'
import { type Decimals, reaches, type Share } from './rounding.js'
import type { AttemptRule, ScaleStep } from './rules.js'

/** The word of a scale for a share, as it is rounded where it is shown; undefined without a scale. */
export const stepOf = (
  share: Share,
  scale: readonly ScaleStep[],
  decimals: Decimals,
): ScaleStep | undefined => scale.find(step => reaches(share, step.from, decimals))

/** The mark that a word of a scale stands for: where its step begins, in hundredths, rounded half up. */
export const markOfStep = (step: ScaleStep, points: Hundredths): Hundredths =>
  Math.floor((2 * points * step.from + 1000) / 2000)

/** Which of the marks that were given for one work, the first first, counts; undefined where there is none. */
export function countedMark(marks: readonly Hundredths[], rule: AttemptRule): Hundredths | undefined {
  if (rule === 'first') return marks[0]
  return rule === 'last' ? marks.at(-1) : marks.length ? Math.max(...marks) : undefined
}
