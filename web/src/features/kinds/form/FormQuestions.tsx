import type { Answer } from '@oppen/core/questions'
import type { FormAnswers, FormQuestion } from '@oppen/core/work/kinds/form'
import { FieldProblem } from '../../../parts/Feedback.js'
import { Written } from '../../../parts/Written.js'
import { say } from '../../../words/say.js'
import { AnswerInput } from '../../questions/answering/AnswerInput.js'

type Props = {
  readonly questions: readonly FormQuestion[]
  readonly answers: FormAnswers
  readonly locked: boolean
  readonly onChange?: (id: string, answer: Answer) => void
  /** What is wrong with one of them, by its id. */
  readonly problem?: { readonly question: string; readonly words: string } | undefined
}

/** The questions of a form, each with the place for its answer. */
export const FormQuestions = ({ questions, answers, locked, onChange, problem }: Props) => (
  <ol className="flex flex-col gap-7">
    {questions.map((question, index) => (
      <li key={question.id} id={`question-${question.id}`} className="flex scroll-mt-6 flex-col gap-2">
        <h3 className="text-base font-semibold">
          {say('quiz_question', { number: index + 1 })}{' '}
          {!question.required && (
            <span className="text-sm font-normal text-soft">{say('form_optional')}</span>
          )}
        </h3>
        <Written html={question.prompt} className="max-w-prose text-[1.0625rem]" />
        <AnswerInput
          question={question}
          answer={answers[question.id] ?? null}
          locked={locked}
          wrong={[]}
          onChange={answer => onChange?.(question.id, answer)}
        />
        {problem?.question === question.id && <FieldProblem words={problem.words} />}
      </li>
    ))}
  </ol>
)
