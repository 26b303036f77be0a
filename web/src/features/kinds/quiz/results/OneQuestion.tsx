import type { QuizResults } from '@oppen/contract'
import { Link } from 'react-router'
import { part } from '../../../../app/part.js'
import { useIds, useTie } from '../../../../app/session.js'
import { Row } from '../../../../parts/Sheet.js'
import { Written } from '../../../../parts/Written.js'
import { say } from '../../../../words/say.js'
import { MarkAnswers } from './MarkAnswers.js'

const CountsChart = part(() => import('../../../../parts/charts/CountsChart.js'))

type Props = { readonly results: QuizResults; readonly question: QuizResults['questions'][number] }

/** One question: what was asked, which choices were taken, and what everybody answered, side by side. */
export function OneQuestion({ results, question }: Props) {
  const { classId, workId } = useIds()
  const archived = useTie()?.archived ?? false
  const given = results.pupils.flatMap(({ name, placeId, answers }) => {
    const answer = answers.find(({ questionId }) => questionId === question.id)
    return answer ? [{ name, placeId, ...answer }] : []
  })
  return (
    <Row className="pt-5">
      <section aria-labelledby="quiz-one">
        <div className="flex flex-wrap items-baseline justify-between gap-3">
          <h2 id="quiz-one" className="text-lg">
            {say('quiz_question', { number: results.questions.indexOf(question) + 1 })}
          </h2>
          {!archived && (
            <Link
              to={`/c/${classId}/post/${workId}#${question.id}`}
              className="text-[0.9375rem] text-blue underline underline-offset-2"
            >
              {say('quiz_put_right')}
            </Link>
          )}
        </div>
        <Written html={question.prompt} className="max-w-prose" />
        {question.taken.length > 0 && (
          <figure className="mt-2 max-w-xl">
            <figcaption className="text-[0.9375rem] text-soft">{say('quiz_taken')}</figcaption>
            <div style={{ height: `${question.taken.length * 2.4 + 0.5}rem` }}>
              <CountsChart
                caption={say('quiz_taken')}
                head={[say('quiz_choice'), say('quiz_pupils')]}
                bars={question.taken.map(({ text, right, count }) => ({
                  label: right ? `✓ ${text}` : text,
                  value: count,
                  marked: !right,
                }))}
              />
            </div>
          </figure>
        )}
        <div className="mt-3">
          {question.byHand ? (
            <MarkAnswers key={question.id} question={question} pupils={results.pupils} />
          ) : (
            <ul className="grid gap-x-6 gap-y-1 sm:grid-cols-2 lg:grid-cols-3">
              {given.map(({ placeId, name, answer, share }) => (
                <li key={placeId} className="border-b border-rule py-1">
                  <span className="text-sm text-soft">{name}</span>
                  <span className={`block ${share === 1 ? 'text-leaf' : share === 0 ? 'text-rust' : ''}`}>
                    {answer || '–'}
                  </span>
                </li>
              ))}
            </ul>
          )}
        </div>
        {given.length === 0 && <p className="mt-2 text-soft">{say('quiz_none_given')}</p>}
      </section>
    </Row>
  )
}
