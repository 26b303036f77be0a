import type { AskedInQuiz, QuizPage, SubmissionPage } from '@oppen/contract'
import { isUnanswered } from '@oppen/core/questions'
import { questionsOf } from '@oppen/core/work/kinds/quiz'
import { type ReactNode, useState } from 'react'
import { createPortal } from 'react-dom'
import type { SubmissionParams } from '../../../app/queries.js'
import { Button } from '../../../parts/Button.js'
import { say } from '../../../words/say.js'
import { useUploads } from '../../files/useUploads.js'
import { AttemptBar } from './AttemptBar.js'
import { AttemptQuestion } from './AttemptQuestion.js'
import type { QuizAutosave } from './quizAutosave.js'
import { useAnswerFiles } from './useAnswerFiles.js'
import { useQuiz } from './useQuiz.js'

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
                    <AttemptQuestion
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
      <AttemptBar
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
