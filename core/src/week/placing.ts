import type { Instant } from '../ids/index.js'
import type { Lane } from '../timing/index.js'
import { addDays, type LocalDate, localDateAt } from '../zone/days.js'

export type Placed = {
  readonly lane: Lane
  readonly opensAt: Instant | null
  readonly dueAt: Instant | null
}

export type WeekOf = {
  /** The Monday. */
  readonly week: LocalDate
  /** IANA name. */
  readonly zone: string
  /** The dates of the reader's lessons in the week, in their order. */
  readonly lessons: readonly LocalDate[]
  /** The last day of school in the week. */
  readonly lastDay: LocalDate
}

/**
 * The day of its week on which a card stands: where it is due, else where it opens, else at the first lesson, or at
 * the end of the week for what follows the lessons.
 */
export function dayOfCard(card: Placed, { week, zone, lessons, lastDay }: WeekOf): LocalDate {
  const until = addDays(week, 6)
  const inWeek = (at: Instant | null): LocalDate | undefined => {
    if (at === null) return undefined
    const date = localDateAt(at, zone)
    return week <= date && date <= until ? date : undefined
  }
  const usual = card.lane === 'followUp' ? lastDay : (lessons[0] ?? week)
  return inWeek(card.dueAt) ?? inWeek(card.opensAt) ?? usual
}
