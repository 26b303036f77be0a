import type { QuizPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { showHundredths } from '@oppen/core/marks'
import { mayBegin, questionsOf } from '@oppen/core/work/kinds/quiz'
import { useSuspenseQuery } from '@tanstack/react-query'
import { call } from '../../../app/api.js'
import { useCommand } from '../../../app/command.js'
import { useNow, useTie } from '../../../app/session.js'
import { Button } from '../../../parts/Button.js'
import { Empty, Problem } from '../../../parts/Feedback.js'
import { Row, Sheet } from '../../../parts/Sheet.js'
import { Written } from '../../../parts/Written.js'
import { say } from '../../../words/say.js'
import { when } from '../../../words/times.js'
import { WithNotes } from '../../marking/LazyVerdict.js'
import { ClassThread } from '../../work/ClassThread.js'
import { MaterialList } from '../../work/Materials.js'
import { SideNote } from '../../work/SideNote.js'
import { SubmissionHead } from '../../work/SubmissionHead.js'
import { TeacherSays } from '../../work/TeacherSays.js'
import { useSubmissionState } from '../../work/useSubmissionState.js'
import type { OwnProps } from '../ownProps.js'
import { Attempt } from './Attempt.js'
import { QuizQuestion } from './QuizQuestion.js'
import { readQuiz } from './reads.js'
import { rulesWords } from './rulesWords.js'
import { againOf } from './useQuiz.js'

/** A quiz as its pupil has it: what it asks, the attempt that is open, or how the last one went. */
export default function OwnQuiz({ params, page }: OwnProps) {
  const time = useNow()
  const { work, status } = page
  const { state } = useSubmissionState(work, status)
  const { data } = useSuspenseQuery(readQuiz(params))
  const newest = data.attempts.at(-1)
  const open = newest && newest.handedInAt === null
  return (
    <div className="flex min-h-full flex-col">
      <div className="flex-1">
        <Sheet title={work.title}>
          <SubmissionHead page={page} own={{ params, handIns: page.handIns }} />
          {state.is === 'opens' ? (
            <Row>
              <Empty>{say('work_locked', { at: when(state.at, time) })}</Empty>
            </Row>
          ) : (
            <Row>
              <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
                <div className="flex min-w-0 flex-col gap-6">
                  <TeacherSays page={page} />
                  <WithNotes params={params} page={page} />
                  {work.directions && (
                    <Written html={work.directions} className="max-w-prose text-[1.0625rem]" />
                  )}
                  <MaterialList materials={work.materials} html={work.directions} />
                  {open ? (
                    <Attempt key={newest.number} params={params} page={page} quiz={data} attempt={newest} />
                  ) : (
                    <Between params={params} page={page} quiz={data} />
                  )}
                </div>
                <div className="flex flex-col gap-6 lg:border-s lg:border-rule lg:ps-6">
                  <SideNote params={params} who={say('work_note_who')} />
                  <ClassThread address={params} thread={page.thread} />
                </div>
              </div>
            </Row>
          )}
        </Sheet>
      </div>
    </div>
  )
}

/** Before an attempt and after one: how the quiz runs, what was reached, and the way into the next. */
function Between({ params, page, quiz }: OwnProps & { readonly quiz: QuizPage }) {
  const time = useNow()
  const archived = useTie()?.archived ?? false
  const { attempts, rules } = quiz
  const begin = useCommand({
    do: () => call(routes.beginAttempt, params, { number: attempts.length + 1 }),
    again: againOf(params),
  })
  const may = mayBegin(rules, attempts.length, page.work, time.now, page.status.phase === 'tryAgain')
  return (
    <>
      <section aria-labelledby="quiz-rules" className="flex max-w-prose flex-col items-start gap-3">
        <h2 id="quiz-rules" className="text-lg">
          {say('quiz_about', { count: quiz.count, points: showHundredths(quiz.points) })}
        </h2>
        <ul className="list-disc ps-5">
          {rulesWords(rules, quiz.moreMinutes).map(words => (
            <li key={words}>{words}</li>
          ))}
        </ul>
        {may.ok && !archived && (
          <Button variant="primary" onClick={() => begin.go()} disabled={begin.busy}>
            {say(attempts.length ? 'quiz_again' : 'quiz_begin')}
          </Button>
        )}
        {begin.words && <Problem words={begin.words} />}
      </section>
      {attempts.length > 0 && <Result quiz={quiz} />}
    </>
  )
}

function Result({ quiz }: { readonly quiz: QuizPage }) {
  const time = useNow()
  const { attempts, sections, points, rules } = quiz
  return (
    <section aria-labelledby="quiz-result" className="flex flex-col gap-4">
      <h2 id="quiz-result" className="text-lg">
        {say('quiz_result')}
      </h2>
      <ul className="max-w-prose">
        {attempts.map(({ number, score, handedInAt }) => (
          <li key={number} className="flex flex-wrap justify-between gap-x-4 border-b border-rule py-1.5">
            <span>
              {say('quiz_attempt', { number })}
              {handedInAt !== null && <span className="text-soft"> · {when(handedInAt, time)}</span>}
            </span>
            <strong className="tabular-nums">
              {score === null
                ? say(`quiz_no_score_${rules.shown}`)
                : say('quiz_score', { score: showHundredths(score), points: showHundredths(points) })}
            </strong>
          </li>
        ))}
      </ul>
      <ol className="flex flex-col gap-7">
        {questionsOf(sections).map((asked, index) => (
          <QuizQuestion
            key={asked.question.id}
            number={index + 1}
            asked={asked}
            answer={asked.answer}
            locked
          />
        ))}
      </ol>
    </section>
  )
}
