import type { Instant, WorkId } from '../ids/index.js'
import type { Hundredths } from '../marks/index.js'
import { isImproving, type RecordedMove, replay, stateOf, type Timing } from '../work/index.js'

/** A piece of work that is handed in, as it stands for one pupil. */
export type DigestWork = {
  readonly id: WorkId
  readonly title: string
  readonly points: Hundredths | null
  readonly timing: Timing
  /** All moves of the submission, in their order. */
  readonly moves: readonly RecordedMove[]
}

type Line = { readonly id: WorkId; readonly title: string }

/** How a pupil got on in a class over some days, and what comes. Each list is in the order of its moments. */
export type Digest = {
  /**
   * Handed in during these days and not taken back, the last time for each; `lateBy` in milliseconds after the deadline that
   * held, 0 in time. What was received on paper counts when it was received, and is not late.
   */
  readonly handedIn: readonly (Line & {
    readonly at: Instant
    readonly lateBy: number
    readonly onPaper: boolean
  })[]
  /** Handed back during these days, with the mark and what there was to have; or to be tried again. */
  readonly handedBack: readonly (Line & {
    readonly at: Instant
    readonly mark: Hundredths | null
    readonly points: Hundredths | null
    readonly again: boolean
  })[]
  /** Past its deadline and not in, and still taken. */
  readonly overdue: readonly (Line & { readonly since: Instant })[]
  /** Closed during these days without having come in. */
  readonly missing: readonly (Line & { readonly since: Instant })[]
  /** Due within the next days and not in. */
  readonly coming: readonly (Line & { readonly by: Instant; readonly begun: boolean })[]
  /** How many lie with the teacher. */
  readonly waiting: number
}

/** Of which days a digest tells: from a moment until now, and how far it looks ahead. */
export type DigestSpan = { readonly from: Instant; readonly now: Instant; readonly ahead: Instant }

/** What a digest tells of the work of one pupil in one class. */
export function digestOf(works: readonly DigestWork[], { from, now, ahead }: DigestSpan): Digest {
  const within = (at: Instant | null): at is Instant => at !== null && at >= from && at <= now
  const all = works.map(work => {
    const status = replay(work.moves)
    return { work, status, state: stateOf(status, work.timing, now) }
  })
  const line = ({ id, title }: DigestWork): Line => ({ id, title })
  return {
    handedIn: sorted(
      all.flatMap(({ work, status }) => {
        const last = status.phase === 'excused' ? undefined : handInsOf(work).at(-1)
        if (!last || !within(last.at)) return []
        const { at, deadline, onPaper } = last
        return [{ ...line(work), at, lateBy: deadline === null ? 0 : Math.max(0, at - deadline), onPaper }]
      }),
      one => one.at,
    ),
    handedBack: sorted(
      all.flatMap(({ work, status }) => {
        const { phase, handedBackAt: at, mark } = status
        if (!within(at) || (phase !== 'handedBack' && phase !== 'tryAgain')) return []
        const again = phase === 'tryAgain' && !isImproving(status)
        return [{ ...line(work), at, mark: again ? null : mark, points: work.points, again }]
      }),
      one => one.at,
    ),
    overdue: sorted(
      all.flatMap(({ work, state }) =>
        state.is === 'overdue' ? [{ ...line(work), since: state.since }] : [],
      ),
      one => one.since,
    ),
    missing: sorted(
      all.flatMap(({ work, state }) =>
        state.is === 'missing' && within(work.timing.closesAt) ? [{ ...line(work), since: state.since }] : [],
      ),
      one => one.since,
    ),
    coming: sorted(
      all.flatMap(({ work, state }) => {
        if (state.is !== 'toDo' && state.is !== 'started' && state.is !== 'tryAgain') return []
        const begun = state.is !== 'toDo'
        return state.by !== null && state.by >= now && state.by < ahead
          ? [{ ...line(work), by: state.by, begun }]
          : []
      }),
      one => one.by,
    ),
    waiting: all.filter(({ state }) => state.is === 'withTeacher').length,
  }
}

type HandIn = { readonly at: Instant; readonly deadline: Instant | null; readonly onPaper: boolean }

/** What was handed in and not taken back, in its order, each with the deadline that held then. */
function handInsOf({ moves, timing }: DigestWork): HandIn[] {
  const found: HandIn[] = []
  moves.forEach((move, index) => {
    if (move.kind === 'handIn') {
      const { phase, tryAgainBy } = replay(moves.slice(0, index))
      const deadline = phase === 'tryAgain' ? tryAgainBy : timing.dueAt
      found.push({ at: move.pressedAt ?? move.at, deadline, onPaper: false })
    } else if (move.kind === 'receive') found.push({ at: move.at, deadline: null, onPaper: true })
    else if (move.kind === 'takeBack' || move.kind === 'unreceive') found.pop()
  })
  return found
}

const sorted = <T>(list: readonly T[], by: (one: T) => Instant): T[] =>
  [...list].sort((one, other) => by(one) - by(other))

/** Whether there is anything to tell. */
export const isEmptyDigest = (digest: Digest): boolean =>
  Object.values(digest).every(one => (typeof one === 'number' ? one === 0 : one.length === 0))
