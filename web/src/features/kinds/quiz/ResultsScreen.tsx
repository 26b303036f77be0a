import { type QuizResults, routes } from '@oppen/contract'
import { showHundredths } from '@oppen/core/marks'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { call } from '../../../app/api.js'
import { useCommand } from '../../../app/command.js'
import type { Prepared } from '../../../app/prepared.js'
import { useIds, useTie } from '../../../app/session.js'
import { buttonClasses } from '../../../parts/Button.js'
import { Problem } from '../../../parts/Feedback.js'
import { Head, Row, Sheet } from '../../../parts/Sheet.js'
import { Written } from '../../../parts/Written.js'
import { oneDecimal } from '../../../words/numbers.js'
import { say } from '../../../words/say.js'
import { readResults } from './reads.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(readResults(params.classId, params.workId))

/** A quiz for its teachers: pupils by questions, live, and the figures of each question. */
export function Screen() {
  const { classId, workId } = useIds()
  const { data } = useSuspenseQuery(readResults(classId, workId))
  const [chosen, setChosen] = useState(data.questions[0]?.id ?? '')
  const question = data.questions.find(({ id }) => id === chosen)
  return (
    <Sheet title={data.title}>
      <Head
        title={data.title}
        sub={data.className}
        aside={
          <Link to={`/c/${classId}/work/${workId}/marking`} className={buttonClasses()}>
            {say('quiz_to_marking')}
          </Link>
        }
      />
      <Row>
        <Grid results={data} chosen={chosen} onChoose={setChosen} />
        <p className="mt-3 max-w-prose text-[15px]">
          {data.alpha === null
            ? say('quiz_alpha_none')
            : say(data.isKr20 ? 'quiz_kr20' : 'quiz_alpha', { value: data.alpha.toFixed(2) })}{' '}
          {data.few && <span className="text-soft">{say('quiz_few')}</span>}
        </p>
      </Row>
      {question && <One results={data} question={question} />}
    </Sheet>
  )
}

type GridProps = {
  readonly results: QuizResults
  readonly chosen: string
  readonly onChoose: (id: string) => void
}

const CELL = 'border-b border-rule px-2 py-0.5 text-center tabular-nums'

