import { setImmediate } from 'node:timers/promises'
import type { AskedInQuiz, BodyOf, QuizPage, ReplyOf, routes } from '@oppen/contract'
import type { AccountId, Instant } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import {
  type Answer,
  answerText,
  checkQuestion,
  type Question,
  readAnswerTo,
  withoutKey,
} from '@oppen/core/questions'
import { mayTakeBack, type SubmissionStatus } from '@oppen/core/work'
import {
  afterCheck,
  countedScore,
  endOf,
  isInTime,
  mayBegin,
  mayCheck,
  type QuizRules,
  questionsOf,
  UNCHECKED,
} from '@oppen/core/work/kinds/quiz'
import { Refused, take } from '../../../refusal.js'
import type { World } from '../../../world.js'
import { languageOf } from '../../accounts/service.js'
import { applyMove, findSubmission, type SubmissionAddress } from '../../submissions/moves.js'
import {
  type Attempt,
  closingOf,
  markingOf,
  newestAttempt,
  quizOf,
  type StoredAnswer,
  scoreOfAttempt,
  sectionsOf,
  shareOf,
  wordsOf,
} from './attempt.js'
import { quizAnswers, quizAttempts, quizChecks, quizMoreTime } from './models.js'
import { attemptsOf, checkOf, moreMinutesOf, postedBy } from './queries.js'
import { askedOf, lookAt, pageOf } from './shown.js'

type Saving = BodyOf<typeof routes.saveAnswers>
type Saved = ReplyOf<typeof routes.saveAnswers>

/** The sign between whole and part in the language of whoever answers. */
const signOf = (language: string) => (language === 'pt' ? ',' : '.')

async function readingOf(world: World, viewer: Viewer, address: SubmissionAddress) {
  const language = await languageOf(world, viewer.accountId)
  const submission = await findSubmission(world, address)
  const quiz = quizOf(submission)
  const moreMinutes = await moreMinutesOf(world.db, address)
  return {
    quiz,
    address,
    submission,
    moreMinutes,
    decimalSign: signOf(language),
    now: world.clock.now(),
  } as const
}

/** A quiz as one pupil has it now. */
export async function seeQuiz(world: World, viewer: Viewer, address: SubmissionAddress): Promise<QuizPage> {
  const reading = await readingOf(world, viewer, address)
  const { attempts, answers } = await newestAttempt(world, address)
  return pageOf(reading, attempts, answers)
}

/**
 * Begins the attempt with this number; asked twice it is begun once. Refuses what `mayBegin` refuses, and
 * `attempt_not_newest` where another one is the next.
 */
export async function beginAttempt(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  number: number,
): Promise<SubmissionStatus> {
  return world.db.write(async () => {
    const { quiz, submission, now } = await readingOf(world, viewer, address)
    const attempts = await attemptsOf(world.db, address)
    const newest = attempts.at(-1)
    if (newest?.number === number && newest.handedInAt === null) return submission.status
    if (number !== attempts.length + 1 || (newest && newest.handedInAt === null))
      throw new Refused('attempt_not_newest', { number: newest?.number ?? 1 })
    take(
      mayBegin(quiz.rules, attempts.length, submission.timing, now, submission.status.phase === 'tryAgain'),
    )
    const status = await reopen(world, viewer, address, now)
    const { workId, placeId } = address
    await world.db
      .model(quizAttempts)
      .create({ workId, placeId, number, begunAt: now, handedInAt: null, score: null })
    return status
  })
}

/** Moves a submission to where its pupil can write on it. */
async function reopen(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  at: Instant,
): Promise<SubmissionStatus> {
  const { status, timing } = await findSubmission(world, address)
  const by = viewer.accountId
  switch (status.phase) {
    case 'untouched':
      return applyMove(world, address, { kind: 'start', at }, { by })
    case 'withTeacher':
      take(mayTakeBack(status, timing, at))
      return applyMove(world, address, { kind: 'takeBack', at }, { by })
    case 'handedBack': {
      const teacher = await teacherOf(world, address)
      return applyMove(world, address, { kind: 'tryAgain', at, by: timing.dueAt }, { by: teacher })
    }
    case 'started':
    case 'tryAgain':
      return status
    default:
      throw new Refused('not_yours_to_change', { phase: status.phase })
  }
}

async function teacherOf(world: World, { workId }: SubmissionAddress): Promise<AccountId> {
  const row = await postedBy(world.db, workId)
  if (!row) throw new Refused('not_found')
  return row.postedBy as AccountId
}

type Open = Awaited<ReturnType<typeof openAttempt>>

