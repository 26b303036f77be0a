import { addressOf, routes } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { part } from '../../../app/part.js'
import type { Prepared } from '../../../app/prepared.js'
import { useIds } from '../../../app/session.js'
import { buttonClasses } from '../../../parts/Button.js'
import { Head, Row, Sheet } from '../../../parts/Sheet.js'
import { say } from '../../../words/say.js'
import { readResults } from './reads.js'
import { Grid } from './results/Grid.js'
import { OneQuestion } from './results/OneQuestion.js'

const MarksChart = part(() => import('../../../parts/charts/MarksChart.js'))

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(readResults(params.classId, params.workId))

/** A quiz for its teachers: pupils by questions, live, and the figures of each question. */
export function Screen() {
  const { classId, workId } = useIds()
  const { data } = useSuspenseQuery(readResults(classId, workId))
  const [chosen, setChosen] = useState(data.questions[0]?.id ?? '')
  const question = data.questions.find(({ id }) => id === chosen)
  const scores = data.pupils.flatMap(({ score }) => (score === null ? [] : [score]))
  return (
    <Sheet title={data.title}>
      <Head
        title={data.title}
        sub={data.className}
        aside={
          <span className="flex flex-wrap gap-2">
            <a href={addressOf(routes.takeAnswers, { classId, workId })} className={buttonClasses()} download>
              {say('quiz_download')}
            </a>
            <Link to={`/c/${classId}/work/${workId}/marking`} className={buttonClasses()}>
              {say('quiz_to_marking')}
            </Link>
          </span>
        }
      />
      <Row>
        <Grid results={data} chosen={chosen} onChoose={setChosen} />
      </Row>
      {question && <OneQuestion results={data} question={question} />}
      <Row className="pt-5">
        <section aria-labelledby="quiz-figures">
          <h2 id="quiz-figures" className="text-lg">
            {say('quiz_figures_of')}
          </h2>
          {scores.length > 0 && data.points > 0 && (
            <figure className="mt-2 max-w-xl">
              <figcaption className="text-[0.9375rem] text-soft">
                {say('quiz_distribution', { count: scores.length })}
              </figcaption>
              <div className="h-40">
                <MarksChart marks={scores} points={data.points} />
              </div>
            </figure>
          )}
          <p className="mt-3 max-w-prose text-[0.9375rem]">
            {data.alpha === null
              ? say('quiz_alpha_none')
              : say(data.isKr20 ? 'quiz_kr20' : 'quiz_alpha', { value: data.alpha.toFixed(2) })}{' '}
            {data.few && <span className="text-soft">{say('quiz_few')}</span>}
          </p>
        </section>
      </Row>
    </Sheet>
  )
}
