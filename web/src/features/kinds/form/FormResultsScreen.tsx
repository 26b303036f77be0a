import { addressOf, type FormResults, routes } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { part } from '../../../app/part.js'
import type { Prepared } from '../../../app/prepared.js'
import { useIds, useNow } from '../../../app/session.js'
import { buttonClasses } from '../../../parts/Button.js'
import { Head, Row, Section, Sheet } from '../../../parts/Sheet.js'
import { Written } from '../../../parts/Written.js'
import { oneDecimal } from '../../../words/numbers.js'
import { say } from '../../../words/say.js'
import { when } from '../../../words/times.js'
import { readFormResults } from './reads.js'

const CountsChart = part(() => import('../../../parts/charts/CountsChart.js'))

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(readFormResults(params.classId, params.workId))

/** A form for its teachers: what the answers come to, and who has answered. */
export function Screen() {
  const { classId, workId } = useIds()
  const { data } = useSuspenseQuery(readFormResults(classId, workId))
  const { shown, total } = data
  return (
    <Sheet title={data.title}>
      <Head
        title={data.title}
        sub={data.className}
        aside={
          <a
            href={addressOf(routes.takeFormAnswers, { classId, workId })}
            className={buttonClasses()}
            download
          >
            {say('quiz_download')}
          </a>
        }
      />
      <Row>
        <p className="text-[1.0625rem]">
          {say('form_total', { count: total })}{' '}
          {shown < total && <span className="text-soft">{say('form_shown', { shown })}</span>}
        </p>
      </Row>
      {data.questions.map(({ question, counts }, index) => (
        <Section key={question.id} title={say('quiz_question', { number: index + 1 })}>
          <Row>
            <Written html={question.prompt} className="max-w-prose" />
            <Counts
              name={say('quiz_question', { number: index + 1 })}
              counts={counts}
              picture={question.kind === 'place' ? question.ask.picture : null}
              shows={question.kind === 'place' ? question.ask.shows : ''}
            />
          </Row>
        </Section>
      ))}
      <Section title={say('form_people')}>
        <Row>
          <People results={data} />
        </Row>
      </Section>
    </Sheet>
  )
}

type CountsProps = {
  readonly name: string
  readonly counts: FormResults['questions'][number]['counts']
  readonly picture: string | null
  readonly shows: string
}

/** What all answers to one question come to. */
function Counts({ name, counts, picture, shows }: CountsProps) {
  switch (counts.is) {
    case 'choices':
      return (
        <figure className="mt-2 max-w-xl">
          <figcaption className="sr-only">{name}</figcaption>
          <div style={{ height: `${counts.choices.length * 2.4 + 0.5}rem` }}>
            <CountsChart
              caption={name}
              head={[say('form_choice'), say('form_answers')]}
              bars={counts.choices.map(({ text, count }) => ({ label: text, value: count }))}
            />
          </div>
        </figure>
      )
    case 'order':
      return (
        <ol className="mt-2 max-w-prose list-decimal ps-6">
          {counts.items.map(({ text, mean }) => (
            <li key={text}>
              {text}{' '}
              <span className="text-sm text-soft">{say('form_mean_place', { place: oneDecimal(mean) })}</span>
            </li>
          ))}
        </ol>
      )
    case 'numbers':
      return (
        <dl className="mt-2 flex flex-wrap gap-x-8 gap-y-2">
          {(['mean', 'median', 'least', 'most'] as const).map(figure => (
            <div key={figure}>
              <dt className="text-sm text-soft">{say(`form_figure_${figure}`)}</dt>
              <dd className="text-lg font-semibold tabular-nums">{oneDecimal(counts[figure])}</dd>
            </div>
          ))}
        </dl>
      )
    case 'places':
      return (
        <div className="relative mt-2 inline-block">
          {picture && <img src={picture} alt={shows} className="block max-h-96 rounded" />}
          <svg
            viewBox="0 0 1000 1000"
            preserveAspectRatio="none"
            aria-hidden="true"
            className="absolute inset-0 size-full"
          >
            {counts.points.map(({ x, y }, index) => (
              <circle
                // biome-ignore lint/suspicious/noArrayIndexKey: two may be at the same place
                key={index}
                cx={x}
                cy={y}
                r={12}
                className="fill-ochre/60 stroke-ink"
                vectorEffect="non-scaling-stroke"
              />
            ))}
          </svg>
        </div>
      )
    case 'texts':
      return counts.texts.length ? (
        <ul className="mt-2 flex max-w-prose flex-col gap-2">
          {counts.texts.map((text, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: two may say the same
            <li key={index} className="border-s-4 border-rule ps-3 whitespace-pre-wrap">
              {text}
            </li>
          ))}
        </ul>
      ) : (
        <p className="mt-2 text-soft">{say('quiz_none_given')}</p>
      )
  }
}

/** Who has answered; with names also what. */
function People({ results }: { readonly results: FormResults }) {
  const time = useNow()
  const { people, named, answeredBy, questions } = results
  const sides = [
    ...(answeredBy !== 'families' ? (['pupil'] as const) : []),
    ...(answeredBy !== 'pupils' ? (['family'] as const) : []),
  ]
  const CELL = 'border-b border-rule px-2 py-1 text-start align-top'
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways can be reached by keyboard
    <section className="overflow-x-auto" aria-label={say('form_people')} tabIndex={0}>
      <table className="text-[0.9375rem]">
        <thead>
          <tr>
            <th scope="col" className={`${CELL} font-semibold`}>
              {say('quiz_pupil')}
            </th>
            {sides.map(side => (
              <th key={side} scope="col" className={`${CELL} font-semibold`}>
                {say(`form_side_${side}`)}
              </th>
            ))}
            {named &&
              questions.map(({ question }, index) => (
                <th key={question.id} scope="col" className={`${CELL} font-semibold`}>
                  {say('quiz_question', { number: index + 1 })}
                </th>
              ))}
          </tr>
        </thead>
        <tbody>
          {people.map(person => (
            <tr key={person.placeId}>
              <th scope="row" className={`${CELL} font-normal whitespace-nowrap`}>
                {person.name}
              </th>
              {sides.map(side => {
                const answer = person.answers.find(one => one.side === side)
                return (
                  <td key={side} className={`${CELL} whitespace-nowrap`}>
                    {person[side] ? (
                      <span className="text-leaf">{say('form_has_answered')}</span>
                    ) : (
                      <span className="text-soft">{say('form_has_not')}</span>
                    )}
                    {answer && (
                      <span className="block text-sm text-soft">
                        {answer.by} · {when(answer.at, time)}
                      </span>
                    )}
                  </td>
                )
              })}
              {named &&
                questions.map(({ question }) => (
                  <td key={question.id} className={CELL}>
                    {person.answers.map(({ side, texts }) => (
                      <span key={side} className="block max-w-64">
                        {texts[question.id]}
                      </span>
                    ))}
                  </td>
                ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}
