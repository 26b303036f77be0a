import type { Outcome } from '../outcome/index.js'
import { ok } from '../outcome/index.js'
import { type Hundredths, readMark } from './mark.js'
import { type Decimals, reaches, type Share } from './rounding.js'
import type { AttemptRule, ScaleStep } from './rules.js'

/** The word of a scale for a share, as it is rounded where it is shown; undefined without a scale. */
export const stepOf = (
  share: Share,
  scale: readonly ScaleStep[],
  decimals: Decimals,
): ScaleStep | undefined => scale.find(step => reaches(share, step.from, decimals))

/** The mark that a word of a scale stands for: the least of its step, in hundredths. */
export const markOfStep = (step: ScaleStep, points: Hundredths): Hundredths =>
  Math.ceil((points * step.from) / 1000)

/** Which of the marks that were given for one work, the first first, counts; undefined where there is none. */
export function countedMark(marks: readonly Hundredths[], rule: AttemptRule): Hundredths | undefined {
  if (rule === 'first') return marks[0]
  return rule === 'last' ? marks.at(-1) : marks.length ? Math.max(...marks) : undefined
}

/**
 * Reads a mark that was typed as a number or as a word of the scale, in capitals or not; a word stands for where its step begins, and
 * the highest for all points. Refuses what `readMark` does.
 */
export function readMarkOn(
  text: string,
  points: Hundredths,
  scale: readonly ScaleStep[],
): Outcome<Hundredths> {
  const typed = text.trim().toLocaleLowerCase()
  const at = scale.findIndex(step => step.label.toLocaleLowerCase() === typed)
  const step = scale[at]
  if (!step) return readMark(text, points)
  return ok(at === 0 ? points : markOfStep(step, points))
}

/** The word of a scale for a mark, as whole percents go; undefined without a scale or points. */
export const wordOfMark = (
  mark: Hundredths,
  points: Hundredths | null,
  scale: readonly ScaleStep[],
): string | undefined =>
  points ? stepOf({ n: BigInt(mark), d: BigInt(points) }, scale, 0)?.label : undefined
