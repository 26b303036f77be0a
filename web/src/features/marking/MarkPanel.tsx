import type { SubmissionPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { mayFollow } from '@oppen/core/work'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { type KeyboardEvent, useEffect, useRef, useState } from 'react'
import { call, Refusal } from '../../app/api.js'
import { isWriting } from '../../app/Keys.js'
import { firstName } from '../../app/places.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useMe, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Disclosure } from '../../parts/Disclosure.js'
import { LazyMomentField } from '../../parts/dates/LazyMomentField.js'
import { FieldProblem, Problem } from '../../parts/Feedback.js'
import { Field, TextBox } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { showHundredths } from '../../words/numbers.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { WriteTo } from '../talk/WriteTo.js'
import { ClassThread } from '../work/ClassThread.js'
import { History } from '../work/History.js'
import { SideNote } from '../work/SideNote.js'
import { OwnDeadline } from './OwnDeadline.js'
import type { MarkingRow } from './rows.js'
import { usePenDraft } from './usePenDraft.js'

type Props = {
  readonly params: SubmissionParams
  readonly row: MarkingRow
  readonly nextToMark: MarkingRow | undefined
  readonly onNext: () => void
}

/** The teacher's pen: mark, feedback, hand back or try again, side note, next. */
export function MarkPanel({ params, row, nextToMark, onNext }: Props) {
  const { data: page } = useQuery(reads.submission(params))
  return (
    <aside aria-label={say('marking_pen')} className="flex flex-col gap-5 border-rule px-5 py-4 lg:border-s">
      {page && <Pen key={`${page.status.phase} ${page.status.handIns}`} params={params} page={page} />}
      <p className="text-[15px] text-soft">
        {nextToMark ? (
          <Button onClick={onNext}>
            {say('marking_next', { name: nextToMark.name })}
            <kbd className="rounded border border-edge px-1.5 font-sans text-xs">N</kbd>
          </Button>
        ) : (
          say('marking_all_done')
        )}
      </p>
      <OwnDeadline params={params} row={row} />
      {page && (
        <>
          <SideNote
            key={params.placeId}
            params={params}
            name={firstName(page.pupil.name)}
            who={say('work_note_who_teacher', { name: firstName(page.pupil.name) })}
          />
          <WriteTo
            classId={params.classId}
            to={`family:${params.placeId}`}
            name={firstName(page.pupil.name)}
            about={{ ...params, title: page.work.title }}
          />
          <ClassThread address={params} thread={page.thread} />
          <History page={page} />
        </>
      )}
    </aside>
  )
}

function Pen({ params, page }: { readonly params: SubmissionParams; readonly page: SubmissionPage }) {
  const time = useNow()
  const client = useQueryClient()
  const { status, work } = page
  const { account } = useMe()
  const about = [account.id, params.workId, params.placeId, status.phase, status.handIns].join(' ')
  const { mark, feedback, write, done } = usePenDraft(about, {
    mark: status.phase === 'handedBack' && status.mark !== null ? showHundredths(status.mark) : '',
    feedback: status.phase === 'handedBack' ? (page.feedback ?? '') : '',
  })
  const [by, setBy] = useState('')
  const markBox = useFocusKeys()
  const number = status.handIns
  const name = firstName(page.pupil.name)
  const options = (said: string) => ({
    onSuccess: async () => {
      done()
      showToast(said)
      await Promise.all([
        client.invalidateQueries({ queryKey: reads.submission(params).queryKey }),
        client.invalidateQueries({ queryKey: reads.marking(params.classId, params.workId).queryKey }),
      ])
    },
  })
  const handBack = useMutation({
    mutationFn: () => call(routes.handBack, params, { number, mark: mark.trim() ? mark : null, feedback }),
    ...options(say('marking_done', { name })),
  })
  const tryAgain = useMutation({
    mutationFn: () => call(routes.tryAgain, params, { number, by: by || null, feedback }),
    ...options(say('marking_again_done', { name })),
  })
  const problem = handBack.error ?? tryAgain.error
  const aboutMark = problem instanceof Refusal && problem.path === 'mark'
  const aboutBy = problem instanceof Refusal && problem.path === 'by'
  const words = problem ? problemWords(problem, time) : undefined
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return
    event.preventDefault()
    handBack.mutate()
  }
  if (!mayFollow('handBack', status)) return <Unmarked params={params} page={page} />
  return (
    <form
      ref={markBox}
      onKeyDown={onKeyDown}
      onSubmit={event => {
        event.preventDefault()
        handBack.mutate()
      }}
      className="flex flex-col gap-3"
      noValidate
    >
      {work.points !== null && (
        <div className="flex items-end gap-2">
          <div className="w-28">
            <Field
              label={say('marking_mark')}
              name="mark"
              inputMode="decimal"
              autoComplete="off"
              value={mark}
              onChange={event => write({ mark: event.target.value })}
              aria-invalid={aboutMark}
              className="font-head text-xl font-bold"
            />
          </div>
          <span className="pb-2 font-head text-xl text-soft">/ {showHundredths(work.points)}</span>
        </div>
      )}
      {aboutMark && <FieldProblem words={words} />}
      <TextBox
        label={say('marking_feedback', { name })}
        name="feedback"
        value={feedback}
        onChange={event => write({ feedback: event.target.value })}
        className="!min-h-28"
      />
      {words && !aboutMark && !aboutBy && <Problem words={words} />}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" variant="primary" disabled={handBack.isPending}>
          {say(status.phase === 'handedBack' ? 'marking_handBack_again' : 'marking_handBack')}
        </Button>
      </div>
      <Disclosure look="link" title={say('marking_tryAgain')}>
        <div className="mt-2 flex flex-col gap-2">
          <LazyMomentField
            label={say('marking_tryAgain_by')}
            value={by}
            onChange={setBy}
            problem={aboutBy ? words : undefined}
          />
          <Button onClick={() => tryAgain.mutate()} disabled={tryAgain.isPending}>
            {say('marking_tryAgain_go')}
          </Button>
        </div>
      </Disclosure>
      {status.phase === 'received' && <Moves params={params} page={page} />}
    </form>
  )
}

