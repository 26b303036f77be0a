// biome-ignore-all lint/a11y/useSemanticElements: a table whose rows and columns are not all there is a grid of roles
// biome-ignore-all lint/a11y/useFocusableInteractive: the grid has the focus and names its cell (aria-activedescendant)
import type { BookCell, BookWork, MarkBookPage } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import { readMarkOn } from '@oppen/core/marks'
import { type Range, useVirtualizer } from '@tanstack/react-virtual'
import { type KeyboardEvent, useMemo, useRef, useState } from 'react'
import { Refusal } from '../../app/api.js'
import { useNow } from '../../app/session.js'
import { useWide } from '../../app/wide.js'
import { showHundredths } from '../../words/numbers.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { type BookRow, shownMark } from './book.js'
import { COLUMN, type Column, GridRow, HERE, idOf, ROW } from './GridRow.js'
import { MarkField } from './MarkField.js'
import { moveBy, type Place, readPasted } from './moveBy.js'
import type { Typed } from './useDraftMarks.js'

/** The names and, in the margin before them, the averages: both stay while the rest moves. */
const NAMES = { wide: 180, narrow: 116 }
const MARGIN = { wide: 112, narrow: 76 }
const HEAD = 76

/** Columns come into the table some at a time: while it is scrolled, most pictures draw nothing new. */
const CHUNK = 8
function inChunks({ startIndex, endIndex, count }: Range): number[] {
  const from = Math.max(0, (Math.floor(startIndex / CHUNK) - 0.5) * CHUNK)
  const until = Math.min(count, (Math.ceil((endIndex + 1) / CHUNK) + 0.5) * CHUNK)
  return Array.from({ length: until - from }, (_, n) => from + n)
}

/** A cell in which nothing stands. */
const NOTHING = { workId: '' as WorkId, phase: 'untouched' } as const

type Props = {
  readonly page: MarkBookPage
  readonly works: readonly (BookWork & { readonly column: number })[]
  readonly rows: readonly BookRow[]
  readonly onType: (cells: readonly Typed[]) => void
  readonly onUndo: () => void
  readonly onProblem: (words: string | null) => void
  readonly onWork: (work: BookWork) => void
  readonly onAverage: (row: BookRow) => void
}

/**
 * Pupils and work as a table of cells (WAI-ARIA Authoring Practices, "Grid"): arrows go, what is typed is the mark, Enter goes down,
 * a column that is pasted is set from here on. Only what can be seen is drawn.
 */
