import { asDrawn, drawNumbers, withoutKey } from '@oppen/core/questions'
import { questionsOf } from '@oppen/core/work/kinds/quiz'
import type { PreviewProps } from '../postedProps.js'
import { QuizQuestion } from './QuizQuestion.js'
import { rulesWords } from './rulesWords.js'

/** A quiz as a pupil finds it, with numbers drawn for nobody. */
export function QuizPreview({ form: { details } }: PreviewProps) {
  const { quiz } = details
  if (!quiz) return null
  return (
    <div className="mt-4 flex flex-col gap-5">
      <ul className="list-disc ps-5">
        {rulesWords(quiz).map(words => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      <ol className="flex flex-col gap-6">
        {questionsOf(quiz.key?.sections ?? []).map((question, index) => {
          const drawn = drawNumbers(question, 'preview')
          const asked = asDrawn(withoutKey(question), drawn.ok ? drawn.value : {}, 'preview')
          const nothing = {
            answer: null,
            version: 0,
            flagged: false,
            checks: 0,
            wrongChecks: 0,
            solved: false,
            result: null,
          }
          return (
            <QuizQuestion
              key={question.id}
              number={index + 1}
              asked={{ question: asked, ...nothing }}
              answer={null}
              locked
            />
          )
        })}
      </ol>
    </div>
  )
}
