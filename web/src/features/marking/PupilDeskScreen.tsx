import type { MarkingPage, ProgressPage } from '@oppen/contract'
import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { stateOfWork } from '@oppen/core/work'
import { useQuery, useSuspenseQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { firstName } from '../../app/places.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow, useTie } from '../../app/session.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Head, Sheet } from '../../parts/Sheet.js'
import { StateLabel } from '../../parts/StateLabel.js'
import { showToast } from '../../parts/toast.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { teacherStateWords } from '../../words/teacherStates.js'
import { DeskOf } from './DeskOf.js'
import type { DeskPen } from './deskPen.js'
import { useMarkingKeys } from './keys.js'
import { rowsAt } from './rows.js'
import { useUndo } from './useUndo.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(reads.progress(params.classId, params.placeId))

type Line = ProgressPage['submissions'][number] & { readonly state: ReturnType<typeof stateOfWork> }

/** One pupil's desk: all their work, one piece after the other. */
export function Screen() {
  const { classId, placeId } = useIds()
  const asked = useParams().workId as WorkId | undefined
  const { data } = useSuspenseQuery(reads.progress(classId, placeId))
  const time = useNow()
  const scale = useTie()?.markWords
  const navigate = useNavigate()
  const lines: Line[] = data.submissions.map(one => ({
    ...one,
    state: stateOfWork({ ...one.work }, one.status, time.now),
  }))
  const waits = ({ state }: Line) => state.is === 'withTeacher' || state.is === 'received'
  const first = lines.find(waits) ?? lines[0]
  const workId = asked ?? first?.id
  const goTo = (line: Line | undefined) =>
    line && navigate(`/c/${classId}/marking/${placeId}/${line.id}`, { replace: true })
  const at = lines.findIndex(line => line.id === workId)
  const round = [...lines.slice(at + 1), ...lines.slice(0, Math.max(0, at))]
  const next = round.find(waits)
  useMarkingKeys({
    j: () => goTo(round[0]),
    k: () => goTo(round.at(-1)),
    n: () => goTo(next),
  })
  return (
    <Sheet title={data.pupil.name}>
      <Head title={data.pupil.name} sub={`${data.className} · ${say('desk_all_work')}`} />
      <div className="grid border-t border-rule lg:grid-cols-[calc(var(--margin-x)+16.5rem)_minmax(0,1fr)_18.5rem]">
        <nav
          aria-label={say('desk_all_work')}
          className="pt-2 ps-[var(--margin-x)] max-lg:max-h-64 max-lg:overflow-y-auto lg:border-e lg:border-rule"
        >
          {lines.map(line => (
            <Link
              key={line.id}
              to={`/c/${classId}/marking/${placeId}/${line.id}`}
              replace
              aria-current={line.id === workId ? 'true' : undefined}
              className="flex min-h-7 items-center justify-between gap-2 px-3 py-0.5 hover:bg-pale aria-[current=true]:bg-pale aria-[current=true]:font-bold"
            >
              <span className="min-w-0 truncate text-[0.9375rem]">{line.work.title}</span>
              <span className="shrink-0 whitespace-nowrap">
                <StateLabel
                  small
                  state={line.state}
                  said={teacherStateWords(line.state, { ...time, points: line.work.points, scale })}
                />
              </span>
            </Link>
          ))}
        </nav>
        {workId ? (
          <OneWork
            key={workId}
            params={{ classId, workId, placeId }}
            name={data.pupil.name}
            next={next}
            onNext={() => goTo(next)}
          />
        ) : (
          <p className="p-8 text-soft lg:col-span-2">{say('desk_no_work')}</p>
        )}
      </div>
    </Sheet>
  )
}

type Props = {
  readonly params: { readonly classId: ClassId; readonly workId: WorkId; readonly placeId: PlaceId }
  readonly name: string
  readonly next: Line | undefined
  readonly onNext: () => void
}

/** One piece of the pupil's work, with what its class page knows of it. */
function OneWork({ params, name, next, onNext }: Props) {
  const { classId, workId, placeId } = params
  const time = useNow()
  const { data, error, refetch } = useQuery(reads.marking(classId, workId))
  const [pen, setPen] = useState<DeskPen | null>(null)
  const undo = useUndo({ classId, workId })
  // it is read from its beginning
  useEffect(() => window.scrollTo(0, 0), [])
  if (error) return <Problem words={problemWords(error, time)} again={() => void refetch()} />
  const row = data && rowsAt(data as MarkingPage, time.now).find(one => one.placeId === placeId)
  if (!data || !row) return <Waiting />
  const first = firstName(name)
  return (
    <DeskOf
      params={params}
      row={row}
      marking={data}
      pen={pen}
      onPen={setPen}
      next={next && { name: next.work.title }}
      begin={false}
      onNext={onNext}
      onDone={how => {
        if (how === 'ready') showToast(say('desk_ready_done', { name: first }))
        else
          undo.offer(
            [placeId],
            say(how === 'tryAgain' ? 'marking_again_done' : 'marking_done', { name: first }),
          )
        onNext()
      }}
    />
  )
}
