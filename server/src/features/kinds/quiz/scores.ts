import { setImmediate } from 'node:timers/promises'
import type { QuizDetails, ReplyOf, routes } from '@oppen/contract'
import type { AccountId, Instant, PlaceId } from '@oppen/core/ids'
import { type Hundredths, readMark, showHundredths } from '@oppen/core/marks'
import type { Viewer } from '@oppen/core/permissions'
import { type Answer, answerText, isMarkedByKey, type Question } from '@oppen/core/questions'
import { LIMITS } from '@oppen/core/texts'
import {
  countedScore,
  type QuizRules,
  questionsOf,
  type Regraded,
  regrade,
  type Section,
} from '@oppen/core/work/kinds/quiz'
import { Refused, take } from '../../../refusal.js'
import type { World } from '../../../world.js'
import type { WorkAddress } from '../../submissions/address.js'
import { applyMove, findSubmission, type SubmissionAddress } from '../../submissions/moves.js'
import {
  type Attempt,
  markingOf,
  newestAttempt,
  type Quiz,
  type Reading,
  readingOf,
  type StoredAnswer,
  scoreOfAttempt,
  sectionsOf,
  teacherOf,
  wordsOf,
} from './attempt.js'
import { quizAnswers, quizAttempts } from './models.js'
import { allOf, answersOf, detailsOf, type OfPlace, putAnswers, putScores } from './queries.js'

type Scored = Pick<Attempt, 'score'>

/** The score that counts of all attempts; null while one of them is not marked, or where the work has no points. */
export function markOfAttempts(
  counted: QuizRules['counted'],
  attempts: readonly Scored[],
  points: Hundredths | null,
): Hundredths | null {
  const scores = attempts.map(({ score }) => score)
  if (points === null || scores.some(score => score === null)) return null
  const mark = countedScore(scores as number[], counted)
  return mark === null ? null : Math.min(mark, points)
}

/**
 * Ends the attempt that was handed in: its score is written down, and where nothing of it waits for a teacher and the quiz
 * tells at once, the submission comes back with the score that counts. Inside the command that hands in.
 */
export async function endAttempt(world: World, address: SubmissionAddress, at: Instant): Promise<void> {
  const { quiz, submission, attempts, newest, answers } = await readingOf(world, address)
  if (!newest) return
  const score = scoreOfAttempt(quiz.rules, sectionsOf(quiz, address, newest), answers)
  await store(world, address, newest.number, { handedInAt: at, score })
  const ended: Attempt[] = [...attempts.slice(0, -1), { ...newest, score, handedInAt: at }]
  const tells = quiz.rules.shown === 'atOnce' || quiz.rules.shown === 'afterHandIn'
  // more of it may be on its way
  if (!tells || newest.ended || ended.some(one => one.score === null)) return
  const mark = markOfAttempts(quiz.rules.counted, ended, submission.points)
  await applyMove(world, address, { kind: 'handBack', at, mark }, { by: await teacherOf(world, address) })
}

const store = (
  world: World,
  { workId, placeId }: SubmissionAddress,
  number: number,
  part: Partial<Attempt>,
) => world.db.model(quizAttempts).update(part, { where: { workId, placeId, number } })

/** Scores the newest attempt anew after its answers have changed, and lets the mark follow; inside a command. */
export async function scoreAnew(world: World, address: SubmissionAddress, { quiz }: Reading): Promise<void> {
  const { attempts, newest, answers } = await newestAttempt(world, address)
  if (!newest || newest.handedInAt === null) return
  const score = scoreOfAttempt(quiz.rules, sectionsOf(quiz, address, newest), answers)
  if (score === newest.score) return
  await store(world, address, newest.number, { score })
  const after = [...attempts.slice(0, -1), { ...newest, score }]
  await follow(world, address, {
    ...marksOf(quiz.rules, attempts, after),
    by: await teacherOf(world, address),
    note: '',
  })
}

type Marks = { readonly before: Hundredths | null; readonly after: Hundredths | null }

const marksOf = (
  { counted }: QuizRules,
  before: readonly Scored[],
  after: readonly Scored[],
  points = Number.POSITIVE_INFINITY,
): Marks => ({
  before: markOfAttempts(counted, before, points),
  after: markOfAttempts(counted, after, points),
})

/**
 * Lets the mark of what was handed back follow a score that has changed, with a note below what the teacher said. A mark
 * that a teacher gave otherwise stays.
 */
async function follow(
  world: World,
  address: SubmissionAddress,
  { before, after, by, note }: Marks & { readonly by: AccountId; readonly note: string },
): Promise<void> {
  const { status, points, feedback } = await findSubmission(world, address)
  if (status.phase !== 'handedBack' || points === null || after === null) return
  const mark = Math.min(after, points)
  if (mark === status.mark || before === null || (status.mark !== null && status.mark !== before)) return
  await applyMove(
    world,
    address,
    { kind: 'handBack', at: world.clock.now(), mark },
    {
      by,
      said: { feedback: [feedback, note].filter(Boolean).join('\n\n').slice(0, LIMITS.feedback) || null },
    },
  )
}

