import { type QuizResults, routes } from '@oppen/contract'
import { showHundredths } from '@oppen/core/marks'
import { useState } from 'react'
import { call } from '../../../../app/api.js'
import { useCommand } from '../../../../app/command.js'
import { useIds, useTie } from '../../../../app/session.js'
import { Problem } from '../../../../parts/Feedback.js'
import { oneDecimal } from '../../../../words/numbers.js'
import { say } from '../../../../words/say.js'
import { readResults } from '../reads.js'
import { minutesAndSeconds } from './minutesAndSeconds.js'

type GridProps = {
  readonly results: QuizResults
  readonly chosen: string
  readonly onChoose: (id: string) => void
}

const CELL = 'border-b border-rule px-2 py-0.5 text-center tabular-nums'

/** Pupils by questions: how right each answer is, how often it was checked, how long it took. */
export function Grid({ results, chosen, onChoose }: GridProps) {
  const { questions, pupils, points } = results
  const [times, setTimes] = useState(false)
  return (
    <>
      <label className="mb-2 flex items-center gap-1.5 text-[0.9375rem]">
        <input type="checkbox" checked={times} onChange={event => setTimes(event.target.checked)} />
        {say('quiz_times')}
      </label>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways can be reached by keyboard */}
      <section className="overflow-x-auto" aria-label={say('quiz_grid')} tabIndex={0}>
        <table className="text-[0.9375rem]">
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
                {say('quiz_took')}
              </th>
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
                  <Cell key={id} answer={pupil.answers.find(one => one.questionId === id)} time={times} />
                ))}
                {results.minutes !== null && <MoreTime pupil={pupil} />}
                <td className={CELL}>{tookOf(pupil)}</td>
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
              <td className={CELL} />
            </tr>
          </tfoot>
        </table>
      </section>
    </>
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

/** How long an attempt took, from its beginning to its hand-in. */
const tookOf = ({ begunAt, handedInAt, ended }: QuizResults['pupils'][number]) =>
  begunAt === null || handedInAt === null
    ? ''
    : ended
      ? say('quiz_time_over')
      : minutesAndSeconds(handedInAt - begunAt)

type CellProps = {
  readonly answer: QuizResults['pupils'][number]['answers'][number] | undefined
  /** Whether it is shown how long it took. */
  readonly time: boolean
}

/** One answer: how right it is by a glyph and in words, and how often it was checked. */
function Cell({ answer, time }: CellProps) {
  if (!answer) return <td className={CELL} />
  const { share, checks, spent } = answer
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
      {time && <span className="block text-xs text-soft">{minutesAndSeconds(spent)}</span>}
    </td>
  )
}

const GLYPHS = {
  right: ['✓', 'text-leaf'],
  partly: ['◐', 'text-teal'],
  wrong: ['✗', 'text-rust'],
  waits: ['…', 'text-soft'],
} as const
