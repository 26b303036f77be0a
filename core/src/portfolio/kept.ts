import type { Instant, WorkId } from '../ids/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import { localDateAt } from '../zone/index.js'

/** Who keeps work in a portfolio. Each side has its own words, and takes away its own alone. */
export const SIDES = ['pupil', 'teacher'] as const
export type Side = (typeof SIDES)[number]

/** The most characters of a word why, and of a goal. */
export const WHY_LENGTH = 600

/** Why somebody keeps a piece of work, without blank ends. Refuses `text_empty` and `text_long`. */
export function readWhy(typed: string): Outcome<string> {
  const text = typed.trim()
  if (!text) return err('text_empty', { what: 'why' })
  if (text.length > WHY_LENGTH) return err('text_long', { what: 'why', most: WHY_LENGTH, got: text.length })
  return ok(text)
}

/** Why one side keeps a piece, and which goal it shows. */
export type Reason = {
  readonly side: Side
  readonly why: string
  readonly goal: string | null
  readonly at: Instant
}

/** A piece of work in a portfolio: what was handed in once, with why it is kept. */
export type Kept = {
  readonly workId: WorkId
  /** The number of the hand-in: an earlier and a later one may stand side by side. */
  readonly handIn: number
  readonly handedInAt: Instant
  readonly reasons: readonly Reason[]
}

/** Whether one side may take away what another keeps: each its own alone. */
export const mayRemove = (side: Side, kept: Side): boolean => side === kept

export type Shelf<T> = { readonly key: string | null; readonly pieces: readonly T[] }

const byNewest = (one: Kept, other: Kept): number =>
  other.handedInAt - one.handedInAt || other.handIn - one.handIn || (one.workId < other.workId ? -1 : 1)

/** The pieces by the month in which they were handed in ("2026-10"), the newest first. */
export function byTime<T extends Kept>(pieces: readonly T[], zone: string): Shelf<T>[] {
  const months = new Map<string, T[]>()
  for (const piece of [...pieces].sort(byNewest)) {
    const month = localDateAt(piece.handedInAt, zone).slice(0, 7)
    months.set(month, [...(months.get(month) ?? []), piece])
  }
  return [...months].map(([key, some]) => ({ key, pieces: some }))
}

/**
 * The pieces by the goal that they show, goals in the order of their oldest piece, and within one the oldest first, so that one sees how
 * it came about. What shows two goals stands under both; what shows none comes last, under null.
 */
export function byGoal<T extends Kept>(pieces: readonly T[]): Shelf<T>[] {
  const goals = new Map<string, T[]>()
  const none: T[] = []
  for (const piece of [...pieces].sort(byNewest).reverse()) {
    const named = new Set(piece.reasons.flatMap(one => (one.goal === null ? [] : [one.goal])))
    for (const goal of named) goals.set(goal, [...(goals.get(goal) ?? []), piece])
    if (!named.size) none.push(piece)
  }
  const shelves: Shelf<T>[] = [...goals].map(([key, some]) => ({ key, pieces: some }))
  return none.length ? [...shelves, { key: null, pieces: none }] : shelves
}
