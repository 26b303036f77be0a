import type { MarkingPage } from '@oppen/contract'
import { type SubmissionState, stateOfWork } from '@oppen/core/work'

export type MarkingRow = MarkingPage['rows'][number] & { readonly state: SubmissionState }

/** The parts of a class that a teacher wants to see alone. */
export const FILTERS = {
  all: () => true,
  toMark: row => (row.state.is === 'withTeacher' || row.state.is === 'received') && !row.draft?.ready,
  /** Marked, and not handed back. */
  ready: row => !!row.draft?.ready && row.state.is !== 'excused',
  late: row => row.state.is === 'withTeacher' && row.state.lateBy > 0,
  notYet: row => ['opens', 'toDo', 'started', 'overdue', 'missing'].includes(row.state.is),
  marked: row => row.state.is === 'handedBack',
  again: row =>
    row.state.is === 'tryAgain' || (row.state.is === 'withTeacher' && row.status.phaseBefore === 'tryAgain'),
  excused: row => row.state.is === 'excused',
} as const satisfies Record<string, (row: MarkingRow) => boolean>

export type Filter = keyof typeof FILTERS

/** The pupils of a work with the state of each as of a moment. */
export const rowsAt = ({ rows, work }: MarkingPage, now: number): MarkingRow[] =>
  rows.map(row => ({ ...row, state: stateOfWork({ kind: work.kind, ...row.timing }, row.status, now) }))

export const firstToMark = (rows: readonly MarkingRow[]): MarkingRow | undefined => rows.find(FILTERS.toMark)
