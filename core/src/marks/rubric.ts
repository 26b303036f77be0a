import { err, type Outcome, ok } from '../outcome/index.js'
import { type Hundredths, MOST_POINTS } from './mark.js'

export type RubricLevel = { readonly id: string; readonly name: string; readonly points: Hundredths }
export type RubricCriterion = {
  readonly id: string
  readonly name: string
  /** From the most points to the least. */
  readonly levels: readonly RubricLevel[]
}
export type Rubric = readonly RubricCriterion[]

export const MOST_CRITERIA = 12
export const MOST_LEVELS = 8

/** The most that a rubric gives: the best level of each criterion. */
export const pointsOfRubric = (rubric: Rubric): Hundredths =>
  rubric.reduce((sum, { levels }) => sum + Math.max(0, ...levels.map(one => one.points)), 0)

/**
 * The mark of the levels that were chosen, by criterion: their sum once each has one, undefined before. A level that the criterion
 * does not have is none.
 */
export function markByRubric(
  rubric: Rubric,
  chosen: Readonly<Record<string, string>>,
): Hundredths | undefined {
  let sum = 0
  for (const { id, levels } of rubric) {
    const level = levels.find(one => one.id === chosen[id])
    if (!level) return undefined
    sum += level.points
  }
  return rubric.length ? sum : undefined
}

/** A rubric as it was typed. Refuses `rubric_unreadable` where something has no name or no points, or there is too much of it. */
export function readRubric(typed: Rubric): Outcome<Rubric> {
  const named = (name: string) => name.trim().length > 0 && name.length <= 200
  const fits =
    typed.length > 0 &&
    typed.length <= MOST_CRITERIA &&
    new Set(typed.map(one => one.id)).size === typed.length &&
    typed.every(
      ({ name, levels }) =>
        named(name) &&
        levels.length > 1 &&
        levels.length <= MOST_LEVELS &&
        new Set(levels.map(one => one.id)).size === levels.length &&
        levels.every(one => named(one.name) && Number.isInteger(one.points) && one.points >= 0),
    )
  const points = fits ? pointsOfRubric(typed) : 0
  if (!fits || points <= 0 || points > MOST_POINTS)
    return err('rubric_unreadable', { most: MOST_CRITERIA, levels: MOST_LEVELS })
  return ok(
    typed.map(one => ({
      ...one,
      name: one.name.trim(),
      levels: [...one.levels]
        .map(level => ({ ...level, name: level.name.trim() }))
        .sort((a, b) => b.points - a.points),
    })),
  )
}
