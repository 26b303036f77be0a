import type { BookCell, BookWork, MarkBookPage } from '@oppen/contract'
import type { Instant } from '@oppen/core/ids'
import {
  averageWithWorking,
  type Book,
  type MarkRules,
  type OneRosterBook,
  type Piece,
  percentOf,
  stepOf,
  type Working,
  wordOfMark,
} from '@oppen/core/marks'
import { lateByOf, pieceOf } from '@oppen/core/progress'
import { type SubmissionState, type SubmissionStatus, stateOf, type Timing } from '@oppen/core/work'
import { localAt } from '@oppen/core/zone'

type Pupil = MarkBookPage['pupils'][number]

/** One pupil with what stands in each column; undefined where they are not asked. */
export type BookRow = Pick<Pupil, 'placeId' | 'name' | 'groupId'> & {
  readonly cells: readonly (BookCell | undefined)[]
  readonly working: Working
}

const statusOf = (cell: BookCell): SubmissionStatus => ({
  phase: cell.phase,
  phaseBefore: cell.again ? 'tryAgain' : 'untouched',
  handIns: 0,
  firstHandedInAt: null,
  handedInAt: cell.handedInAt ?? null,
  handedBackAt: cell.handedBackAt ?? null,
  receivedAt: null,
  mark: cell.mark ?? null,
  tryAgainBy: cell.tryAgainBy ?? null,
})

const timingOf = ({ opensAt, dueAt, closesAt }: BookCell): Timing => ({
  opensAt: opensAt ?? null,
  dueAt: dueAt ?? null,
  closesAt: closesAt ?? null,
})

export const cellState = (cell: BookCell, now: Instant): SubmissionState =>
  stateOf(statusOf(cell), timingOf(cell), now)

/** How late what was handed in was, in milliseconds. */
export const cellLateBy = (cell: BookCell): number => lateByOf(statusOf(cell), timingOf(cell))

/** The words for marks of a class that shows no points. */
export const shownScale = ({ wordsOnly, scale }: MarkRules) => (wordsOnly ? scale : undefined)

/** The word for a mark in a class that shows no points; undefined where points are shown. */
export const wordIn = (mark: number, points: number | null, rules: MarkRules): string | undefined =>
  rules.wordsOnly ? wordOfMark(mark, points, rules.scale) : undefined

/** The mark that stands in a cell: the one that was typed last. */
export const shownMark = ({ draftMark, mark }: BookCell): number | null => draftMark ?? mark ?? null

/** All marks of a cell, the one that is not handed back yet as the last. */
function marksOf({ marks, mark, draftMark }: BookCell): readonly number[] {
  const given = marks ?? (mark === undefined ? [] : [mark])
  return draftMark === undefined ? given : [...given, draftMark]
}

function piece(work: BookWork, cell: BookCell, rules: MarkRules, now: Instant): Piece | undefined {
  const { points, category, extra, counts } = work
  return pieceOf(
    {
      id: work.id,
      counting: { points, category, extra, counts },
      status: statusOf(cell),
      timing: timingOf(cell),
      marks: marksOf(cell),
      forgiven: cell.forgiven ?? false,
    },
    rules,
    now,
  )
}

type Made = { readonly works: unknown; readonly rules: unknown; readonly now: Instant; readonly row: BookRow }

/** The rows that were made of pupils as they are: a mark that is typed changes one of them. */
const made = new WeakMap<Pupil, Made>()

/**
 * The rows of a mark book, each with its average and how that comes about; of all work, whichever is shown. A row is made anew where
 * something of it has changed alone.
 */
export function rowsOf({ works, pupils, rules }: MarkBookPage, now: Instant): BookRow[] {
  const columns = new Map(works.map((work, index) => [work.id, index]))
  return pupils.map(pupil => {
    const known = made.get(pupil)
    if (known && known.works === works && known.rules === rules && known.now === now) return known.row
    const row = rowOf(pupil)
    made.set(pupil, { works, rules, now, row })
    return row
  })

  function rowOf({ cells: found, ...pupil }: Pupil): BookRow {
    const cells: (BookCell | undefined)[] = new Array(works.length).fill(undefined)
    for (const cell of found) {
      const column = columns.get(cell.workId)
      if (column !== undefined) cells[column] = cell
    }
    const pieces = works.flatMap((work, index) => {
      const cell = cells[index]
      const one = cell && piece(work, cell, rules, now)
      return one ? [one] : []
    })
    return { ...pupil, cells, working: averageWithWorking(pieces, rules) }
  }
}

