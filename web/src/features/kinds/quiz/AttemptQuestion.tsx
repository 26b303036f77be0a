import { type AskedInQuiz, type QuizPage, routes } from '@oppen/contract'
import { isMarkedByKey, isUnanswered } from '@oppen/core/questions'
import { mayCheck } from '@oppen/core/work/kinds/quiz'
import { useQueryClient } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { call } from '../../../app/api.js'
import { useCommand } from '../../../app/command.js'
import type { SubmissionParams } from '../../../app/queries.js'
import { Button } from '../../../parts/Button.js'
import { Problem } from '../../../parts/Feedback.js'
import { say } from '../../../words/say.js'
import type { AnswerFiles } from '../../questions/answering/inputProps.js'
import { QuizQuestion } from './QuizQuestion.js'
import type { QuizAutosave } from './quizAutosave.js'
import { readQuiz } from './reads.js'

type Props = {
  readonly params: SubmissionParams
  readonly quiz: QuizPage
  readonly attempt: QuizPage['attempts'][number]
  /** What stands below it, such as the way to what it is about. */
  readonly below: ReactNode
  readonly asked: AskedInQuiz
  readonly number: number
  readonly autosave: QuizAutosave
  readonly files: AnswerFiles
}

/** One question of an attempt that is open: saved as it is answered, and checked where it can be. */
export function AttemptQuestion({ params, quiz, attempt, asked, number, autosave, files, below }: Props) {
  const client = useQueryClient()
  const { question } = asked
  const local = autosave.get(question.id)
  const elsewhere = autosave.elsewhere(question.id)
  const check = useCommand({
    do: async () => {
      await autosave.flush()
      const { answer, version } = autosave.get(question.id)
      if (!answer) return asked
      return call(routes.checkAnswer, params, {
        attempt: attempt.number,
        questionId: question.id,
        answer,
        version,
        check: asked.checks + 1,
      })
    },
    again: [],
    done: checked => {
      autosave.checked(question.id, checked.version)
      client.setQueryData<QuizPage>(readQuiz(params).queryKey, before => before && withAsked(before, checked))
    },
  })
  const left = quiz.rules.checks === null ? null : quiz.rules.checks - asked.checks
  const may = isMarkedByKey(question) && mayCheck(quiz.rules, asked).ok
  return (
    <QuizQuestion
      number={number}
      asked={asked}
      answer={local.answer}
      locked={false}
      flagged={local.flagged}
      files={files}
      onChange={answer => autosave.change(question.id, answer)}
      onFlag={flagged => autosave.flag(question.id, flagged)}
    >
      {below}
      {elsewhere && (
        <div
          role="alert"
          className="max-w-prose border-s-4 border-ochre bg-ochre-pale px-3 py-2 text-[0.9375rem]"
        >
          <p>{say('quiz_elsewhere')}</p>
          <div className="mt-2 flex gap-3">
            <Button onClick={() => autosave.choose(question.id, 'mine')}>{say('quiz_elsewhere_mine')}</Button>
            <Button onClick={() => autosave.choose(question.id, 'theirs')}>
              {say('quiz_elsewhere_theirs')}
            </Button>
          </div>
        </div>
      )}
      {may && (
        <div className="flex flex-wrap items-center gap-3">
          <Button onClick={() => check.go()} disabled={check.busy || isUnanswered(local.answer)}>
            {say('quiz_check')}
          </Button>
          <span className="text-sm text-soft">
            {left === null ? say('quiz_check_any') : say('quiz_check_left', { count: left })}
          </span>
        </div>
      )}
      {check.words && <Problem words={check.words} />}
    </QuizQuestion>
  )
}

/** The page with what a check told of one question. */
const withAsked = (page: QuizPage, asked: AskedInQuiz): QuizPage => ({
  ...page,
  sections: page.sections.map(section => ({
    ...section,
    questions: section.questions.map(one => (one.question.id === asked.question.id ? asked : one)),
  })),
})
