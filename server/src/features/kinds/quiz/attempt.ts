import type { AccountId, Instant } from '@oppen/core/ids'
import type { Hundredths } from '@oppen/core/marks'
import {
  type Answer,
  drawNumbers,
  isMarkedByKey,
  type Marking,
  markAnswerTo,
  type Question,
} from '@oppen/core/questions'
import {
  pickSections,
  type QuizRules,
  questionsOf,
  type Section,
  scoreOf,
  UNCHECKED,
} from '@oppen/core/work/kinds/quiz'
import { Refused } from '../../../refusal.js'
import type { World } from '../../../world.js'
import { findSubmission, type SubmissionAddress, type SubmissionNow } from '../../submissions/moves.js'
import { askedIn } from '../asked.js'
import type { AnswerRow, AttemptRow } from './models.js'
import { postedBy, type Sitting, sittingOf } from './queries.js'

export type Attempt = Omit<AttemptRow, 'workId' | 'placeId'>
export type StoredAnswer = Omit<AnswerRow, 'workId' | 'placeId' | 'attempt'>

/** A quiz as it was posted, with its questions. */
export type Quiz = { readonly rules: QuizRules; readonly sections: readonly Section[] }

/** What a submission asks, attempt by attempt. Refuses `not_found` for work of a kind that does not. */
export function quizOf({ details, kind }: Pick<SubmissionNow, 'details' | 'kind'>): Quiz {
  const asked = askedIn(kind, details)
  if (!asked) throw new Refused('not_found')
  const { key, ...rules } = asked
  return { rules, sections: key?.sections ?? [] }
}

/** What names a pupil's attempt: the same numbers and the same order are drawn from it again. */
export const wordsOf = ({ workId, placeId }: SubmissionAddress, attempt: number): string =>
  `${workId} ${placeId} ${attempt}`

/** The sections of an attempt, with the questions that were picked when it was begun, as they are now. */
export function sectionsOf(
  quiz: Quiz,
  address: SubmissionAddress,
  { number, questions }: Pick<Attempt, 'number' | 'questions'>,
): Section[] {
  if (questions === null) return pickSections(quiz.sections, quiz.rules, wordsOf(address, number))
  const places = new Map((JSON.parse(questions) as string[]).map((id, index) => [id, index]))
  const placeOf = ({ id }: Question) => places.get(id) ?? -1
  return quiz.sections
    .map(section => ({
      ...section,
      questions: section.questions
        .filter(one => places.has(one.id))
        .sort((one, other) => placeOf(one) - placeOf(other)),
    }))
    .filter(section => section.questions.length)
}

/** What an answer to a question is marked with: the numbers that were drawn for it. */
export function markingOf(
  question: Question,
  words: string,
  { decimalSign: sign }: Pick<Attempt, 'decimalSign'>,
): Marking {
  const decimalSign = sign === ',' ? ',' : '.'
  if (!question.draws.length) return { decimalSign, drawn: {} }
  const drawn = drawNumbers(question, `${words} ${question.id}`)
  return { decimalSign, drawn: drawn.ok ? drawn.value : {} }
}

/** Which part of its points an answer is worth; null while a teacher has to say it. */
export const shareOf = (question: Question, answer: Answer, marking: Marking): number | null =>
  markAnswerTo(question, answer, marking)?.share ?? null

export type Newest = {
  readonly attempts: readonly Attempt[]
  readonly newest: Attempt | undefined
  readonly answers: Map<string, StoredAnswer>
}

const newestOf = ({ attempts, answers }: Sitting): Newest => ({
  attempts,
  newest: attempts.at(-1),
  answers: new Map(answers.map(one => [one.questionId, one])),
})

/** The attempt that a pupil is at, and what was answered in it; undefined before the first. */
export const newestAttempt = async (world: World, address: SubmissionAddress): Promise<Newest> =>
  newestOf(await sittingOf(world.db, address))

/**
 * The score of an attempt: what each of its questions is worth, less its checks. Null while a teacher has to mark a part of
 * it that was answered.
 */
export function scoreOfAttempt(
  rules: QuizRules,
  sections: readonly Section[],
  answers: ReadonlyMap<string, StoredAnswer>,
): Hundredths | null {
  let score = 0
  for (const question of questionsOf(sections)) {
    const answer = answers.get(question.id)
    if (!answer) continue
    if (answer.share === null) {
      if (!isMarkedByKey(question)) return null
      continue
    }
    score += scoreOf(question.points, answer.share, answer ?? UNCHECKED, rules)
  }
  return score
}

/** The latest moment at which something of an attempt was saved; when it was begun, where nothing was. */
export const lastSavedAt = (attempt: Attempt, answers: ReadonlyMap<string, StoredAnswer>): Instant =>
  [...answers.values()].reduce((latest, { at }) => Math.max(latest, at), attempt.begunAt)

/** The version of an attempt as a whole: it rises with every answer that is changed. */
export const versionOf = (answers: ReadonlyMap<string, StoredAnswer>): number =>
  [...answers.values()].reduce((sum, { version }) => sum + version, 0)

/** When nothing more is taken: later than for others where somebody was asked to try again. Null for never. */
export function closingOf({ status, timing }: Pick<SubmissionNow, 'status' | 'timing'>): Instant | null {
  const { closesAt } = timing
  if (status.phase !== 'tryAgain') return closesAt
  return closesAt === null || status.tryAgainBy === null ? null : Math.max(closesAt, status.tryAgainBy)
}

/** A quiz with one pupil’s submission and attempts, as they are now. Refuses `not_found`. */
export async function readingOf(world: World, address: SubmissionAddress) {
  const submission = await findSubmission(world, address)
  const quiz = quizOf(submission)
  const sitting = await sittingOf(world.db, address)
  const { moreMinutes } = sitting
  return { quiz, address, submission, moreMinutes, ...newestOf(sitting), now: world.clock.now() } as const
}
export type Reading = Awaited<ReturnType<typeof readingOf>>

/** Who posted a work: what a quiz does by itself is done in that name. */
export async function teacherOf(world: World, { workId }: SubmissionAddress): Promise<AccountId> {
  const row = await postedBy(world.db, workId)
  if (!row) throw new Refused('not_found')
  return row.postedBy as AccountId
}