function Grid({ results, chosen, onChoose }: GridProps) {
  const { questions, pupils, points } = results
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways can be reached by keyboard
    <section className="overflow-x-auto" aria-label={say('quiz_grid')} tabIndex={0}>
      <table className="text-[15px]">
        <thead>
          <tr>
            <th scope="col" className={`${CELL} text-start`}>
              {say('quiz_pupil')}
            </th>
            {questions.map(({ id }, index) => (
              <th key={id} scope="col" className={CELL}>
                <button
                  type="button"
                  aria-pressed={chosen === id}
                  aria-label={say('quiz_question', { number: index + 1 })}
                  onClick={() => onChoose(id)}
                  className="rounded px-2 py-0.5 aria-pressed:bg-pale aria-pressed:font-semibold"
                >
                  {index + 1}
                </button>
              </th>
            ))}
            {results.minutes !== null && (
              <th scope="col" className={CELL}>
                {say('quiz_more_minutes')}
              </th>
            )}
            <th scope="col" className={CELL}>
              {say('quiz_of_points', { points: showHundredths(points) })}
            </th>
          </tr>
        </thead>
        <tbody>
          {pupils.map(pupil => (
            <tr key={pupil.placeId}>
              <th scope="row" className={`${CELL} text-start font-normal whitespace-nowrap`}>
                {pupil.name}
              </th>
              {questions.map(({ id }) => (
                <Cell key={id} answer={pupil.answers.find(one => one.questionId === id)} />
              ))}
              {results.minutes !== null && <MoreTime pupil={pupil} />}
              <td className={`${CELL} font-semibold`}>
                {pupil.score === null ? '' : showHundredths(pupil.score)}
              </td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th scope="row" className={`${CELL} text-start`}>
              {say('quiz_earned')}
            </th>
            {questions.map(({ id, earned }) => (
              <td key={id} className={CELL}>
                {earned === null ? '' : `${Math.round(earned * 100)} %`}
              </td>
            ))}
            {results.minutes !== null && <td className={CELL} />}
            <td className={CELL} />
          </tr>
          <tr>
            <th scope="row" className={`${CELL} text-start`}>
              {say('quiz_separates')}
            </th>
            {questions.map(({ id, separates }) => (
              <td key={id} className={CELL}>
                {separates === null ? '' : oneDecimal(separates)}
              </td>
            ))}
            {results.minutes !== null && <td className={CELL} />}
            <td className={CELL} />
          </tr>
        </tfoot>
      </table>
    </section>
  )
}

/** How many minutes one pupil has more: saved as soon as it is chosen. */
function MoreTime({ pupil }: { readonly pupil: QuizResults['pupils'][number] }) {
  const { classId, workId } = useIds()
  const archived = useTie()?.archived ?? false
  const set = useCommand({
    do: (minutes: number) =>
      call(routes.setMoreTime, { classId, workId, placeId: pupil.placeId }, { minutes }),
    again: [readResults(classId, workId).queryKey],
  })
  const choices = [...new Set([0, 5, 10, 15, 20, 30, 45, 60, pupil.moreMinutes])].sort((a, b) => a - b)
  return (
    <td className={CELL}>
      <select
        aria-label={say('quiz_more_for', { name: pupil.name })}
        className="rounded border border-edge bg-sheet px-1 text-sm"
        value={pupil.moreMinutes}
        disabled={archived || set.busy}
        onChange={event => set.go(Number(event.target.value))}
      >
        {choices.map(minutes => (
          <option key={minutes} value={minutes}>
            {minutes ? `+${minutes}` : '–'}
          </option>
        ))}
      </select>
      {set.words && <Problem words={set.words} />}
    </td>
  )
}

/** One answer: how right it is by a glyph and in words, and how often it was checked. */
function Cell({ answer }: { readonly answer: QuizResults['pupils'][number]['answers'][number] | undefined }) {
  if (!answer) return <td className={CELL} />
  const { share, checks } = answer
  const is = share === null ? 'waits' : share === 1 ? 'right' : share > 0 ? 'partly' : 'wrong'
  const [glyph, ink] = GLYPHS[is]
  return (
    <td className={CELL} title={answer.answer}>
      <span className={ink}>
        <span aria-hidden="true">{glyph}</span>
        <span className="sr-only">{say(`quiz_is_${is}`)}</span>
      </span>
      {checks > 0 && (
        <span className="ms-1 text-xs text-soft">
          <span aria-hidden="true">{checks}</span>
          <span className="sr-only">{say('quiz_checked', { count: checks })}</span>
        </span>
      )}
    </td>
  )
}

const GLYPHS = {
  right: ['✓', 'text-leaf'],
  partly: ['◐', 'text-teal'],
  wrong: ['✗', 'text-rust'],
  waits: ['…', 'text-soft'],
} as const

type OneProps = { readonly results: QuizResults; readonly question: QuizResults['questions'][number] }

/** One question: what was asked, which choices were taken, and what everybody answered, side by side. */
function One({ results, question }: OneProps) {
  const most = Math.max(1, ...question.taken.map(({ count }) => count))
  const given = results.pupils.flatMap(({ name, placeId, answers }) => {
    const answer = answers.find(({ questionId }) => questionId === question.id)
    return answer ? [{ name, placeId, ...answer }] : []
  })
  return (
    <Row className="pt-5">
      <section aria-labelledby="quiz-one">
        <h2 id="quiz-one" className="text-lg">
          {say('quiz_question', { number: results.questions.indexOf(question) + 1 })}
        </h2>
        <Written html={question.prompt} className="max-w-prose" />
        {question.taken.length > 0 && (
          <table className="mt-2 text-[15px]">
            <caption className="sr-only">{say('quiz_taken')}</caption>
            <tbody>
              {question.taken.map(({ text, right, count }) => (
                <tr key={text}>
                  <th scope="row" className={`pe-3 text-start ${right ? 'font-semibold' : 'font-normal'}`}>
                    {text} {right && <span className="text-leaf">{say('quiz_is_right')}</span>}
                  </th>
                  <td className="pe-2 text-end tabular-nums">{count}</td>
                  <td aria-hidden="true" className="w-40">
                    <span
                      className={`block h-3 ${right ? 'bg-leaf' : 'bg-blue/40'}`}
                      style={{ width: `${(100 * count) / most}%` }}
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <ul className="mt-3 grid gap-x-6 gap-y-1 sm:grid-cols-2 lg:grid-cols-3">
          {given.map(({ placeId, name, answer, share }) => (
            <li key={placeId} className="border-b border-rule py-1">
              <span className="text-sm text-soft">{name}</span>
              <span className={`block ${share === 1 ? 'text-leaf' : share === 0 ? 'text-rust' : ''}`}>
                {answer || '–'}
              </span>
            </li>
          ))}
        </ul>
        {given.length === 0 && <p className="mt-2 text-soft">{say('quiz_none_given')}</p>}
      </section>
    </Row>
  )
}
