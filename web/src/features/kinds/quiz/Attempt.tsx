import { type AskedInQuiz, type QuizPage, routes, type SubmissionPage } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { isMarkedByKey, isUnanswered } from '@oppen/core/questions'
import { mayCheck, questionsOf } from '@oppen/core/work/kinds/quiz'
import { useQueryClient } from '@tanstack/react-query'
import { type ReactNode, useEffect, useState } from 'react'
import { createPortal } from 'react-dom'
import { call } from '../../../app/api.js'
import { useCommand } from '../../../app/command.js'
import type { SubmissionParams } from '../../../app/queries.js'
import { useMe, useNow, useTicking } from '../../../app/session.js'
import { Button } from '../../../parts/Button.js'
import { Problem } from '../../../parts/Feedback.js'
import { Window } from '../../../parts/Window.js'
import { problemWords } from '../../../words/problem.js'
import { say } from '../../../words/say.js'
import { timeOfDay } from '../../../words/times.js'
import { useUploads } from '../../files/useUploads.js'
import type { AnswerFiles } from '../../questions/answering/inputProps.js'
import { WhoAreYou } from '../../work/WhoAreYou.js'
import { QuizQuestion } from './QuizQuestion.js'
import type { QuizAutosave } from './quizAutosave.js'
import { readQuiz } from './reads.js'
import { useAnswerFiles } from './useAnswerFiles.js'
import { useQuiz } from './useQuiz.js'
import { useQuizHandIn } from './useQuizHandIn.js'

type Props = {
  readonly params: SubmissionParams
  readonly page: SubmissionPage
  readonly quiz: QuizPage
  readonly attempt: QuizPage['attempts'][number]
  /** What stands below a question, such as the way to what it is about. */
  readonly below?: ((questionId: string) => ReactNode) | undefined
  /** Where a question stands that stands elsewhere on the page: a list for it. */
  readonly placeOf?: ((questionId: string) => Element | undefined) | undefined
}

/** The attempt that is open: its questions, each saved as it is answered, and the way to hand it in. */
export function Attempt({ params, page, quiz, attempt, below, placeOf }: Props) {
  const autosave = useQuiz(params, quiz, attempt.number)
  const uploads = useUploads(params)
  const files = useAnswerFiles(params, page, uploads)
  const [at, setAt] = useState(0)
  const all = questionsOf(quiz.sections)
  const single = quiz.rules.pages === 'single'
  const numbers = new Map(all.map(({ question }, index) => [question.id, index + 1]))
  const shown = single ? all.slice(at, at + 1) : all
  const go = (index: number) => {
    setAt(index)
    const id = all[index]?.question.id
    if (!single && id) document.getElementById(`question-${id}`)?.scrollIntoView({ block: 'start' })
  }
  return (
    <>
      <h2 className="text-lg">{say('quiz_attempt', { number: attempt.number })}</h2>
      {all.length > 0 && <Overview all={all} autosave={autosave} at={single ? at : null} onGo={go} />}
      {quiz.sections
        .filter(section => section.questions.some(one => shown.includes(one)))
        .map(section => (
          <section key={section.id} className="flex flex-col gap-5">
            {section.title && <h2 className="text-lg">{section.title}</h2>}
            <ol className="flex flex-col gap-8">
              {section.questions
                .filter(one => shown.includes(one))
                .map(asked => {
                  const { id } = asked.question
                  const place = placeOf?.(id)
                  const shownHere = (
                    <Question
                      key={id}
                      number={numbers.get(id) ?? 0}
                      below={below?.(id)}
                      {...{ params, quiz, attempt, asked, autosave, files }}
                    />
                  )
                  return place ? createPortal(shownHere, place, id) : shownHere
                })}
            </ol>
          </section>
        ))}
      {single && (
        <div className="flex gap-3">
          <Button onClick={() => go(at - 1)} disabled={at === 0}>
            {say('quiz_before')}
          </Button>
          <Button onClick={() => go(at + 1)} disabled={at === all.length - 1}>
            {say('quiz_next')}
          </Button>
        </div>
      )}
      <Bar
        {...{
          params,
          page,
          attempt,
          all,
          autosave,
          filesComing: uploads.list.some(one => one.problem === undefined),
        }}
      />
    </>
  )
}

type OverviewProps = {
  readonly all: readonly AskedInQuiz[]
  readonly autosave: QuizAutosave
  readonly at: number | null
  readonly onGo: (index: number) => void
}

