import type { Instant } from '../ids/index.js'
import { momentOf, type SubmissionState } from '../work/index.js'
import { type LocalDate, localDateAt } from '../zone/index.js'

export type Day<T> = {
  /** The day in the school's zone; null for what has no time. */
  readonly day: LocalDate | null
  readonly items: T[]
}

/** Splits items into the days of their moments; the order of days and items stays that of the list. */
export function byDay<T extends { readonly state: SubmissionState }>(
  items: readonly T[],
  zone: string,
): Day<T>[] {
  const dayOf = (moment: Instant | null) => (moment === null ? null : localDateAt(moment, zone))
  const days = new Map<LocalDate | null, T[]>()
  for (const item of items) {
    const day = dayOf(momentOf(item.state))
    days.set(day, [...(days.get(day) ?? []), item])
  }
  return [...days].map(([day, of]) => ({ day, items: of }))
}