/** Writes down what a teacher gives for an answer, as points that were typed; nothing takes it back. */
export async function setAnswerMark(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  {
    attempt,
    questionId,
    points,
    note,
  }: { attempt: number; questionId: string; points: string; note: string },
): Promise<{ done: true }> {
  return world.db.write(async () => {
    const { quiz, attempts } = await readingOf(world, address)
    const at = attempts.find(({ number }) => number === attempt)
    if (!at) throw new Refused('not_found')
    const question = questionsOf(sectionsOf(quiz, address, at)).find(({ id }) => id === questionId)
    if (!question) throw new Refused('not_found')
    if (isMarkedByKey(question)) throw new Refused('marked_by_key')
    if (note.length > LIMITS.note)
      throw new Refused('text_long', { what: 'feedback', most: LIMITS.note, got: note.length }, 'note')
    const mark = points.trim() ? take(readMark(points, question.points), 'points') : null
    const share = mark === null ? null : question.points ? mark / question.points : 1
    const { workId, placeId, classId } = address
    const [changed] = await world.db
      .model(quizAnswers)
      .update({ share, note: note.trim() }, { where: { workId, placeId, attempt, questionId } })
    if (!changed) throw new Refused('not_found')
    if (at.handedInAt !== null) {
      const answers = await answersOf(world.db, address, attempt)
      const byQuestion = new Map(answers.map(one => [one.questionId, one]))
      const score = scoreOfAttempt(quiz.rules, sectionsOf(quiz, address, at), byQuestion)
      await store(world, address, attempt, { score })
      const after = attempts.map(one => (one.number === attempt ? { ...one, score } : one))
      await follow(world, address, {
        ...marksOf(quiz.rules, attempts, after),
        by: viewer.accountId,
        note: '',
      })
    }
    world.db.afterCommit(() => {
      void world.live.tell({ what: 'answers', classId, workId })
      void world.live.tell({ what: 'submission', ...address })
    })
    return { done: true }
  })
}

type Rescored = Marks & {
  readonly placeId: PlaceId
  readonly name: string
  /** Whether a teacher gave another mark than the score: it stays. */
  readonly kept: boolean
  readonly attempts: readonly {
    readonly number: number
    readonly score: Hundredths | null
    readonly rows: readonly StoredAnswer[]
  }[]
}

/** Whose scores change from one quiz to another, with the answers that are marked otherwise. */
async function rescored(
  { workId, classId }: WorkAddress,
  all: readonly OfPlace[],
  was: Quiz,
  is: Quiz,
): Promise<Rescored[]> {
  const markAnew = onceEach()
  const changed = changedQuestions(was.sections, is.sections)
  const found: Rescored[] = []
  for (const { placeId, name, phase, mark, attempts } of all) {
    const address = { classId, workId, placeId }
    const anew = []
    for (const { answers: rows, ...attempt } of attempts) {
      const answers = new Map(rows.map(row => [row.questionId, row]))
      const words = wordsOf(address, attempt.number)
      const sections = sectionsOf(is, address, attempt)
      const other: StoredAnswer[] = []
      for (const question of questionsOf(sections)) {
        const row = answers.get(question.id)
        if (!row || !changed.has(question.id)) continue
        const next = markAnew(question, row, markingOf(question, words, attempt))
        answers.set(question.id, next)
        if (next.share !== row.share || next.answer !== row.answer || next.solved !== row.solved)
          other.push(next)
        // a formula may take a while, and there may be thousands
        await setImmediate()
      }
      const score = attempt.handedInAt === null ? null : scoreOfAttempt(is.rules, sections, answers)
      anew.push({ number: attempt.number, handedInAt: attempt.handedInAt, score, rows: other })
    }
    const over = (list: readonly (Scored & Pick<Attempt, 'handedInAt'>)[]) =>
      list.filter(({ handedInAt }) => handedInAt !== null)
    const marks = marksOf(is.rules, over(attempts), over(anew))
    const touched = anew.some(
      ({ rows, score }, index) => rows.length || score !== (attempts[index]?.score ?? null),
    )
    const kept = phase === 'handedBack' && mark !== null && mark !== marks.before
    if (touched) found.push({ placeId, name, ...marks, kept, attempts: anew })
  }
  return found
}

type Recorded = StoredAnswer & { readonly checked: readonly Answer[] }

