import { type QuizPage, routes } from '@oppen/contract'
import { showHundredths } from '@oppen/core/marks'
import { mayBegin, questionsOf } from '@oppen/core/work/kinds/quiz'
import type { ReactNode } from 'react'
import { call } from '../../../app/api.js'
import { useCommand } from '../../../app/command.js'
import { useNow, useTie } from '../../../app/session.js'
import { Button } from '../../../parts/Button.js'
import { Problem } from '../../../parts/Feedback.js'
import { say } from '../../../words/say.js'
import { when } from '../../../words/times.js'
import type { OwnProps } from '../ownProps.js'
import { QuizQuestion } from './QuizQuestion.js'
import { rulesWords } from './rulesWords.js'
import { againOf } from './useQuiz.js'

type BetweenProps = OwnProps & {
  readonly quiz: QuizPage
  /** What stands below a question in the result. */
  readonly below?: ((questionId: string) => ReactNode) | undefined
}

/** Before an attempt and after one: how the quiz runs, what was reached, and the way into the next. */
export function Between({ params, page, quiz, below }: BetweenProps) {
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
          {quiz.count > 0
            ? say('quiz_about', { count: quiz.count, points: showHundredths(quiz.points) })
            : say('quiz_about_nothing')}
        </h2>
        {quiz.count > 0 && (
          <ul className="list-disc ps-5">
            {rulesWords(rules, quiz.moreMinutes).map(words => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        )}
        {may.ok && !archived && (
          <Button variant="primary" onClick={() => begin.go()} disabled={begin.busy}>
            {say(attempts.length ? 'quiz_again' : 'quiz_begin')}
          </Button>
        )}
        {begin.words && <Problem words={begin.words} />}
      </section>
      {attempts.length > 0 && <Result quiz={quiz} below={below} />}
    </>
  )
}

function Result({ quiz, below }: Pick<BetweenProps, 'quiz' | 'below'>) {
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
          <QuizQuestion key={asked.question.id} number={index + 1} asked={asked} answer={asked.answer} locked>
            {below?.(asked.question.id)}
          </QuizQuestion>
        ))}
      </ol>
    </section>
  )
}
