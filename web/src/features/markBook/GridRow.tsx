// biome-ignore-all lint/a11y/useSemanticElements: a table whose rows and columns are not all there is a grid of roles
// biome-ignore-all lint/a11y/useFocusableInteractive: the grid has the focus and names its cell (aria-activedescendant)
import type { BookCell, BookWork } from '@oppen/contract'
import type { MarkRules } from '@oppen/core/marks'
import { memo, type ReactNode } from 'react'
import type { Time } from '../../app/session.js'
import { showHundredths } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { spanWords } from '../../words/states.js'
import { teacherStateWords } from '../../words/teacherStates.js'
import { averageShown, type BookRow, cellLateBy, cellState, shownMark, wordIn } from './book.js'
import { CellMark } from './CellMark.js'
import type { Place } from './moveBy.js'

export const ROW = 36
export const COLUMN = 92
/** Where the keys are. */
export const HERE = 'outline-2 -outline-offset-2 outline-blue'

/** The id of a cell, by which the grid names where its keys are. */
export const idOf = ({ row, column }: Place) => `book-${row}-${column}`

export type Column = { readonly index: number; readonly start: number }
type RowProps = {
  readonly row: BookRow
  readonly index: number
  readonly works: readonly (BookWork & { readonly column: number })[]
  readonly columns: readonly Column[]
  readonly rules: MarkRules
  readonly top: number
  readonly width: number
  readonly names: number
  readonly margin: number
  readonly time: Time
  /** The column where the keys are, if they are in this row. */
  readonly here: number | null
  readonly typing: ReactNode
  readonly onAverage: (row: BookRow) => void
}

/** One pupil's row, with the average and the name that stay. */
export const GridRow = memo(function GridRow(props: RowProps) {
  const { row, index, works, columns, rules, top, width, names, margin, time, here, typing, onAverage } =
    props
  const average = averageShown(row.working, rules)
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      className={`absolute left-0 border-b border-rule ${here === null ? '' : 'bg-pale/50'}`}
      style={{ top, height: ROW, width }}
    >
      <span
        role="gridcell"
        id={idOf({ row: index, column: -1 })}
        aria-colindex={1}
        className={`sticky left-0 z-10 inline-flex items-center border-e border-margin-line align-top bg-sheet ${here === -1 ? HERE : ''}`}
        style={{ width: margin + 1, height: ROW - 1 }}
      >
        <button
          type="button"
          tabIndex={-1}
          onClick={() => onAverage(row)}
          aria-label={say('book_average_of', {
            name: row.name,
            average: average ?? say('book_average_none'),
          })}
          className="w-full truncate rounded-sm px-2.5 text-end text-sm tabular-nums text-soft underline-offset-2 hover:bg-pale hover:underline"
        >
          {average ?? '–'}
        </button>
      </span>
      <span
        role="rowheader"
        aria-colindex={2}
        className={`sticky z-10 inline-flex items-center truncate bg-sheet align-top ps-4 pe-2 text-[0.9375rem] font-semibold ${here === null ? '' : 'text-blue'}`}
        style={{ width: names - 1, height: ROW - 1, left: margin + 1 }}
      >
        <span className="truncate">{row.name}</span>
      </span>
      {columns.map(({ index: column, start: left }) => {
        const work = works[column]
        return (
          work && (
            <GridCell
              key={work.id}
              {...{ row, work, rules, column, left, index, time }}
              id={idOf({ row: index, column })}
              here={column === here}
            >
              {column === here ? typing : null}
            </GridCell>
          )
        )
      })}
    </div>
  )
})

type CellProps = {
  readonly row: BookRow
  readonly work: BookWork & { readonly column: number }
  readonly rules: MarkRules
  readonly id: string
  readonly index: number
  readonly column: number
  /** Where it begins, in pixels. */
  readonly left: number
  /** Whether the keys are here. */
  readonly here: boolean
  readonly time: Time
  /** What is typed in it, where something is. */
  readonly children: ReactNode
}

/** One cell; it is drawn anew only where something of it has changed, so that scrolling draws what comes into sight alone. */
const GridCell = memo(function GridCell({
  row,
  work,
  rules,
  id,
  index,
  column,
  left,
  here,
  time,
  children,
}: CellProps) {
  const cell = row.cells[work.column]
  const mark = cell ? shownMark(cell) : null
  const word = mark === null ? undefined : wordIn(mark, work.points, rules)
  return (
    <span
      id={id}
      role="gridcell"
      data-row={index}
      data-column={column}
      aria-colindex={column + 3}
      aria-selected={here}
      aria-label={`${row.name}, ${work.title}: ${cell ? cellWords(cell, word, time) : say('book_not_asked')}`}
      className={`absolute top-0 flex cursor-cell items-center border-e border-rule px-1.5 text-sm tabular-nums [contain:layout_style_size] ${cell ? '' : 'bg-linen/60'} ${here ? `${HERE} group-focus-within:bg-pale` : ''}`}
      style={{ left, width: COLUMN, height: ROW - 1 }}
    >
      {children ?? (cell && <CellMark cell={cell} now={time.now} word={word} />)}
    </span>
  )
})

function cellWords(cell: BookCell, word: string | undefined, time: Time): string {
  const mark = shownMark(cell)
  const words = [mark === null ? '' : (word ?? showHundredths(mark))]
  if (cell.draftMark !== undefined) words.push(say('book_draft'))
  if (mark === null) words.push(teacherStateWords(cellState(cell, time.now), { ...time, points: null }).words)
  const late = cellLateBy(cell)
  if (late > 0) words.push(say('book_late', { span: spanWords(late) }))
  return words.filter(Boolean).join(', ')
}