export function Grid({ page, works, rows, onType, onUndo, onProblem, onWork, onAverage }: Props) {
  const box = useRef<HTMLDivElement>(null)
  const time = useNow()
  const size = useWide() ? 'wide' : 'narrow'
  const [names, margin] = [NAMES[size], MARGIN[size]]
  const [at, setAt] = useState<Place>({ row: 0, column: 0 })
  const [text, setText] = useState<string | null>(null)
  const down = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 8,
    paddingStart: HEAD,
    scrollPaddingStart: HEAD,
  })
  const across = useVirtualizer({
    horizontal: true,
    count: works.length,
    getScrollElement: () => box.current,
    estimateSize: () => COLUMN,
    rangeExtractor: inChunks,
    paddingStart: names + margin,
    scrollPaddingStart: names + margin,
  })

  const extent = () => ({
    rows: rows.length,
    columns: works.length,
    seen: Math.max(1, down.getVirtualItems().length - 10),
  })
  const go = (to: Place) => {
    setAt(to)
    setText(null)
    if (to.row >= 0) down.scrollToIndex(to.row)
    if (to.column >= 0) across.scrollToIndex(to.column)
  }
  const cellAt = ({ row, column }: Place): BookCell | undefined => {
    const work = works[column]
    return work && rows[row]?.cells[work.column]
  }

  /** Reads what was typed for a cell; undefined where it is none, with the reason said. */
  const readAs = (place: Place, typed: string): Typed | undefined => {
    const work = works[place.column]
    const row = rows[place.row]
    const cell = cellAt(place)
    if (!work || !row || !cell) return undefined
    const { id: workId, points } = work
    const { placeId } = row
    if (!typed.trim()) return { workId, placeId, text: null, mark: null }
    if (points === null) {
      onProblem(say('problem_mark_without_points'))
      return undefined
    }
    const read = readMarkOn(typed, points, page.rules.scale)
    if (read.ok) return { workId, placeId, text: typed.trim(), mark: read.value }
    const refusal = new Refusal(422, read.refusal as never)
    onProblem(`${row.name}, ${work.title}: ${problemWords(refusal, time)}`)
    return undefined
  }

  const commit = (typed: string): boolean => {
    const read = readAs(at, typed)
    if (!read) return false
    onProblem(null)
    onType([read])
    return true
  }

  const paste = (pasted: string) => {
    const found: Typed[] = []
    onProblem(null)
    for (const [down, line] of readPasted(pasted).entries())
      for (const [right, typed] of line.entries()) {
        const place = { row: at.row + down, column: at.column + right }
        const read = cellAt(place) && readAs(place, typed)
        if (read) found.push(read)
      }
    if (found.length) onType(found)
  }

  const onKey = (event: KeyboardEvent<HTMLDivElement>) => {
    const { key } = event
    if ((event.ctrlKey || event.metaKey) && key.toLowerCase() === 'z') {
      event.preventDefault()
      return text === null ? onUndo() : setText(null)
    }
    if (text !== null) return
    const to = moveBy(event, at, extent())
    const mark = shownMark(cellAt(at) ?? NOTHING)
    if (to) {
      event.preventDefault()
      go(to)
    } else if (key === 'Enter' && (at.row < 0 || at.column < 0)) {
      event.preventDefault()
      openHead()
    } else if (key === 'Enter' || key === 'F2') {
      event.preventDefault()
      begin(key === 'F2' && mark !== null ? showHundredths(mark) : '')
    } else if (key === 'Delete' || key === 'Backspace') {
      event.preventDefault()
      commit('')
    } else if (/^[\d.,+]$/.test(key) && !event.ctrlKey && !event.metaKey && !event.altKey) {
      event.preventDefault()
      begin(key)
    }
  }
  /** What the head of a column or of a row has more to say of. */
  const openHead = () => {
    const [row, work] = [rows[at.row], works[at.column]]
    if (row) onAverage(row)
    else if (work) onWork(work)
  }
  const begin = (first: string) => cellAt(at) && setText(first)

  const items = across.getVirtualItems()
  // the same for as long as the same columns are there
  const shown = `${items[0]?.start} ${items[0]?.index} ${items.length}`
  // biome-ignore lint/correctness/useExhaustiveDependencies: which columns these are is said by the first and how many
  const columns = useMemo<readonly Column[]>(
    () => items.map(({ index, start }) => ({ index, start })),
    [shown],
  )
  /** The field in the cell where the keys are. */
  const typing = (row: BookRow) => {
    const work = works[at.column]
    return (
      work && (
        <MarkField
          text={text ?? ''}
          label={say('book_mark_for', { name: row.name, title: work.title })}
          onText={setText}
          onLeave={() => {
            setText(null)
            box.current?.focus({ preventScroll: true })
          }}
          onDone={(typed, by) => {
            if (!commit(typed)) return false
            box.current?.focus({ preventScroll: true })
            go({
              row: Math.max(0, Math.min(rows.length - 1, at.row + by.row)),
              column: Math.max(0, Math.min(works.length - 1, at.column + by.column)),
            })
            return true
          }}
        />
      )
    )
  }
  return (
    <div
      ref={box}
      role="grid"
      tabIndex={0}
      aria-label={say('book_title')}
      aria-rowcount={rows.length + 1}
      aria-colcount={works.length + 2}
      aria-activedescendant={works.length && rows.length ? idOf(at) : undefined}
      onKeyDown={onKey}
      onPointerDown={event => {
        const place = placeOf(event.target)
        if (!place || (text !== null && place.row === at.row && place.column === at.column)) return
        event.preventDefault()
        box.current?.focus({ preventScroll: true })
        go(place)
      }}
      onDoubleClick={event => placeOf(event.target) && begin('')}
      onPaste={event => {
        if (text !== null) return
        event.preventDefault()
        paste(event.clipboardData.getData('text/plain'))
      }}
      className="group relative max-h-[74vh] overflow-auto [contain:content] border-y border-edge bg-sheet -outline-offset-2"
    >
      <div
        role="presentation"
        className="relative"
        style={{ height: down.getTotalSize(), width: across.getTotalSize() }}
      >
        <div role="row" aria-rowindex={1} className="sticky top-0 z-20 bg-sheet" style={{ height: HEAD }}>
          <span
            role="columnheader"
            id={idOf({ row: -1, column: -1 })}
            aria-colindex={1}
            className="sticky left-0 z-10 inline-flex items-end align-top justify-end border-e border-b-2 border-e-margin-line border-b-ink bg-sheet px-2.5 pb-1 text-sm text-soft"
            style={{ width: margin + 1, height: HEAD }}
          >
            {say('overview_average')}
          </span>
          <span
            role="columnheader"
            aria-colindex={2}
            className="sticky z-10 inline-flex items-end align-top border-b-2 border-ink bg-sheet ps-4 pe-2 pb-1 text-sm font-semibold"
            style={{ width: names - 1, height: HEAD, left: margin + 1 }}
          >
            {say('overview_pupil')}
          </span>
          {columns.map(({ index, start }) => {
            const work = works[index]
            return (
              work && (
                <span
                  key={work.id}
                  role="columnheader"
                  id={idOf({ row: -1, column: index })}
                  aria-colindex={index + 3}
                  className={`absolute top-0 flex flex-col justify-end border-b-2 border-ink ${at.row === -1 && index === at.column ? HERE : ''}`}
                  style={{ left: start, width: COLUMN, height: HEAD }}
                >
                  <button
                    type="button"
                    tabIndex={-1}
                    onClick={() => onWork(work)}
                    title={work.title}
                    className="flex h-full flex-col justify-end rounded-sm px-1.5 pb-1 text-start text-[0.8125rem] leading-tight hover:bg-pale"
                  >
                    <span className="line-clamp-3 font-semibold [overflow-wrap:anywhere]">{work.title}</span>
                    <span className="text-xs text-soft">
                      {work.points === null ? say('book_no_points') : `/ ${showHundredths(work.points)}`}
                      {work.extra && ` · ${say('book_extra_short')}`}
                      {!work.counts && ` · ${say('book_counts_not_short')}`}
                    </span>
                  </button>
                </span>
              )
            )
          })}
        </div>
        {down.getVirtualItems().map(({ index, start }) => {
          const row = rows[index]
          const inRow = index === at.row
          return (
            row && (
              <GridRow
                key={row.placeId}
                {...{ row, index, works, columns, names, margin, time, onAverage }}
                rules={page.rules}
                top={start}
                width={across.getTotalSize()}
                here={inRow ? at.column : null}
                typing={inRow && text !== null ? typing(row) : null}
              />
            )
          )
        })}
      </div>
    </div>
  )
}

/** The place of the cell in which something lies; undefined for what lies in none. */
function placeOf(target: EventTarget): Place | undefined {
  const cell = target instanceof Element ? target.closest<HTMLElement>('[data-column]') : null
  if (!cell) return undefined
  return { row: Number(cell.dataset.row), column: Number(cell.dataset.column) }
}
