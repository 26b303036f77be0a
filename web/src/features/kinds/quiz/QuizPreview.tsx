import type { AskedInQuiz } from '@oppen/contract'
import {
  type Answer,
  answerText,
  asDrawn,
  drawNumbers,
  isMarkedByKey,
  isUnanswered,
  markAnswerTo,
  notesOn,
  type Question,
  readAnswerTo,
  rightAnswer,
  withNumbers,
  withoutKey,
} from '@oppen/core/questions'
import { questionsOf, scoreOf } from '@oppen/core/work/kinds/quiz'
import { type ReactNode, useRef, useState } from 'react'
import { Refusal } from '../../../app/api.js'
import { useNow } from '../../../app/session.js'
import { Button } from '../../../parts/Button.js'
import { Problem } from '../../../parts/Feedback.js'
import { language } from '../../../words/language.js'
import { problemWords } from '../../../words/problem.js'
import { say } from '../../../words/say.js'
import type { PreviewProps } from '../postedProps.js'
import { QuizQuestion } from './QuizQuestion.js'
import { rulesWords } from './rulesWords.js'

/** A quiz to be tried as a pupil, with numbers drawn for nobody: answered and checked, and nothing of it is saved. */
export default function QuizPreview({ form: { details } }: PreviewProps) {
  const { quiz } = details
  if (!quiz) return null
  return (
    <div className="mt-4 flex flex-col gap-5">
      <ul className="list-disc ps-5">
        {rulesWords(quiz).map(words => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      <p className="text-soft">{say('quiz_try_hint')}</p>
      <ol className="flex flex-col gap-6">
        {questionsOf<Question>(quiz.key?.sections ?? []).map((question, index) => (
          <Tried key={question.id} question={question} number={index + 1} />
        ))}
      </ol>
    </div>
  )
}

const NOTHING = { version: 0, flagged: false, checks: 0, wrongChecks: 0, solved: false }

type TriedProps = {
  readonly question: Question
  readonly number: number
  readonly children?: ReactNode
  /** Told how far it is, whenever it is answered or checked. */
  readonly onTry?: (now: {
    readonly answered: boolean
    readonly solved: boolean
    readonly tries: number
  }) => void
}

/** One question to be tried by its teacher. */
export function Tried({ question, number, children, onTry }: TriedProps) {
  const tries = useRef(0)
  const time = useNow()
  const [answer, setAnswer] = useState<Answer | null>(null)
  const [checked, setChecked] = useState<Answer | null>(null)
  const drawn = drawNumbers(question, 'preview')
  const marking = {
    decimalSign: language === 'pt' ? ',' : '.',
    drawn: drawn.ok ? drawn.value : {},
  } as const
  const asked = asDrawn(withoutKey(question), marking.drawn, 'preview')
  const fresh = checked !== null && answerText(checked) === answerText(answer)
  const read = fresh ? readAnswerTo(asked, checked, marking) : undefined
  const result = read?.ok ? resultOf(question, checked as Answer, marking) : null
  const check = () => {
    setChecked(answer)
    tries.current += 1
    const solved = answer !== null && resultOf(question, answer, marking)?.share === 1
    onTry?.({ answered: true, solved, tries: tries.current })
  }
  return (
    <QuizQuestion
      number={number}
      asked={{ question: asked, answer: checked, result, ...NOTHING }}
      answer={answer}
      locked={false}
      onChange={given => {
        setAnswer(given)
        onTry?.({ answered: !isUnanswered(given), solved: false, tries: tries.current })
      }}
    >
      {children}
      {isMarkedByKey(question) && (
        <div>
          <Button onClick={check} disabled={isUnanswered(answer)}>
            {say('quiz_check')}
          </Button>
        </div>
      )}
      {read && !read.ok && <Problem words={problemWords(new Refusal(422, read.refusal as never), time)} />}
    </QuizQuestion>
  )
}

/** What a pupil would be told once all may be seen. */
function resultOf(
  question: Question,
  answer: Answer,
  marking: Parameters<typeof markAnswerTo>[2],
): AskedInQuiz['result'] {
  const verdict = markAnswerTo(question, answer, marking)
  if (!verdict) return null
  const { share, wrong, slip } = verdict
  const { ifRight, ifWrong, working } = question.key
  return {
    share,
    points: scoreOf(question.points, share, { wrongChecks: 0 }, { checkCost: 0 }),
    wrong: [...wrong],
    slip,
    said: [...notesOn(question, wrong), share === 1 ? ifRight : ifWrong]
      .filter(Boolean)
      .map(text => withNumbers(text, marking.drawn)),
    right: { answer: rightAnswer(question, marking), working: withNumbers(working, marking.drawn) },
  }
}