/** M goes to the mark, F to the feedback. */
function useFocusKeys() {
  const form = useRef<HTMLFormElement>(null)
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      const name = { m: 'mark', f: 'feedback' }[event.key.toLowerCase()]
      if (!name || isWriting(event.target) || event.ctrlKey || event.metaKey || event.altKey) return
      const box = form.current?.elements.namedItem(name)
      if (!(box instanceof HTMLElement)) return
      event.preventDefault()
      box.focus()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return form
}

function Unmarked({ params, page }: { readonly params: SubmissionParams; readonly page: SubmissionPage }) {
  return (
    <div>
      <h2 className="mb-2 text-lg">{page.pupil.name}</h2>
      <Moves params={params} page={page} />
    </div>
  )
}

/** The moves that need nothing more than a press. */
function Moves({ params, page }: { readonly params: SubmissionParams; readonly page: SubmissionPage }) {
  const time = useNow()
  const client = useQueryClient()
  const { status } = page
  const run = useMutation({
    mutationFn: async (kind: 'excuse' | 'include' | 'receive' | 'unreceive') => {
      if (kind === 'excuse' || kind === 'include')
        await call(routes.excuse, params, { excused: kind === 'excuse' })
      else await call(routes.receive, params, { received: kind === 'receive' })
    },
    onSuccess: () => client.invalidateQueries({ queryKey: reads.submission(params).queryKey }),
  })
  const kinds = (['receive', 'unreceive', 'excuse', 'include'] as const).filter(kind =>
    mayFollow(kind, status),
  )
  return (
    <div className="flex flex-wrap gap-2">
      {run.error && <Problem words={problemWords(run.error, time)} />}
      {kinds.map(kind => (
        <Button key={kind} onClick={() => run.mutate(kind)} disabled={run.isPending}>
          {say(`marking_${kind}`)}
        </Button>
      ))}
    </div>
  )
}
