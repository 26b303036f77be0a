import { setImmediate } from 'node:timers/promises'
import type { AskedInQuiz, BodyOf, QuizPage, ReplyOf, routes } from '@oppen/contract'
import type { Instant } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import {
  type Answer,
  answerText,
  checkQuestion,
  isMarkedByKey,
  type Question,
  readAnswerTo,
  withoutKey,
} from '@oppen/core/questions'
import { mayTakeBack, pressTime, type SubmissionStatus } from '@oppen/core/work'
import {
  afterCheck,
  endOf,
  isInTime,
  mayBegin,
  mayCheck,
  pickSections,
  type QuizRules,
  questionsOf,
  takesLate,
  UNCHECKED,
} from '@oppen/core/work/kinds/quiz'
import { Refused, take } from '../../../refusal.js'
import type { World } from '../../../world.js'
import { languageOf } from '../../accounts/service.js'
import { applyMove, findSubmission, type SubmissionAddress } from '../../submissions/moves.js'
import {
  closingOf,
  lastSavedAt,
  markingOf,
  quizOf,
  readingOf,
  type StoredAnswer,
  sectionsOf,
  shareOf,
  teacherOf,
  wordsOf,
} from './attempt.js'
import { quizAttempts, quizChecks, quizMoreTime } from './models.js'
import { checkOf, putAnswers } from './queries.js'
import { scoreAnew } from './scores.js'
import { askedOf, lookAt, pageOf } from './shown.js'

type Saving = BodyOf<typeof routes.saveAnswers>
type Saved = ReplyOf<typeof routes.saveAnswers>

/** The sign between whole and part in the language of whoever answers. */
const signOf = (language: string) => (language === 'pt' ? ',' : '.')

/** A quiz as one pupil has it now. */
export async function seeQuiz(world: World, address: SubmissionAddress): Promise<QuizPage> {
  const reading = await readingOf(world, address)
  return pageOf(reading, reading.attempts, reading.answers)
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
    const { quiz, submission, now, attempts } = await readingOf(world, address)
    const newest = attempts.at(-1)
    if (newest?.number === number && newest.handedInAt === null) return submission.status
    if (number !== attempts.length + 1 || (newest && newest.handedInAt === null))
      throw new Refused('attempt_not_newest', { number: newest?.number ?? 1 })
    take(
      mayBegin(quiz.rules, attempts.length, submission.timing, now, submission.status.phase === 'tryAgain'),
    )
    const status = await reopen(world, viewer, address, now)
    const { workId, placeId } = address
    const picked = pickSections(quiz.sections, quiz.rules, wordsOf(address, number))
    await world.db.model(quizAttempts).create({
      workId,
      placeId,
      number,
      begunAt: now,
      handedInAt: null,
      score: null,
      questions: JSON.stringify(questionsOf(picked).map(({ id }) => id)),
      decimalSign: signOf(await languageOf(world, viewer.accountId)),
      ended: 0,
    })
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
      // a deadline that has passed is none for another attempt
      const dueAt = timing.dueAt !== null && timing.dueAt > at ? timing.dueAt : null
      return applyMove(world, address, { kind: 'tryAgain', at, by: dueAt }, { by: teacher })
    }
    case 'started':
    case 'tryAgain':
      return status
    default:
      throw new Refused('not_yours_to_change', { phase: status.phase })
  }
}

type Open = Awaited<ReturnType<typeof openAttempt>>

/**
 * The attempt with this number, while its answers can be changed. One that was ended because its time was over is open for what
 * was answered in time, where that is asked for. Refuses `attempt_not_newest` and `attempt_handed_in`.
 */
async function openAttempt(
  world: World,
  {
    late,
    attempt: number,
    ...address
  }: SubmissionAddress & { readonly attempt: number; readonly late?: boolean },
) {
  const reading = await readingOf(world, address)
  const { newest, answers } = reading
  if (!newest || newest.number !== number)
    throw new Refused('attempt_not_newest', { number: newest?.number ?? 1 })
  const { handedInAt, ended } = newest
  const { status } = reading.submission
  if (handedInAt !== null && !(late && takesLate(ended === 1, handedInAt, status, reading.now)))
    throw new Refused('attempt_handed_in')
  const words = wordsOf(address, number)
  const questions = new Map(questionsOf(sectionsOf(reading.quiz, address, newest)).map(one => [one.id, one]))
  return { reading, attempt: newest, answers, words, questions }
}

/** When the time of an attempt is over; null for never. */
function endsAtOf({ reading, attempt }: Open): Instant | null {
  const { quiz, submission, moreMinutes } = reading
  return endOf(quiz.rules, attempt.begunAt, moreMinutes, closingOf(submission))
}