/** The attempt with this number, while its answers can be changed. Refuses `attempt_not_newest` and `attempt_handed_in`. */
async function openAttempt(
  world: World,
  viewer: Viewer,
  { attempt: number, ...address }: SubmissionAddress & { readonly attempt: number },
) {
  const reading = await readingOf(world, viewer, address)
  const { newest, answers } = await newestAttempt(world, address)
  if (!newest || newest.number !== number)
    throw new Refused('attempt_not_newest', { number: newest?.number ?? 1 })
  if (newest.handedInAt !== null) throw new Refused('attempt_handed_in')
  const words = wordsOf(address, number)
  const questions = new Map(questionsOf(sectionsOf(reading.quiz, address, number)).map(one => [one.id, one]))
  return { reading, attempt: newest, answers, words, questions }
}

/** Refuses `attempt_over` with `at` for what was given after the time of an attempt was over. */
function inTime({ reading, attempt }: Open, givenAt: Instant): void {
  const { quiz, submission, moreMinutes } = reading
  const endsAt = endOf(quiz.rules, attempt.begunAt, moreMinutes, closingOf(submission))
  if (!isInTime(givenAt, endsAt)) throw new Refused('attempt_over', { at: endsAt ?? givenAt })
}

/**
 * Saves answers as they stand, readable or not, and marks those that can be. An answer that was changed elsewhere in between
 * is left as it is and given back. Refuses `attempt_not_newest`, `attempt_handed_in`, `attempt_over`, and `answer_part` for a question
 * that is none of the attempt.
 */
export async function saveAnswers(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { attempt, answers: given }: Saving,
): Promise<Saved> {
  return world.db.write(async () => {
    const open = await openAttempt(world, viewer, { ...address, attempt })
    const saved: Saved = { saved: [], changed: [], savedAt: open.reading.now }
    for (const { questionId, answer, version, flagged, waited } of given) {
      const question = open.questions.get(questionId)
      if (!question || answer.kind !== question.kind) throw new Refused('answer_part')
      const at = Math.max(open.attempt.begunAt, open.reading.now - Math.round(waited))
      inTime(open, at)
      const before = open.answers.get(questionId)
      const text = answerText(answer)
      const same = before?.answer === text
      if ((before?.version ?? 0) !== version && !same) {
        if (before)
          saved.changed.push({ questionId, answer: JSON.parse(before.answer), version: before.version })
        continue
      }
      if (before?.solved && !same) throw new Refused('already_right')
      // what is right was shown with its last check
      if (before && !same && isShown(open.reading.quiz.rules, before))
        throw new Refused('checks_used', { most: before.checks })
      const row = answerRow(open, question, answer, { before, at, flagged })
      await write(world, address, open, row)
      // a formula may take a while, and there may be a hundred
      await setImmediate()
      saved.saved.push({ questionId, version: row.version })
    }
    return saved
  })
}

/** Whether the right answer was shown with a check: it is told at once, and there is no further check. */
const isShown = ({ shown, checks }: QuizRules, answer: StoredAnswer): boolean =>
  shown === 'atOnce' && answer.checks > 0 && checks !== null && answer.checks >= checks

function answerRow(
  { words, reading }: Open,
  question: Question,
  answer: Answer,
  { before, at, flagged }: { before: StoredAnswer | undefined; at: Instant; flagged: boolean },
): StoredAnswer {
  const text = answerText(answer)
  const { checks, wrongChecks } = before ?? UNCHECKED
  return {
    questionId: question.id,
    answer: text,
    version: before?.answer === text ? before.version : (before?.version ?? 0) + 1,
    flagged: flagged ? 1 : 0,
    at,
    checks,
    wrongChecks,
    checkedVersion: before?.checkedVersion ?? 0,
    solved: before?.solved ?? 0,
    share: shareOf(question, answer, markingOf(question, words, reading.decimalSign)),
  }
}

async function write(world: World, address: SubmissionAddress, open: Open, row: StoredAnswer): Promise<void> {
  const { workId, placeId } = address
  const { number } = open.attempt
  await world.db.model(quizAnswers).upsert({ workId, placeId, attempt: number, ...row })
  open.answers.set(row.questionId, row)
  const { classId } = address
  world.db.afterCommit(() => void world.live.tell({ what: 'answers', classId, workId }))
}

/**
 * Checks one answer: it is saved, marked, and told as far as the quiz says. Which check it is comes along, so that one that is
 * sent twice counts once. What cannot be read is refused and costs nothing. Refuses as `saveAnswers` does, what `mayCheck` and
 * `readAnswerTo` refuse, and `answer_changed` where it was changed elsewhere in between.
 */
