import type { Instant } from '../ids/index.js'
import { momentOf, owes, type SubmissionState, type WorkKind } from '../work/index.js'

export type AgendaItem = {
  readonly kind: WorkKind
  readonly state: SubmissionState
  readonly minutes: number | null
  /** What of its minutes falls on this day. */
  readonly minutesToday: number
  /** Whether the family has a part to do in it. */
  readonly familyWaits?: boolean
}

export type Agenda<T> = {
  /** Overdue and to try again: the longest waiting first. */
  readonly needsAHand: T[]
  /** To do and started: the nearest deadline first, those without one last. */
  readonly next: T[]
  /** Not open yet. */
  readonly ahead: T[]
  /** Handed back, the newest first. */
  readonly cameBack: T[]
  readonly withTeacher: T[]
  /** What the family has a part in, while that can be done: the nearest deadline first. */
  readonly family: T[]
  /** Expected minutes of what needs a hand or is next; submissions without a figure are not counted. */
  readonly minutes: number
  /**
   * Of these, what is left for this day: all of what is overdue, for it can wait no longer, and of everything else the
   * part that falls on this day.
   */
  readonly minutesToday: number
}

const LAST = Number.MAX_SAFE_INTEGER

/** Sorts a person's submissions by what they ask of them now. Submissions that ask nothing more appear nowhere. */
export function agendaOf<T extends AgendaItem>(items: readonly T[]): Agenda<T> {
  const of = (...names: SubmissionState['is'][]) => items.filter(item => names.includes(item.state.is))
  const needsAHand = of('overdue', 'tryAgain').sort((a, b) => order(a.state) - order(b.state))
  // a handout is there for whoever needs it; it is next only while it has a time to be read by
  const next = of('toDo', 'started')
    .filter(item => owes(item.kind) || momentOf(item.state) !== null)
    .sort((a, b) => order(a.state) - order(b.state))
  return {
    needsAHand,
    next,
    ahead: of('opens').sort((a, b) => order(a.state) - order(b.state)),
    cameBack: of('handedBack').sort((a, b) => order(b.state) - order(a.state)),
    withTeacher: of('withTeacher').sort((a, b) => order(b.state) - order(a.state)),
    family: items
      .filter(({ familyWaits, state }) => familyWaits && !['opens', 'missing', 'excused'].includes(state.is))
      .sort((a, b) => order(a.state) - order(b.state)),
    minutes: [...needsAHand, ...next].reduce((sum, item) => sum + (item.minutes ?? 0), 0),
    minutesToday: [...needsAHand, ...next].reduce(
      (sum, item) => sum + (item.state.is === 'overdue' ? (item.minutes ?? 0) : item.minutesToday),
      0,
    ),
  }
}

/** The moment by which a state sorts among its like. */
const order = (state: SubmissionState): Instant => momentOf(state) ?? LAST