const timeOver = (endsAt: Instant | null) => new Refused('attempt_over', { at: endsAt ?? 0 })

/**
 * Saves answers as they stand, readable or not, and marks those that can be. An answer that was changed elsewhere in between
 * is left as it is and given back; one that was given too late is left out. Refuses `attempt_not_newest`, `attempt_handed_in`, `attempt_over` where all were too late, and `answer_part` for a question
 * that is none of the attempt.
 */
export async function saveAnswers(
  world: World,
  address: SubmissionAddress,
  { attempt, answers: given }: Saving,
): Promise<Saved> {
  return world.db.write(async () => {
    const open = await openAttempt(world, { ...address, attempt, late: true })
    // an answer cannot have been given before the one that is here
    const heardAt = lastSavedAt(open.attempt, open.answers)
    const endsAt = endsAtOf(open)
    const saved: Saved = { saved: [], over: [], changed: [], savedAt: open.reading.now }
    const rows = new Map<string, StoredAnswer>()
    for (const { questionId, answer, version, flagged, waited } of given) {
      const question = open.questions.get(questionId)
      if (!question || answer.kind !== question.kind) throw new Refused('answer_part')
      const at = pressTime({ pressedAt: 0, sentAt: waited }, open.reading.now, heardAt)
      if (!isInTime(at, endsAt)) {
        saved.over.push(questionId)
        continue
      }
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
      open.answers.set(questionId, row)
      rows.set(questionId, row)
      // a formula may take a while, and there may be a hundred
      await setImmediate()
      saved.saved.push({ questionId, version: row.version })
    }
    if (saved.over.length === given.length) throw timeOver(endsAt)
    await write(world, address, open, [...rows.values()])
    if (open.attempt.handedInAt !== null) await scoreAnew(world, address, open.reading)
    return saved
  })
}

/** Whether the right answer was shown with a check: it is told at once, and there is no further check. */
const isShown = ({ shown, checks }: QuizRules, answer: StoredAnswer): boolean =>
  shown === 'atOnce' && answer.checks > 0 && checks !== null && answer.checks >= checks

function answerRow(
  { words, attempt, answers }: Open,
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
    note: before?.note ?? '',
    spent: (before?.spent ?? 0) + Math.min(Math.max(0, at - lastSavedAt(attempt, answers)), LONGEST_STEP),
    checks,
    wrongChecks,
    checkedVersion: before?.checkedVersion ?? 0,
    solved: before?.solved ?? 0,
    // what a teacher gave for it stays while it is the same
    share:
      before?.answer === text && !isMarkedByKey(question)
        ? before.share
        : shareOf(question, answer, markingOf(question, words, attempt)),
  }
}

/** What lies longer between two answers was not spent on the second: ten minutes. */
const LONGEST_STEP = 10 * 60_000

async function write(
  world: World,
  address: SubmissionAddress,
  { attempt }: Open,
  rows: readonly StoredAnswer[],
): Promise<void> {
  const { workId, placeId, classId } = address
  await putAnswers(
    world.db,
    rows.map(row => ({ workId, placeId, attempt: attempt.number, ...row })),
  )
  world.db.afterCommit(() => void world.live.tell({ what: 'answers', classId, workId }))
}

/**
 * Checks one answer: it is saved, marked, and told as far as the quiz says. Which check it is comes along, so that one that is
 * sent twice counts once. What cannot be read is refused and costs nothing. Refuses as `saveAnswers` does, what `mayCheck` and
 * `readAnswerTo` refuse, and `answer_changed` where it was changed elsewhere in between.
 */
export async function checkAnswer(
  world: World,
  address: SubmissionAddress,
  { attempt, questionId, answer, version, check }: BodyOf<typeof routes.checkAnswer>,
): Promise<AskedInQuiz> {
  return world.db.write(async () => {
    const open = await openAttempt(world, { ...address, attempt })
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
    const endsAt = endsAtOf(open)
    if (!isInTime(open.reading.now, endsAt)) throw timeOver(endsAt)
    const marking = markingOf(question, open.words, open.attempt)
    take(readAnswerTo(withoutKey(question), answer, marking), 'answer')
    const row = answerRow(open, question, answer, {
      before,
      at: open.reading.now,
      flagged: before?.flagged === 1,
    })
    if (row.share === null) throw new Refused('no_checks')
    const after = afterCheck(progress, row.share)
    const stored = { ...row, ...after, checkedVersion: row.version, solved: after.solved ? 1 : 0 }
    await write(world, address, open, [stored])
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
