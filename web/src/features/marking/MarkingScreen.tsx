import type { MarkingPage } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { medianOf } from '@oppen/core/marks'
import { useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { memo, Suspense, useEffect, useMemo, useState } from 'react'
import { useLocation, useNavigate, useParams } from 'react-router'
import { type Shortcut, useShortcutList } from '../../app/Keys.js'
import { part } from '../../app/part.js'
import { firstName } from '../../app/places.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Sheet } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { showHundredths } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { TAUGHT_LINK } from '../kinds/taught.js'
import { DeskOf } from './DeskOf.js'
import type { DeskPen } from './deskPen.js'
import { HandBackBar } from './HandBackBar.js'
import { withoutNames } from './hiddenNames.js'
import { useMarkingKeys } from './keys.js'
import { MarkList } from './MarkList.js'
import { PupilList } from './PupilList.js'
import { FILTERS, type Filter, firstToMark, type MarkingRow, rowsAt } from './rows.js'
import { useUndo } from './useUndo.js'

const MarksChart = part(() => import('../../parts/charts/MarksChart.js'))

const SHORTCUTS: readonly Shortcut[] = [
  { keys: 'J', does: 'shortcut_next' },
  { keys: 'K', does: 'shortcut_previous' },
  { keys: 'N', does: 'shortcut_nextToMark' },
  { keys: 'M', does: 'shortcut_mark' },
  { keys: 'F', does: 'shortcut_feedback' },
  { keys: 'Ctrl Enter', does: 'shortcut_handBack' },
  { keys: 'Alt 1 … 9', does: 'shortcut_phrase' },
  { keys: 'W', does: 'shortcut_wide' },
  { keys: 'U', does: 'shortcut_undoHandBack' },
]

export async function prepare({ client, params, me }: Prepared) {
  const read = (placeId: PlaceId) =>
    Promise.all([
      client.prefetchQuery(reads.submission({ ...params, placeId })),
      client.prefetchQuery(reads.desk({ ...params, placeId })),
    ])
  const placeId: PlaceId | undefined = params.placeId
  const [page] = await Promise.all([
    client.fetchQuery(reads.marking(params.classId, params.workId)),
    placeId && read(placeId),
  ])
  const first = placeId ? undefined : firstToMark(rowsAt(page, me.now))
  if (first) await read(first.placeId)
}

/** Marking one work: who is where, this pupil's work, mark and feedback, next. No mouse needed. */
export function Screen() {
  const { classId, workId } = useIds()
  const asked = useParams().placeId as PlaceId | undefined
  const { data } = useSuspenseQuery(reads.marking(classId, workId))
  const { now } = useNow()
  const navigate = useNavigate()
  const [filter, setFilter] = useState<Filter>('all')
  const [hidden, setHidden] = useState(false)
  const [list, setList] = useState(false)
  const rows = useMemo(() => {
    const all = rowsAt(data, now)
    return hidden ? withoutNames(all, number => say('desk_pupil_number', { number })) : all
  }, [data, now, hidden])
  const shown = rows.filter(FILTERS[filter])
  // the first to mark is open at once: marking begins without a press; the class's thread stands beside anybody's work
  const { hash } = useLocation()
  const first = asked ? undefined : (firstToMark(rows) ?? (hash ? rows[0] : undefined))
  const placeId = asked ?? first?.placeId
  useEffect(() => {
    if (first) navigate(`/c/${classId}/work/${workId}/marking/${first.placeId}${hash}`, { replace: true })
  }, [first, navigate, classId, workId, hash])
  const goTo = (row: MarkingRow | undefined) =>
    row && navigate(`/c/${classId}/work/${workId}/marking/${row.placeId}`, { replace: !!placeId })
  const chosen = rows.find(row => row.placeId === placeId)
  const nextToMark = nextAfter(rows, placeId, FILTERS.toMark)

  const client = useQueryClient()
  const [begin, setBegin] = useState(false)
  const [pen, setPen] = useState<DeskPen | null>(null)
  const [wideChosen, setWide] = useState(false)
  const wide = wideChosen || pen !== null
  const undo = useUndo({ classId, workId })
  const prefetch = nextToMark?.placeId
  useEffect(() => {
    if (!prefetch) return
    void client.prefetchQuery(reads.submission({ classId, workId, placeId: prefetch }))
    void client.prefetchQuery(reads.desk({ classId, workId, placeId: prefetch }))
  }, [client, classId, workId, prefetch])
  const done = (how: 'handedBack' | 'ready' | 'tryAgain') => {
    if (!chosen) return
    const name = firstName(chosen.name)
    if (how === 'ready') showToast(say('desk_ready_done', { name }))
    else
      undo.offer([chosen.placeId], say(how === 'tryAgain' ? 'marking_again_done' : 'marking_done', { name }))
    setBegin(true)
    goTo(nextToMark)
  }

  useShortcutList(SHORTCUTS)
  useMarkingKeys({
    j: () => goTo(nextAfter(shown, placeId, () => true)),
    k: () => goTo(nextAfter([...shown].reverse(), placeId, () => true)),
    n: () => goTo(nextToMark),
    w: () => setWide(!wideChosen),
    u: undo.last,
  })

  return (
    <Sheet title={data.work.title}>
      <MarkingHead page={data} rows={rows} />
      <HandBackBar
        page={data}
        rows={rows}
        onHandedBack={undo.offer}
        hidden={hidden}
        onHidden={setHidden}
        list={list}
        onList={setList}
      />
      {list ? (
        <MarkList page={data} rows={rows} />
      ) : (
        <div
          className={
            wide
              ? 'grid lg:grid-cols-[var(--margin-x)_minmax(0,1fr)_18.5rem]'
              : 'grid lg:grid-cols-[calc(var(--margin-x)+16.5rem)_minmax(0,1fr)_18.5rem]'
          }
        >
          {wide ? (
            <div className="px-2 pt-3 text-end">
              <button
                type="button"
                onClick={() => {
                  setWide(false)
                  setPen(null)
                }}
                className="rounded px-1 text-sm text-blue underline-offset-2 hover:underline"
              >
                {say('desk_pupils_back')}
              </button>
              <p className="mt-2 text-sm font-bold [overflow-wrap:anywhere]">{chosen?.name}</p>
            </div>
          ) : (
            <PupilList
              rows={rows}
              shown={shown}
              work={data.work}
              filter={filter}
              onFilter={setFilter}
              chosen={placeId}
            />
          )}
          {chosen && placeId ? (
            <DeskOf
              key={placeId}
              params={{ classId, workId, placeId }}
              row={chosen}
              marking={data}
              pen={pen}
              onPen={setPen}
              next={nextToMark}
              hidden={hidden}
              begin={begin}
              onNext={() => {
                setBegin(false)
                goTo(nextToMark)
              }}
              onDone={done}
            />
          ) : (
            <p className="p-8 text-soft lg:col-span-2">{say('marking_choose')}</p>
          )}
        </div>
      )}
    </Sheet>
  )
}

/** The first row behind the chosen one that fits, going round at the end. */
function nextAfter(
  rows: readonly MarkingRow[],
  placeId: PlaceId | undefined,
  fits: (row: MarkingRow) => boolean,
): MarkingRow | undefined {
  const here = rows.findIndex(row => row.placeId === placeId)
  return [...rows.slice(here + 1), ...rows.slice(0, Math.max(0, here))].find(fits)
}

type HeadProps = { readonly page: MarkingPage; readonly rows: readonly MarkingRow[] }

/** What the work is and how far the class is with it; it stands as it is while one goes from pupil to pupil. */
const MarkingHead = memo(function MarkingHead({ page, rows }: HeadProps) {
  const time = useNow()
  const { classId, workId } = useIds()
  const { work } = page
  const MoreLink = TAUGHT_LINK[work.kind]
  const isIn = rows.filter(row => ['withTeacher', 'handedBack', 'received'].includes(row.state.is)).length
  const asked = rows.filter(row => row.state.is !== 'excused').length
  const marks = rows.flatMap(row =>
    row.state.is === 'handedBack' && row.state.mark !== null ? [row.state.mark] : [],
  )
  const median = medianOf(marks)
  const about = [
    page.className,
    page.topicName,
    work.points === null ? null : say('work_out_of', { points: showHundredths(work.points) }),
  ].filter(Boolean)
  return (
    <header className="grid grid-cols-[var(--margin-x)_minmax(0,1fr)] border-b border-rule pt-5 pb-3">
      <div className="px-3 pt-1.5 text-end text-sm text-soft">
        {work.dueAt !== null && say('marking_due', { at: when(work.dueAt, time) })}
      </div>
      <div className="flex flex-wrap items-end justify-between gap-4 pe-6 ps-4">
        <div>
          <h1 className="text-[1.6875rem] max-md:text-[1.375rem]">{work.title}</h1>
          <p className="text-[0.9375rem] text-soft">
            {about.join(' · ')}
            {MoreLink && <MoreLink classId={classId} workId={workId} />}
          </p>
        </div>
        {work.points !== null && marks.length > 0 && (
          <figure className="ms-auto h-[4.5rem] w-72 max-wide:hidden">
            <figcaption className="sr-only">{say('marking_distribution')}</figcaption>
            <Suspense fallback={null}>
              <MarksChart marks={marks} points={work.points} />
            </Suspense>
          </figure>
        )}
        <dl className="flex gap-6 text-end">
          <Figure value={`${isIn} / ${asked}`} name={say('marking_in')} />
          <Figure value={String(rows.filter(FILTERS.toMark).length)} name={say('marking_toMark')} strong />
          {median !== undefined && (
            <Figure value={showHundredths(Math.round(median))} name={say('marking_median')} />
          )}
        </dl>
      </div>
    </header>
  )
})

function Figure({
  value,
  name,
  strong = false,
}: {
  readonly value: string
  readonly name: string
  readonly strong?: boolean
}) {
  return (
    <div className="flex flex-col-reverse">
      <dt className="text-sm text-soft">{name}</dt>
      <dd className={`font-head text-xl font-bold tabular-nums ${strong ? 'text-rust' : ''}`}>{value}</dd>
    </div>
  )
}
