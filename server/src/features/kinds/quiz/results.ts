import type { QuizDetails, QuizResults } from '@oppen/contract'
import type { Answer, Question } from '@oppen/core/questions'
import { figuresOf } from '@oppen/core/statistics'
import { mostPoints, questionsOf } from '@oppen/core/work/kinds/quiz'
import { Refused } from '../../../refusal.js'
import type { World } from '../../../world.js'
import type { WorkAddress } from '../../submissions/address.js'
import { inWords } from './page.js'
import { resultsJsonOf } from './queries.js'

type Row = Omit<QuizResults['pupils'][number], 'answers'> & {
  readonly answers: readonly {
    readonly questionId: string
    readonly answer: Answer
    readonly share: number | null
    readonly checks: number
  }[]
}

/**
 * All of a quiz for its teachers: each pupil's newest attempt, and the figures of its questions over those who have handed in.
 * A question that a teacher marks has none while it waits.
 */
export async function seeQuizResults(world: World, { classId, workId }: WorkAddress): Promise<QuizResults> {
  const json = await resultsJsonOf(world.db, classId, workId)
  if (json === undefined) throw new Refused('not_found')
  const { className, title, details, pupils } = JSON.parse(json) as {
    className: string
    title: string
    details: QuizDetails
    pupils: Row[]
  }
  const sections = details.key?.sections ?? []
  const questions = questionsOf<Question>(sections)
  const done = pupils.filter(({ handedInAt }) => handedInAt !== null)
  const { items, alpha, isKr20, few } = figuresOf(
    done.map(pupil => questions.map(({ id }) => answerTo(pupil, id)?.share ?? 0)),
    questions.map(({ points }) => points),
  )
  return {
    className,
    title,
    points: mostPoints(sections),
    minutes: details.minutes,
    questions: questions.map((question, index) => ({
      id: question.id,
      kind: question.kind,
      prompt: question.prompt,
      points: question.points,
      earned: done.length ? (items[index]?.earned ?? null) : null,
      separates: items[index]?.separates ?? null,
      taken: takenOf(question, done),
    })),
    pupils: pupils.map(pupil => ({
      ...pupil,
      answers: pupil.answers.map(({ answer, ...rest }) => {
        const question = questions.find(({ id }) => id === rest.questionId)
        return { ...rest, answer: question ? inWords(question, answer) : '' }
      }),
    })),
    alpha,
    isKr20,
    few,
  }
}

const answerTo = (pupil: Row, questionId: string) => pupil.answers.find(one => one.questionId === questionId)

function takenOf(question: Question, pupils: readonly Row[]): QuizResults['questions'][number]['taken'] {
  if (question.kind !== 'one' && question.kind !== 'several') return []
  const right: readonly string[] = question.kind === 'one' ? [question.key.right] : question.key.right
  const taken = pupils.flatMap(pupil => {
    const answer = answerTo(pupil, question.id)?.answer
    if (answer?.kind === 'one') return answer.choice === null ? [] : [answer.choice]
    return answer?.kind === 'several' ? answer.choices : []
  })
  return question.ask.choices.map(({ id, text }) => ({
    text,
    right: right.includes(id),
    count: taken.filter(one => one === id).length,
  }))
}
