import type { SubmissionPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { Missing } from '@oppen/core/draft'
import { mayHandIn, mayImprove, mayTakeBack } from '@oppen/core/work'
import { useCallback, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import type { NotYet } from '../../app/delivery.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useNow, useTie } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { showToast } from '../../parts/toast.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { timeOfDay, when } from '../../words/times.js'
import type { InkState } from '../worksheets/OwnWorksheet.js'
import type { DraftAutosave, DraftStatus } from './draftAutosave.js'
import { missingLine } from './missing.js'
import { Review } from './Review.js'
import type { HandingIn } from './useHandIn.js'

type Props = {
  readonly params: SubmissionParams
  readonly page: SubmissionPage
  readonly autosave: DraftAutosave
  readonly missing: readonly Missing[]
  readonly handingIn: HandingIn
  /** The worksheet that is open, if there is one. */
  readonly ink?: InkState | null
}

/** The bar at the foot: is it saved, what is missing, did it arrive, what comes next. */
export function WorkBar({ params, page, autosave, missing, handingIn, ink = null }: Props) {
  const time = useNow()
  const [looking, setLooking] = useState(false)
  const takeBack = useCommand({
    do: () => call(routes.takeBack, params),
    again: [reads.submission(params).queryKey],
    done: () => showToast(say('work_taken')),
  })
  const { status, work } = page
  const lets = useTie()?.lets
  const improve = useCommand({
    do: (on: boolean) => call(routes.improve, params, { on }),
    again: [reads.submission(params).queryKey],
  })
  const improves = page.moves.at(-1)?.kind === 'improve'
  const { press } = handingIn
  const begun = mayHandIn(
    { ...status, phase: status.phase === 'untouched' ? 'started' : status.phase },
    work,
    time.now,
  ).ok
  const refused = handingIn.problem === undefined ? undefined : problemWords(handingIn.problem, time)
  const problem = takeBack.words ?? improve.words ?? refused
  const bar = useHeightFor('--work-bar')
  // what is finished asks nothing more and has nothing to save
  const improvable = mayImprove(status, work, time.now, lets?.improve ?? false).ok
  if (['handedBack', 'excused', 'received'].includes(status.phase) && !improvable) return null
  const callOff = () => {
    handingIn.callOff()
    showToast(say('handIn_called_off'))
  }
  return (
    <footer ref={bar} className="sticky bottom-0 z-10 border-t border-rule bg-linen px-4 py-2.5">
      {problem && !looking && <Problem words={problem} />}
      {(autosave.deviceFull || ink?.autosave.deviceFull) && (autosave.dirty || ink?.autosave.dirty) && (
        <Problem words={say('device_full')} />
      )}
      <div className="flex flex-wrap items-center justify-end gap-x-5 gap-y-2">
        <div className="min-w-0 flex-1 basis-52 text-[0.9375rem]">
          <p role="status">
            <BarWords
              page={page}
              saving={barStatus(autosave.status, ink)}
              autosave={autosave}
              handingIn={handingIn}
              missing={missing}
            />
          </p>
          {begun && !press && barStatus(autosave.status, ink).is !== 'empty' && missing.length > 0 && (
            <p className="truncate text-sm text-soft">
              {say('missing_head')}: {missingLine(missing)}
            </p>
          )}
        </div>
        {press && <Button onClick={callOff}>{say('handIn_call_off')}</Button>}
        {begun && !press && (
          <Button
            variant="primary"
            onClick={() => setLooking(true)}
            disabled={autosave.status.is === 'conflict'}
          >
            {say(status.handIns ? 'work_handIn_again' : 'work_handIn')}
          </Button>
        )}
        {improves && !press && (
          <Button onClick={() => improve.go(false)} disabled={improve.busy}>
            {say('work_improve_leave')}
          </Button>
        )}
        {improvable && (
          <Button onClick={() => improve.go(true)} disabled={improve.busy}>
            {say('work_improve')}
          </Button>
        )}
        {mayTakeBack(status, work, time.now, lets?.takeBack).ok && (
          <Button onClick={() => takeBack.go()} disabled={takeBack.busy}>
            {say('work_takeBack')}
          </Button>
        )}
      </div>
      {looking && (
        <Review
          page={page}
          html={autosave.html}
          missing={missing}
          handingIn={handingIn}
          ink={ink}
          onClose={() => setLooking(false)}
        />
      )}
    </footer>
  )
}

/** How the page and the worksheet stand together: what is least safe is said. */
function barStatus(page: DraftStatus, ink: InkState | null): DraftStatus {
  if (!ink || page.is === 'conflict' || page.is === 'refused' || page.is === 'unsaved') return page
  if (ink.status.is === 'empty') return page
  return page.is === 'here' || page.is === 'saving' ? page : ink.status
}

type WordsProps = Pick<Props, 'page' | 'autosave' | 'handingIn' | 'missing'> & {
  readonly saving: DraftStatus
}

function BarWords({ page, saving, autosave, handingIn, missing }: WordsProps) {
  const time = useNow()
  const { status } = page
  const { press, arrived } = handingIn
  const filesComing = missing.some(one => one.is === 'uploading')
  if (status.phase === 'withTeacher' && status.handedInAt !== null) {
    const said = say('work_done', { at: when(status.handedInAt, time) })
    return (
      <strong className="text-leaf">
        {arrived && <Cheer turn={status.handIns + page.work.title.length} />} {said}
      </strong>
    )
  }
  if (status.phase === 'handedBack') return say('work_improve_says')
  if (status.phase !== 'untouched' && status.phase !== 'started' && status.phase !== 'tryAgain') return null
  if (press) {
    const ago = Date.now() - press.pressedAt
    const waits = filesComing ? 'handIn_waits_files' : 'handIn_waits'
    return <strong className="text-rust">{say(waits, { at: when(time.now - ago, time) })}</strong>
  }
  switch (saving.is) {
    case 'empty':
      return page.files.length ? (
        <span className="text-leaf">{say('bar_files', { count: page.files.length })}</span>
      ) : (
        say('bar_empty')
      )
    case 'here':
      return say(autosave.deviceFull ? 'bar_saving' : 'bar_here')
    case 'saving':
      return say('bar_saving')
    case 'saved':
      return <span className="text-leaf">{say('bar_saved', { at: timeOfDay(saving.at, time.zone) })}</span>
    case 'conflict':
      return <strong className="text-rust">{say('bar_conflict')}</strong>
    case 'refused':
      return (
        <strong className="text-rust">
          {say('bar_refused', { problem: problemWords(saving.error, time) })}
        </strong>
      )
    case 'unsaved':
      return <strong className="text-rust">{unsavedWords(saving, time.zone, autosave.deviceFull)}</strong>
  }
}

const CHEERS = ['handIn_cheer_0', 'handIn_cheer_1', 'handIn_cheer_2', 'handIn_cheer_3'] as const

/** A small cheer when it has arrived, stamped on the bar. */
const Cheer = ({ turn }: { readonly turn: number }) => (
  <span className="cheer">{say(CHEERS[turn % CHEERS.length] ?? CHEERS[0])}</span>
)

type Unsaved = { readonly lastAt: number | null; readonly why: NotYet }

function unsavedWords({ lastAt, why }: Unsaved, zone: string, full: boolean): string {
  if (why === 'signedOut') return say('bar_signed_out')
  if (why === 'serverFull') return say('bar_server_full')
  if (lastAt === null) return say(full ? 'bar_unsaved_full_never' : 'bar_unsaved_never')
  return say(full ? 'bar_unsaved_full' : 'bar_unsaved', { at: timeOfDay(lastAt, zone) })
}

/** Tells the page how high something is, under a name of its styles: what stands above it leaves it that room. */
function useHeightFor(name: `--${string}`) {
  return useCallback(
    (element: HTMLElement | null) => {
      if (!element) return
      const { style } = document.documentElement
      const watch = new ResizeObserver(() => style.setProperty(name, `${element.offsetHeight}px`))
      watch.observe(element)
      return () => {
        watch.disconnect()
        style.removeProperty(name)
      }
    },
    [name],
  )
}