/** A mark that was typed here and has not arrived, as a number; null for none. */
export type Unsent = { readonly workId: string; readonly placeId: string; readonly value: number | null }

/** A mark book with what was typed here over what the server has. */
export function withUnsent(page: MarkBookPage, unsent: readonly Unsent[], by: string): MarkBookPage {
  if (!unsent.length) return page
  // of one cell what was typed last
  const typed = new Map(unsent.map(one => [`${one.workId} ${one.placeId}`, one.value]))
  const concerned = new Set(unsent.map(one => one.placeId))
  const pupils = page.pupils.map(pupil => (concerned.has(pupil.placeId) ? withTyped(pupil) : pupil))
  return { ...page, pupils }

  function withTyped(pupil: Pupil): Pupil {
    const cells = pupil.cells.map((cell): BookCell => {
      const value = typed.get(`${cell.workId} ${pupil.placeId}`)
      if (value === undefined) return cell
      const { draftMark: _, draftBy: __, draftWritten: ___, ...rest } = cell
      // a mark that is there is not taken away by nothing: only what was typed over it is
      return value === null || value === cell.mark ? rest : { ...rest, draftMark: value, draftBy: by }
    })
    return { ...pupil, cells }
  }
}

/** An average as it is shown: in percent and with the word of the scale, or the word alone. */
export function averageShown(
  { share }: Working,
  { decimals, scale }: MarkRules,
  as: 'both' | 'word' = 'both',
): string | null {
  if (!share) return null
  const step = stepOf(share, scale, decimals)
  if (step && as === 'word') return step.label
  return [`${percentOf(share, decimals)} %`, step?.label].filter(Boolean).join(' · ')
}

/** A mark book as files have it: what is handed back, and what is not yet. */
export function bookOf(page: MarkBookPage, works: readonly BookWork[], rows: readonly BookRow[]): Book {
  const groups = new Map(page.groups.map(one => [one.id, one.name]))
  return {
    works,
    pupils: rows.map(({ placeId, name, groupId, cells, working }) => ({
      id: placeId,
      name,
      group: groups.get(groupId) ?? '',
      marks: Object.fromEntries(
        cells.flatMap(cell => {
          const mark = cell ? shownMark(cell) : null
          return cell && mark !== null ? [[cell.workId, mark]] : []
        }),
      ),
      average: working.share ? percentOf(working.share, page.rules.decimals) : '',
    })),
  }
}

const RESULT: Readonly<Record<SubmissionState['is'], OneRosterBook['results'][number]['status']>> = {
  excused: 'exempt',
  handedBack: 'fully graded',
  withTeacher: 'submitted',
  received: 'submitted',
  seen: 'submitted',
  finished: 'submitted',
  opens: 'not submitted',
  toDo: 'not submitted',
  started: 'not submitted',
  tryAgain: 'not submitted',
  overdue: 'not submitted',
  missing: 'not submitted',
}

type When = { readonly classId: string; readonly now: Instant; readonly zone: string }

/** The same for another school program: marks that were handed back, with the days of the school. */
export function oneRosterOf(
  page: MarkBookPage,
  rows: readonly BookRow[],
  { classId, now, zone }: When,
): OneRosterBook {
  const day = (at: Instant | null | undefined) =>
    at === null || at === undefined ? '' : localAt(at, zone).slice(0, 10)
  return {
    classId,
    at: new Date(now).toISOString(),
    works: page.works.map(work => ({
      ...work,
      assigned: work.week ?? day(work.dueAt),
      due: day(work.dueAt),
    })),
    categories: page.rules.categories,
    results: rows.flatMap(({ placeId, cells }) =>
      cells.flatMap(cell => {
        if (!cell) return []
        const state = cellState(cell, now)
        const mark = state.is === 'handedBack' ? state.mark : null
        const status = state.is === 'handedBack' && mark === null ? 'submitted' : RESULT[state.is]
        const [late, missing] = [cellLateBy(cell) > 0, state.is === 'missing' || state.is === 'overdue']
        return [{ workId: cell.workId, placeId, status, mark, date: day(cell.handedBackAt), late, missing }]
      }),
    ),
  }
}