/** Every question with its state, at a glance: open, answered, flagged, right. */
function Overview({ all, autosave, at, onGo }: OverviewProps) {
  return (
    <nav aria-label={say('quiz_overview')} className="flex flex-wrap gap-1.5">
      {all.map(({ question, solved }, index) => {
        const { answer, flagged } = autosave.get(question.id)
        const is = solved ? 'right' : isUnanswered(answer) ? 'open' : 'answered'
        const state = [say(`quiz_state_${is}`), ...(flagged ? [say('quiz_flagged')] : [])].join(', ')
        return (
          <button
            key={question.id}
            type="button"
            aria-current={at === index ? 'step' : undefined}
            aria-label={`${say('quiz_question', { number: index + 1 })}: ${state}`}
            title={state}
            onClick={() => onGo(index)}
            className={`relative size-10 rounded-[var(--radius-card)] border text-[0.9375rem] tabular-nums aria-[current]:outline-2 aria-[current]:outline-blue ${
              is === 'open' ? 'border-dashed border-edge' : 'border-blue bg-pale font-semibold'
            }`}
          >
            {index + 1}
            <span aria-hidden="true" className="absolute -end-1 -top-2 text-sm">
              {flagged ? '⚑' : is === 'right' ? '✓' : ''}
            </span>
          </button>
        )
      })}
    </nav>
  )
}

type QuestionProps = Omit<Props, 'page' | 'below' | 'placeOf'> & {
  readonly below: ReactNode
  readonly asked: AskedInQuiz
  readonly number: number
  readonly autosave: QuizAutosave
  readonly files: AnswerFiles
}

function Question({ params, quiz, attempt, asked, number, autosave, files, below }: QuestionProps) {
  const client = useQueryClient()
  const { question } = asked
  const local = autosave.get(question.id)
  const elsewhere = autosave.elsewhere(question.id)
  const check = useCommand({
    do: async () => {
      await autosave.flush()
      const { answer, version } = autosave.get(question.id)
      if (!answer) return asked
      return call(routes.checkAnswer, params, {
        attempt: attempt.number,
        questionId: question.id,
        answer,
        version,
        check: asked.checks + 1,
      })
    },
    again: [],
    done: checked => {
      autosave.checked(question.id, checked.version)
      client.setQueryData<QuizPage>(readQuiz(params).queryKey, before => before && withAsked(before, checked))
    },
  })
  const left = quiz.rules.checks === null ? null : quiz.rules.checks - asked.checks
  const may = isMarkedByKey(question) && mayCheck(quiz.rules, asked).ok
  return (
    <QuizQuestion
      number={number}
      asked={asked}
      answer={local.answer}
      locked={false}
      flagged={local.flagged}
      files={files}
      onChange={answer => autosave.change(question.id, answer)}
      onFlag={flagged => autosave.flag(question.id, flagged)}
    >
      {below}
      {elsewhere && (
        <div
          role="alert"
          className="max-w-prose border-s-4 border-ochre bg-ochre-pale px-3 py-2 text-[0.9375rem]"
        >
          <p>{say('quiz_elsewhere')}</p>
          <div className="mt-2 flex gap-3">
            <Button onClick={() => autosave.choose(question.id, 'mine')}>{say('quiz_elsewhere_mine')}</Button>
            <Button onClick={() => autosave.choose(question.id, 'theirs')}>
              {say('quiz_elsewhere_theirs')}
            </Button>
          </div>
        </div>
      )}
      {may && (
        <div className="flex flex-wrap items-center gap-3">
          <Button onClick={() => check.go()} disabled={check.busy || isUnanswered(local.answer)}>
            {say('quiz_check')}
          </Button>
          <span className="text-sm text-soft">
            {left === null ? say('quiz_check_any') : say('quiz_check_left', { count: left })}
          </span>
        </div>
      )}
      {check.words && <Problem words={check.words} />}
    </QuizQuestion>
  )
}

/** The page with what a check told of one question. */
const withAsked = (page: QuizPage, asked: AskedInQuiz): QuizPage => ({
  ...page,
  sections: page.sections.map(section => ({
    ...section,
    questions: section.questions.map(one => (one.question.id === asked.question.id ? asked : one)),
  })),
})

/** So long before the end an attempt is handed in by itself; in milliseconds. */
const JUST_BEFORE = 1_000

type BarProps = Pick<Props, 'params' | 'page' | 'attempt'> & {
  readonly all: readonly AskedInQuiz[]
  readonly autosave: QuizAutosave
  /** Whether recordings are on their way. */
  readonly filesComing: boolean
}

/** The bar at the foot: is it saved, what is missing, how much time is left, and handing in. */
function Bar({ params, attempt, page, all, autosave, filesComing }: BarProps) {
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
          <Button variant="primary" onClick={() => setLooking(true)} disabled={open.length === all.length}>
            {say('work_handIn')}
          </Button>
        )}
      </div>
      {looking && (
        <Window open onClose={() => setLooking(false)} title={say('quiz_review')}>
          <p>
            {open.length
              ? say('quiz_missing', { count: open.length, numbers: open.join(', ') })
              : say('quiz_all_answered', { count: all.length })}
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
