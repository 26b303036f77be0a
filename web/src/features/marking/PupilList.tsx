import type { WorkLine } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { wordOfMark } from '@oppen/core/marks'
import { MessageSquare } from 'lucide-react'
import { memo } from 'react'
import { Link } from 'react-router'
import { useIds, useNow, useTie } from '../../app/session.js'
import { StateLabel } from '../../parts/StateLabel.js'
import { showHundredths } from '../../words/numbers.js'
import { say, type WordKey } from '../../words/say.js'
import { teacherStateWords } from '../../words/teacherStates.js'
import { FILTERS, type Filter, type MarkingRow } from './rows.js'

const NAMES: readonly { readonly filter: Filter; readonly key: WordKey }[] = [
  { filter: 'all', key: 'marking_all' },
  { filter: 'toMark', key: 'marking_filter_toMark' },
  { filter: 'ready', key: 'desk_filter_ready' },
  { filter: 'late', key: 'marking_filter_late' },
  { filter: 'notYet', key: 'marking_filter_notYet' },
  { filter: 'marked', key: 'marking_filter_marked' },
  { filter: 'again', key: 'marking_filter_again' },
  { filter: 'excused', key: 'marking_filter_excused' },
]

type Props = {
  readonly rows: readonly MarkingRow[]
  readonly shown: readonly MarkingRow[]
  readonly work: WorkLine
  readonly filter: Filter
  readonly onFilter: (filter: Filter) => void
  readonly chosen: PlaceId | undefined
}

/** Everybody and where they stand; the margin chooses which of them are shown. */
export function PupilList({ rows, shown, work, filter, onFilter, chosen }: Props) {
  const { classId } = useIds()
  return (
    <div className="grid grid-cols-[var(--margin-x)_minmax(0,1fr)] lg:border-e lg:border-rule">
      <fieldset aria-label={say('marking_filters')} className="flex flex-col items-end gap-0.5 px-1.5 pt-3">
        {NAMES.map(({ filter: name, key }) => {
          const count = rows.filter(FILTERS[name]).length
          if (!count && name !== 'all') return null
          return (
            <button
              key={name}
              type="button"
              aria-pressed={filter === name}
              onClick={() => onFilter(name)}
              className="min-h-6 rounded px-1 py-0.5 text-end text-sm leading-tight text-soft tabular-nums hover:bg-pale aria-pressed:font-bold aria-pressed:text-ink"
            >
              {say(key, { count })}
            </button>
          )
        })}
      </fieldset>
      <nav aria-label={say('marking_pupils')} className="pt-2 max-lg:max-h-64 max-lg:overflow-y-auto">
        {!shown.length && <p className="p-4 text-soft">{say('marking_none')}</p>}
        {shown.map(row => (
          <PupilRow
            key={row.placeId}
            row={row}
            address={`/c/${classId}/work/${work.id}/marking/${row.placeId}`}
            points={work.points}
            chosen={row.placeId === chosen}
          />
        ))}
      </nav>
    </div>
  )
}

type RowProps = {
  readonly row: MarkingRow
  readonly address: string
  readonly points: WorkLine['points']
  readonly chosen: boolean
}

/** One pupil; whoever goes from one to the next changes two of them. */
const PupilRow = memo(function PupilRow({ row, address, points, chosen }: RowProps) {
  const time = useNow()
  const scale = useTie()?.markWords
  return (
    <Link
      to={address}
      replace
      aria-current={chosen ? 'true' : undefined}
      className="flex min-h-7 items-center justify-between gap-2 px-3 py-0.5 hover:bg-pale aria-[current=true]:bg-pale aria-[current=true]:font-bold"
    >
      <span className="min-w-0 truncate text-[0.9375rem]">{row.name}</span>
      <span className="flex shrink-0 items-center gap-1.5">
        {row.newNotes > 0 && (
          <span
            title={say('new_notes', { count: row.newNotes })}
            className="flex items-center gap-0.5 rounded-full bg-ochre px-1 text-xs font-bold text-on-ochre"
          >
            <MessageSquare size={11} aria-hidden="true" />
            <span aria-hidden="true">{row.newNotes}</span>
            <span className="sr-only">{say('new_notes', { count: row.newNotes })}</span>
          </span>
        )}
        {row.draft && (
          <span
            title={say(row.draft.ready ? 'desk_row_ready' : 'desk_row_draft', { name: row.draft.by })}
            className="rounded border border-dashed border-edge px-1 text-xs tabular-nums text-soft"
          >
            {row.draft.mark === null
              ? '…'
              : ((scale && wordOfMark(row.draft.mark, points, scale)) ?? showHundredths(row.draft.mark))}
            <span className="sr-only">
              {say(row.draft.ready ? 'desk_row_ready' : 'desk_row_draft', { name: row.draft.by })}
            </span>
          </span>
        )}
        <StateLabel small state={row.state} said={teacherStateWords(row.state, { ...time, points, scale })} />
      </span>
    </Link>
  )
})