export async function checkAnswer(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { attempt, questionId, answer, version, check }: BodyOf<typeof routes.checkAnswer>,
): Promise<AskedInQuiz> {
  return world.db.write(async () => {
    const open = await openAttempt(world, viewer, { ...address, attempt })
    const question = open.questions.get(questionId)
    if (!question) throw new Refused('answer_part')
    const before = open.answers.get(questionId)
    const text = answerText(answer)
    const made = await checkOf(world.db, address, { attempt, questionId, number: check })
    if (made) {
      if (made.answer !== text) throw new Refused('answer_changed')
      return askedOf(open.reading, question, { attempt: open.attempt, stored: before })
    }
    const progress = { checks: 0, wrongChecks: 0, ...before, solved: before?.solved === 1 }
    if (check !== progress.checks + 1) throw new Refused('answer_changed')
    take(mayCheck(open.reading.quiz.rules, progress))
    if (before && before.version !== version && before.answer !== text) throw new Refused('answer_changed')
    inTime(open, open.reading.now)
    const marking = markingOf(question, open.words, open.reading.decimalSign)
    take(readAnswerTo(withoutKey(question), answer, marking), 'answer')
    const row = answerRow(open, question, answer, {
      before,
      at: open.reading.now,
      flagged: before?.flagged === 1,
    })
    if (row.share === null) throw new Refused('no_checks')
    const after = afterCheck(progress, row.share)
    const stored = { ...row, ...after, checkedVersion: row.version, solved: after.solved ? 1 : 0 }
    await write(world, address, open, stored)
    await world.db.model(quizChecks).create({
      workId: address.workId,
      placeId: address.placeId,
      attempt,
      questionId,
      number: check,
      answer: text,
      share: row.share,
      at: open.reading.now,
    })
    return askedOf(open.reading, question, { attempt: open.attempt, stored })
  })
}

/**
 * Ends the attempt that was handed in: its score is written down, and where nothing of it waits for a teacher and the quiz
 * tells at once, the submission comes back with the score that counts. Inside the command that hands in.
 */
export async function endAttempt(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  at: Instant,
): Promise<void> {
  const { quiz, submission } = await readingOf(world, viewer, address)
  const { attempts, newest, answers } = await newestAttempt(world, address)
  if (!newest) return
  const score = scoreOfAttempt(quiz.rules, sectionsOf(quiz, address, newest.number), answers)
  const { workId, placeId } = address
  await world.db
    .model(quizAttempts)
    .update({ handedInAt: at, score }, { where: { workId, placeId, number: newest.number } })
  const ended: Attempt[] = [...attempts.slice(0, -1), { ...newest, score, handedInAt: at }]
  const mark = markOfAttempts(quiz.rules.counted, ended, submission.points)
  const tells = quiz.rules.shown === 'atOnce' || quiz.rules.shown === 'afterHandIn'
  if (mark === null || !tells) return
  const by = await teacherOf(world, address)
  await applyMove(world, address, { kind: 'handBack', at, mark }, { by })
}

/** The score that counts of all attempts; null while one of them is not marked, or where the work has no points. */
export function markOfAttempts(
  counted: Parameters<typeof countedScore>[1],
  attempts: readonly Attempt[],
  points: number | null,
): number | null {
  const scores = attempts.map(({ score }) => score)
  if (points === null || scores.some(score => score === null)) return null
  const mark = countedScore(scores as number[], counted)
  return mark === null ? null : Math.min(mark, points)
}

/** Gives one pupil more time in each attempt, also in the one that is open; nought takes it back. */
export async function setMoreTime(
  world: World,
  address: SubmissionAddress,
  minutes: number,
): Promise<{ done: true }> {
  const { workId, placeId, classId } = address
  return world.db.write(async () => {
    quizOf(await findSubmission(world, address))
    if (minutes) await world.db.model(quizMoreTime).upsert({ workId, placeId, minutes })
    else await world.db.model(quizMoreTime).destroy({ where: { workId, placeId } })
    world.db.afterCommit(() => {
      void world.live.tell({ what: 'answers', classId, workId })
      void world.live.tell({ what: 'submission', ...address })
    })
    return { done: true }
  })
}

/** Twenty drawings of a question that is being written. Refuses what it lacks. */
export async function drawQuestion(question: Question): Promise<ReplyOf<typeof routes.drawQuestion>> {
  take(checkQuestion(question))
  return { drawings: lookAt(question, 20) }
}
