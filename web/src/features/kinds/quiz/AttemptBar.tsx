import type { AskedInQuiz, QuizPage, SubmissionPage } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { isUnanswered } from '@oppen/core/questions'
import { useEffect, useState } from 'react'
import type { SubmissionParams } from '../../../app/queries.js'
import { useMe, useNow, useTicking } from '../../../app/session.js'
import { Button } from '../../../parts/Button.js'
import { Problem } from '../../../parts/Feedback.js'
import { Window } from '../../../parts/Window.js'
import { problemWords } from '../../../words/problem.js'
import { say } from '../../../words/say.js'
import { timeOfDay } from '../../../words/times.js'
import { WhoAreYou } from '../../work/WhoAreYou.js'
import type { QuizAutosave } from './quizAutosave.js'
import { useQuizHandIn } from './useQuizHandIn.js'

/** So long before the end an attempt is handed in by itself; in milliseconds. */
const JUST_BEFORE = 1_000

type Props = {
  readonly params: SubmissionParams
  readonly page: SubmissionPage
  readonly attempt: QuizPage['attempts'][number]
  readonly all: readonly AskedInQuiz[]
  readonly autosave: QuizAutosave
  /** Whether recordings are on their way. */
  readonly filesComing: boolean
}

/** The bar at the foot: is it saved, what is missing, how much time is left, and handing in. */
export function AttemptBar({ params, attempt, page, all, autosave, filesComing }: Props) {
  const time = useNow()
  const { tablet } = useMe()
  const [looking, setLooking] = useState(false)
  const [as, setAs] = useState<PlaceId | null>(null)
  const open = all.flatMap(({ question }, index) =>
    isUnanswered(autosave.get(question.id).answer) ? [index + 1] : [],
  )
  const handIn = useQuizHandIn(params, { attempt, autosave, filesComing })
  const words = handIn.problem === undefined ? undefined : problemWords(handIn.problem, time)
  const go = async (who: PlaceId | null) => {
    if (await handIn.go(who)) setLooking(false)
  }
  const { endsAt } = attempt
  const now = useTicking(time.now, endsAt === null ? 60_000 : 1_000)
  const left = endsAt === null ? null : Math.max(0, endsAt - now)
  // a moment before: at the very end the quiz may be closed
  const over = left !== null && left <= JUST_BEFORE
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when the time is over
  useEffect(() => {
    if (over && !handIn.busy && !handIn.press && open.length < all.length && tablet === null) void go(null)
  }, [over])
  return (
    <footer className="sticky bottom-0 z-10 -mx-2 border-t border-rule bg-linen px-4 py-2.5">
      {words && !looking && <Problem words={words} />}
      {autosave.deviceFull && autosave.dirty && <Problem words={say('device_full')} />}
      <div className="flex flex-wrap items-center justify-end gap-x-5 gap-y-2">
        <div className="min-w-0 flex-1 basis-52 text-[0.9375rem]">
          <p role="status">
            {handIn.press ? (
              <strong className="text-ochre-ink">{say('quiz_hand_in_waits')}</strong>
            ) : (
              <Saved autosave={autosave} />
            )}
          </p>
          {open.length > 0 && (
            <p className="text-sm text-soft">
              {say('quiz_missing', { count: open.length, numbers: open.slice(0, 12).join(', ') })}
            </p>
          )}
        </div>
        {left !== null && (
          <p className="font-semibold tabular-nums" role="timer">
            {timeLeft(left)}
          </p>
        )}
        {handIn.press ? (
          <Button onClick={handIn.callOff}>{say('handIn_call_off')}</Button>
        ) : (
          <Button
            variant="primary"
            onClick={() => setLooking(true)}
            disabled={all.length > 0 && open.length === all.length}
          >
            {say('work_handIn')}
          </Button>
        )}
      </div>
      {looking && (
        <Window open onClose={() => setLooking(false)} title={say('quiz_review')}>
          <p>
            {open.length
              ? say('quiz_missing', { count: open.length, numbers: open.join(', ') })
              : all.length
                ? say('quiz_all_answered', { count: all.length })
                : say('quiz_nothing_asked')}
          </p>
          {tablet && <WhoAreYou placeId={page.pupil.placeId} onChosen={setAs} />}
          {words && <Problem words={words} />}
          <div className="mt-5 flex flex-wrap gap-3">
            <Button
              variant="primary"
              onClick={() => void go(as)}
              disabled={handIn.busy || (tablet !== null && as === null)}
            >
              {say('work_review_go')}
            </Button>
            <Button onClick={() => setLooking(false)}>{say('work_review_more')}</Button>
          </div>
        </Window>
      )}
    </footer>
  )
}

/** The time that is left, in minutes, and in seconds at the end. */
const timeLeft = (left: number): string =>
  left === 0
    ? say('quiz_time_over')
    : left < 60_000
      ? say('quiz_seconds_left', { count: Math.ceil(left / 1_000) })
      : say('quiz_time_left', { count: Math.floor(left / 60_000) })

function Saved({ autosave }: { readonly autosave: QuizAutosave }) {
  const time = useNow()
  const { status } = autosave
  switch (status.is) {
    case 'empty':
      return say('quiz_none_yet')
    case 'here':
    case 'saving':
      return say('bar_saving')
    case 'saved':
      return (
        <span className="text-leaf">
          {status.at === null ? say('quiz_saved') : say('bar_saved', { at: timeOfDay(status.at, time.zone) })}
        </span>
      )
    case 'unsaved':
      return <strong className="text-rust">{say('quiz_unsaved')}</strong>
    case 'refused':
      return (
        <strong className="text-rust">
          {say('bar_refused', { problem: problemWords(status.error, time) })}
        </strong>
      )
  }
}