function markedAnew(
  question: Question,
  { checked, ...row }: Recorded,
  marking: ReturnType<typeof markingOf>,
  once: (make: () => Regraded) => Regraded = make => make(),
): Recorded {
  if (!isMarkedByKey(question)) return { ...row, checked }
  const { answer, share, progress } = once(() =>
    regrade(question, marking, { answer: JSON.parse(row.answer) as Answer, checked }),
  )
  const text = answerText(answer)
  const version = text === row.answer ? row.version : row.version + 1
  return {
    ...row,
    answer: text,
    version,
    share,
    checks: progress.checks,
    wrongChecks: progress.wrongChecks,
    checkedVersion: progress.solved ? version : row.checkedVersion,
    solved: progress.solved ? 1 : 0,
    checked,
  }
}

/** Marks anew, the same answer to the same question once: a class gives few different ones, and everybody waits for it. */
function onceEach(): typeof markedAnew {
  const known = new Map<string, Regraded>()
  return (question, row, marking) =>
    markedAnew(question, row, marking, make => {
      if (question.draws.length) return make()
      const name = JSON.stringify([question.id, marking.decimalSign, row.answer, row.checked])
      const found = known.get(name) ?? make()
      known.set(name, found)
      return found
    })
}

/** The ids of the questions that are asked or marked otherwise than before. */
function changedQuestions(was: readonly Section[], is: readonly Section[]): ReadonlySet<string> {
  const told = ({ kind, ask, key, draws }: Question) => JSON.stringify([kind, ask, key, draws])
  const before = new Map(questionsOf(was).map(one => [one.id, told(one)]))
  return new Set(
    questionsOf(is)
      .filter(one => before.has(one.id) && before.get(one.id) !== told(one))
      .map(({ id }) => id),
  )
}

const quizFrom = ({ key, ...rules }: QuizDetails): Quiz => ({ rules, sections: key?.sections ?? [] })

/** Whose scores would change if the quiz were changed to this, and how; nothing is written. */
export async function tryQuiz(
  world: World,
  address: WorkAddress,
  after: QuizDetails,
): Promise<ReplyOf<typeof routes.tryQuiz>> {
  const stored = await detailsOf(world.db, address)
  if (!stored) throw new Refused('not_found')
  const before = quizFrom(JSON.parse(stored.details))
  const all = await allOf(world.db, address.workId)
  const changes = await rescored(address, all, before, quizFrom(after))
  return {
    changes: changes
      .filter(one => one.before !== one.after)
      .map(({ placeId, name, kept, before: was, after: is }) => ({
        placeId,
        name,
        kept,
        before: was,
        after: is,
      })),
  }
}

/**
 * Lets answers, scores and marks follow a posted quiz that was changed; inside the command that changes it. Refuses
 * `draws_answered` where a question would have other numbers than those that were answered.
 */
export async function followChange(
  world: World,
  viewer: Viewer,
  address: WorkAddress,
  { before, after, note }: { before: QuizDetails; after: QuizDetails; note: string },
): Promise<void> {
  const [was, is] = [quizFrom(before), quizFrom(after)]
  const drawn = new Map(questionsOf(was.sections).map(one => [one.id, JSON.stringify(one.draws)]))
  const all = await allOf(world.db, address.workId)
  const answered = new Set(
    all.flatMap(({ attempts }) =>
      attempts.flatMap(({ answers }) => answers.map(({ questionId }) => questionId)),
    ),
  )
  for (const [at, { questions }] of is.sections.entries())
    for (const [index, { id, draws }] of questions.entries())
      if (answered.has(id) && drawn.has(id) && drawn.get(id) !== JSON.stringify(draws))
        throw new Refused('draws_answered', undefined, `details.quiz.key.sections.${at}.questions.${index}`)
  const changes = await rescored(address, all, was, is)
  const { classId, workId } = address
  const attempts = changes.flatMap(({ placeId, attempts: own }) =>
    own.map(({ number, score, rows }) => ({ workId, placeId, number, score, rows })),
  )
  await putScores(
    world.db,
    attempts.map(({ rows: _, ...attempt }) => attempt),
  )
  await putAnswers(
    world.db,
    attempts.flatMap(({ placeId, number, rows }) =>
      rows.map(row => ({ workId, placeId, attempt: number, ...row })),
    ),
  )
  for (const { placeId, ...marks } of changes) {
    const submission = { ...address, placeId }
    const text = note && marks.before !== null && marks.after !== null ? withScores(note, marks) : note
    await follow(world, submission, { ...marks, by: viewer.accountId, note: text })
    world.db.afterCommit(() => void world.live.tell({ what: 'submission', ...submission }))
  }
  if (!changes.length) return
  world.db.afterCommit(() => void world.live.tell({ what: 'answers', classId, workId }))
}

const withScores = (note: string, { before, after }: Marks): string =>
  `${note} (${showHundredths(before ?? 0)} → ${showHundredths(after ?? 0)})`
