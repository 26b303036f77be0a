import type { QuizDetails, QuizResults } from '@oppen/contract'
import { showHundredths } from '@oppen/core/marks'
import type { Viewer } from '@oppen/core/permissions'
import { type Answer, answerWords, isMarkedByKey, type Question } from '@oppen/core/questions'
import { figuresOf } from '@oppen/core/statistics'
import { mostPoints, questionsOf, scoreOf } from '@oppen/core/work/kinds/quiz'
import { localAt } from '@oppen/core/zone'
import { Refused } from '../../../refusal.js'
import { sayIn } from '../../../words/index.js'
import type { World } from '../../../world.js'
import { languageOf } from '../../accounts/service.js'
import type { WorkAddress } from '../../submissions/address.js'
import { resultsJsonOf } from './queries.js'

type Row = Omit<QuizResults['pupils'][number], 'answers'> & {
  readonly answers: readonly {
    readonly questionId: string
    readonly answer: Answer
    readonly share: number | null
    readonly checks: number
    readonly wrongChecks: number
    readonly note: string
    readonly spent: number
  }[]
}

async function read(world: World, { classId, workId }: WorkAddress) {
  const json = await resultsJsonOf(world.db, classId, workId)
  if (json === undefined) throw new Refused('not_found')
  return JSON.parse(json) as { className: string; title: string; details: QuizDetails; pupils: Row[] }
}

/**
 * All of a quiz for its teachers: each pupil's newest attempt, and the figures of its questions over those who have handed in.
 * A question that a teacher marks has none while it waits.
 */
export async function seeQuizResults(world: World, address: WorkAddress): Promise<QuizResults> {
  const { className, title, details, pupils } = await read(world, address)
  const sections = details.key?.sections ?? []
  const questions = questionsOf<Question>(sections)
  const byId = new Map(questions.map(one => [one.id, one]))
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
      byHand: !isMarkedByKey(question),
      picture: question.kind === 'drawing' ? question.ask.picture : null,
      earned: done.length ? (items[index]?.earned ?? null) : null,
      separates: items[index]?.separates ?? null,
      taken: takenOf(question, done),
    })),
    pupils: pupils.map(pupil => ({
      ...pupil,
      answers: pupil.answers.map(({ answer, wrongChecks, ...rest }) => {
        const question = byId.get(rest.questionId)
        const { share } = rest
        return {
          ...rest,
          answer: question ? answerWords(question, answer) : '',
          points:
            question && share !== null ? scoreOf(question.points, share, { wrongChecks }, details) : null,
        }
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

/** All answers as a table: a line for each pupil, and two columns for each question: the answer and its points. */
export async function answersTable(world: World, viewer: Viewer, address: WorkAddress): Promise<string[][]> {
  const language = await languageOf(world, viewer.accountId)
  const say = sayIn(language)
  const { questions, pupils } = await seeQuizResults(world, address)
  const points = (hundredths: number | null) => (hundredths === null ? '' : showHundredths(hundredths))
  const at = (moment: number | null) => (moment === null ? '' : localAt(moment, world.school.zone))
  const head = questions.flatMap((_, index) => {
    const number = index + 1
    return [say('quiz_table_answer', { number }), say('quiz_table_points', { number })]
  })
  return [
    [
      say('quiz_table_pupil'),
      say('quiz_table_attempt'),
      say('quiz_table_handed_in'),
      say('quiz_table_minutes'),
      say('quiz_table_score'),
      ...head,
    ],
    ...pupils.map(pupil => [
      pupil.name,
      pupil.attempt === null ? '' : String(pupil.attempt),
      at(pupil.handedInAt),
      pupil.begunAt === null || pupil.handedInAt === null
        ? ''
        : String(Math.round((pupil.handedInAt - pupil.begunAt) / 60_000)),
      points(pupil.score),
      ...questions.flatMap(({ id }) => {
        const given = pupil.answers.find(({ questionId }) => questionId === id)
        return [given?.answer ?? '', points(given?.points ?? null)]
      }),
    ]),
  ]
}
