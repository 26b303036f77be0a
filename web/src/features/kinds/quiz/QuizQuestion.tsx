import type { AskedInQuiz } from '@oppen/contract'
import { showHundredths } from '@oppen/core/marks'
import { type Answer, answerText } from '@oppen/core/questions'
import { Check, CircleDashed, Flag, X } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { Written } from '../../../parts/Written.js'
import { say } from '../../../words/say.js'
import { AnswerInput } from '../../questions/answering/AnswerInput.js'
import type { AnswerFiles } from '../../questions/answering/inputProps.js'
import { Listen } from '../../questions/Listen.js'

type Props = {
  readonly number: number
  readonly asked: AskedInQuiz
  readonly answer: Answer | null
  readonly locked: boolean
  readonly flagged?: boolean
  readonly onChange?: (answer: Answer) => void
  readonly onFlag?: (flagged: boolean) => void
  /** Where recordings go, for a pupil who answers. */
  readonly files?: AnswerFiles | undefined
  /** What stands below the answer: the check, a choice between two answers. */
  readonly children?: ReactNode
}

/** One question of a quiz: what is asked, where it is answered, and what may be seen of how right that is. */
export function QuizQuestion({
  number,
  asked,
  answer,
  locked,
  flagged = false,
  onChange,
  onFlag,
  files,
  children,
}: Props) {
  const { question, result, solved } = asked
  const [hint, setHint] = useState(false)
  // what was changed since is another answer than the one that was looked at
  const same = answerText(answer) === answerText(asked.answer)
  const shown = same ? result : null
  return (
    <li id={`question-${question.id}`} className="flex scroll-mt-6 flex-col gap-2">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h3 className="text-base font-semibold">
          {say('quiz_question', { number })}{' '}
          <span className="text-sm font-normal text-soft">
            {say('quiz_points', { count: question.points / 100, points: showHundredths(question.points) })}
          </span>
        </h3>
        {onFlag && (
          <button
            type="button"
            aria-pressed={flagged}
            onClick={() => onFlag(!flagged)}
            className="flex items-center gap-1 rounded px-2 py-1 text-[0.9375rem] text-soft hover:bg-pale aria-pressed:font-semibold aria-pressed:text-ink"
          >
            <Flag size={16} aria-hidden="true" className={flagged ? 'fill-ochre' : ''} />
            {say('quiz_flag')}
          </button>
        )}
      </div>
      <div className="flex items-start gap-3">
        <Written html={question.prompt} className="min-w-0 max-w-prose flex-1 text-[1.0625rem]" />
        <Listen question={question} name={say('quiz_question', { number })} />
      </div>
      <AnswerInput
        question={question}
        answer={answer}
        locked={locked || solved}
        wrong={shown?.wrong ?? []}
        files={files}
        onChange={given => onChange?.(given)}
      />
      {question.hint && (
        <div>
          <button
            type="button"
            aria-expanded={hint}
            onClick={() => setHint(!hint)}
            className="text-[0.9375rem] text-blue underline underline-offset-2"
          >
            {say('quiz_hint')}
          </button>
          {hint && <Written html={question.hint} className="max-w-prose" />}
        </div>
      )}
      {children}
      {shown && <Verdict result={shown} points={question.points} />}
    </li>
  )
}

function Verdict({
  result,
  points,
}: {
  readonly result: NonNullable<AskedInQuiz['result']>
  readonly points: number
}) {
  const { share, said, right, slip } = result
  const is = share === null ? 'waits' : share === 1 ? 'right' : share > 0 ? 'partly' : 'wrong'
  const Glyph = is === 'right' ? Check : is === 'wrong' ? X : CircleDashed
  return (
    <div className="max-w-prose border-s-4 border-rule ps-3">
      <p
        className={`flex items-center gap-1.5 font-semibold ${is === 'right' ? 'text-leaf' : is === 'wrong' ? 'text-rust' : ''}`}
      >
        <Glyph size={18} aria-hidden="true" />
        {say(`quiz_is_${is}`)}
        {result.points !== null && (
          <span className="font-normal tabular-nums">
            {say('quiz_score', { score: showHundredths(result.points), points: showHundredths(points) })}
          </span>
        )}
      </p>
      {slip && <p className="text-[0.9375rem]">{say('quiz_slip')}</p>}
      {said.map(html => (
        <Written key={html} html={html} />
      ))}
      {right?.answer && is !== 'right' && (
        <p>
          <span className="text-soft">{say('quiz_right_answer')}</span> {right.answer}
        </p>
      )}
      {right?.working && <Written html={right.working} />}
    </div>
  )
}
