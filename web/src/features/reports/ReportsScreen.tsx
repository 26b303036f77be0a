import { addressOf, type ReportJob, type ReportsPage, routes } from '@oppen/contract'
import type { ClassId, PlaceId } from '@oppen/core/ids'
import { addDays, localDateAt, mondayOf } from '@oppen/core/zone'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { beforeLeaving, useIds, useNow } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { LazyDayField } from '../../parts/dates/LazyDayField.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { TextBox } from '../../parts/Field.js'
import { Progress } from '../../parts/Progress.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

/** So many weeks back a report begins, where nothing else is chosen. */
const WEEKS = 8
const PAUSE = 800
/** Reports on their way are asked about so often, in milliseconds. */
const OFTEN = 700

type Span = { readonly from: string; readonly to: string }

/** Reports on paper: for which weeks, of whom, with what the teacher says of each. */
export function Screen() {
  const { classId } = useIds()
  const time = useNow()
  const today = localDateAt(time.now, time.zone)
  const [span, setSpan] = useState<Span>({ from: mondayOf(addDays(today, -7 * WEEKS)), to: mondayOf(today) })
  const { data, error } = useQuery(reads.reports(classId, span))
  return (
    <Sheet title={say('report_title')}>
      <Head title={say('report_title')} {...(data && { sub: data.className })} />
      <Row className="pb-4">
        <p className="max-w-prose text-[0.9375rem] text-soft">{say('report_lead')}</p>
        <div className="mt-3 flex flex-wrap gap-4">
          {(['from', 'to'] as const).map(end => (
            <div key={end} className="w-52">
              <LazyDayField
                label={say(`report_${end}`)}
                value={span[end]}
                onChange={day => day && setSpan({ ...span, [end]: day })}
              />
            </div>
          ))}
        </div>
        {error && <Problem words={problemWords(error, time)} />}
      </Row>
      {data ? (
        <Pupils key={`${span.from} ${span.to}`} classId={classId} span={span} page={data} />
      ) : (
        !error && <Waiting />
      )}
    </Sheet>
  )
}

type Props = { readonly classId: ClassId; readonly span: Span; readonly page: ReportsPage }

function Pupils({ classId, span, page: { pupils } }: Props) {
  const [out, setOut] = useState<ReadonlySet<PlaceId>>(new Set())
  const chosen = pupils.filter(one => !out.has(one.placeId)).map(one => one.placeId)
  const toggle = (placeId: PlaceId) => {
    const next = new Set(out)
    if (!next.delete(placeId)) next.add(placeId)
    setOut(next)
  }
  return (
    <>
      <Row className="pb-4">
        <Making classId={classId} span={span} placeIds={chosen} />
      </Row>
      <ul>
        {pupils.map(pupil => (
          <Row as="li" key={pupil.placeId} className="border-t border-rule py-3">
            <label className="mb-1 flex items-center gap-2 font-semibold">
              <input
                type="checkbox"
                checked={!out.has(pupil.placeId)}
                onChange={() => toggle(pupil.placeId)}
                aria-label={say('report_of', { name: pupil.name })}
              />
              {pupil.name}
            </label>
            <Words classId={classId} span={span} pupil={pupil} />
          </Row>
        ))}
      </ul>
    </>
  )
}

type WordsProps = {
  readonly classId: ClassId
  readonly span: Span
  readonly pupil: ReportsPage['pupils'][number]
}

/** What is said of one pupil, saved as it is typed. */
function Words({ classId, span, pupil: { placeId, name, words } }: WordsProps) {
  const [text, setText] = useState(words)
  const [saved, setSaved] = useState(words)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const save = useCommand<string>({
    do: async typed => {
      await call(routes.saveReportWords, { classId, placeId }, { ...span, words: typed })
      setSaved(typed)
    },
    again: [],
  })
  const latest = useRef({ text, saved, save })
  latest.current = { text, saved, save }
  const now = () => {
    clearTimeout(timer.current)
    if (latest.current.text !== latest.current.saved) latest.current.save.go(latest.current.text)
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is not saved goes when the page is left
  useEffect(() => {
    const stay = beforeLeaving(async () => now())
    return () => {
      stay()
      now()
    }
  }, [])
  return (
    <div className="max-w-2xl">
      <TextBox
        label={say('report_words', { name })}
        value={text}
        onChange={event => {
          setText(event.target.value)
          clearTimeout(timer.current)
          timer.current = setTimeout(now, PAUSE)
        }}
        onBlur={now}
        problem={save.words}
        className="!min-h-16"
      />
      <p role="status" className="min-h-5 text-sm text-soft">
        {text !== saved ? say('report_saving') : saved && say('report_saved')}
      </p>
    </div>
  )
}

type MakingProps = { readonly classId: ClassId; readonly span: Span; readonly placeIds: readonly PlaceId[] }

/** All reports in one go: how far they have come, giving them up, and downloading them. */
function Making({ classId, span, placeIds }: MakingProps) {
  const [begun, setBegun] = useState<ReportJob | null>(null)
  const jobId = begun?.id ?? ''
  const { data: job = begun } = useQuery({
    queryKey: ['reportJob', classId, jobId],
    queryFn: ({ signal }) => call(routes.seeReportJob, { classId, jobId }, undefined, { signal }),
    enabled: begun !== null,
    refetchInterval: query => (query.state.data?.state === 'ready' || query.state.error ? false : OFTEN),
  })
  const begin = useCommand({
    do: () => call(routes.beginReports, { classId }, { ...span, placeIds: [...placeIds] }),
    done: setBegun,
  })
  const cancel = useCommand({
    do: () => call(routes.cancelReports, { classId, jobId }),
    done: () => setBegun(null),
  })
  const working = job?.state === 'working'
  return (
    <div className="flex flex-wrap items-center gap-4">
      {!working && (
        <Button variant="primary" onClick={() => begin.go()} disabled={begin.busy || !placeIds.length}>
          {say('report_make', { count: placeIds.length })}
        </Button>
      )}
      {working && job && (
        <>
          <Progress value={job.done} max={job.of} label={say('report_making')} className="w-48" />
          <span role="status" className="text-[0.9375rem] tabular-nums">
            {say('report_done', { count: job.done, of: job.of })}
          </span>
          <Button onClick={() => cancel.go()} disabled={cancel.busy}>
            {say('cancel')}
          </Button>
        </>
      )}
      {job?.state === 'ready' && (
        <a href={addressOf(routes.takeReports, { classId, jobId })} download className={buttonClasses()}>
          {say('report_download', { count: job.of })}
        </a>
      )}
      {job?.state === 'failed' && <Problem words={say('report_failed')} />}
      {(begin.words ?? cancel.words) && <Problem words={begin.words ?? cancel.words ?? ''} />}
    </div>
  )
}
