import type { Instant } from '../ids/index.js'
import type { MarkedAt } from './figures.js'

/** What a teacher wants to be told of; null for not at all. Each says how much of it there has to be. */
export type SignalRules = {
  /** So many missing pieces that were due in one week. */
  readonly missingInWeek: number | null
  /** So many marks, each a smaller part of its points than the one before. */
  readonly fallingRun: number | null
  /** So many school days on which nothing was opened. */
  readonly unseenDays: number | null
}

export const SIGNAL_RULES: SignalRules = { missingInWeek: 2, fallingRun: 3, unseenDays: 5 }

/** What is known of a pupil for it. */
export type SignalFacts = {
  /** For each missing piece the Monday of the week in which it was due. */
  readonly missing: readonly string[]
  readonly marks: readonly MarkedAt[]
  /** School days since the pupil was last in, today not among them; null where they never came in. */
  readonly unseenDays: number | null
}

/** Something to look at, with what it was found by. */
export type Signal =
  | { readonly is: 'missing'; readonly count: number; readonly week: string }
  | { readonly is: 'falling'; readonly count: number; readonly since: Instant }
  | { readonly is: 'unseen'; readonly days: number | null }

/** The signals of a pupil by the rules of the class: nothing is weighed and nothing hidden. */
export function signalsOf(facts: SignalFacts, rules: SignalRules): Signal[] {
  return [missing(facts, rules), falling(facts, rules), unseen(facts, rules)].filter(one => one !== undefined)
}

function missing({ missing: weeks }: SignalFacts, { missingInWeek }: SignalRules): Signal | undefined {
  if (missingInWeek === null) return undefined
  const counts = new Map<string, number>()
  for (const week of weeks) counts.set(week, (counts.get(week) ?? 0) + 1)
  const [latest] = [...counts]
    .filter(([, count]) => count >= missingInWeek)
    .sort(([a], [b]) => (a < b ? 1 : -1))
  return latest && { is: 'missing', week: latest[0], count: latest[1] }
}

/** The run of marks that ends with the last one, for as long as each is less than the one before. */
function falling({ marks }: SignalFacts, { fallingRun }: SignalRules): Signal | undefined {
  if (fallingRun === null) return undefined
  const inOrder = [...marks].sort((a, b) => b.at - a.at)
  let count = 0
  let since = 0
  for (const [index, one] of inOrder.entries()) {
    const after = inOrder[index - 1]
    if (after && one.mark * after.points <= after.mark * one.points) break
    count += 1
    since = one.at
  }
  return count >= fallingRun ? { is: 'falling', count, since } : undefined
}

function unseen({ unseenDays: days }: SignalFacts, { unseenDays }: SignalRules): Signal | undefined {
  return unseenDays !== null && days !== null && days >= unseenDays ? { is: 'unseen', days } : undefined
}
