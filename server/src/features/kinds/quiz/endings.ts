import { isUnanswered } from '@oppen/core/questions'
import { MOVES } from '@oppen/core/work'
import { endOf, LATE, ON_ITS_WAY } from '@oppen/core/work/kinds/quiz'
import type { World } from '../../../world.js'
import { applyMove, type SubmissionAddress } from '../../submissions/moves.js'
import type { Ended, Ending } from '../kind.js'
import { closingOf, readingOf, teacherOf, versionOf } from './attempt.js'
import { quizAttempts } from './models.js'
import { attemptsLeftOpen, readyToComeBack } from './queries.js'
import { markOfAttempts } from './scores.js'

/** So long after its end a device has had time to hand an attempt in by itself: a minute. */
const LEFT_OPEN = ON_ITS_WAY + 40_000

/** What is to end by itself: attempts whose time is over and that nobody handed in, and what can come back by now. */
export async function endingsOf(world: World): Promise<Ending[]> {
  const now = world.clock.now()
  const open = await attemptsLeftOpen(world.db, now - LEFT_OPEN)
  const ready = await readyToComeBack(world.db, now, now - LATE)
  return [
    ...open.map(address => ({ address, end: () => endAttemptOf(world, address) })),
    ...ready.map(address => ({ address, end: () => comeBack(world, address) })),
  ]
}

/**
 * Ends the attempt that is open, where its time is over. Gives what is to be handed in, as it was then; null where there is
 * nothing: then it ends with no points.
 */
async function endAttemptOf(world: World, address: SubmissionAddress): Promise<Ended | null> {
  const { quiz, submission, moreMinutes, newest, answers, now } = await readingOf(world, address)
  if (!newest || newest.handedInAt !== null || !MOVES.handIn.includes(submission.status.phase)) return null
  const endedAt = endOf(quiz.rules, newest.begunAt, moreMinutes, closingOf(submission))
  if (endedAt === null || now < endedAt + LEFT_OPEN) return null
  const blank = [...answers.values()].every(({ answer }) => isUnanswered(JSON.parse(answer)))
  const { workId, placeId } = address
  const where = { workId, placeId, number: newest.number, handedInAt: null }
  await world.db.write(async () => {
    const ended = blank ? { ended: 1, handedInAt: endedAt, score: 0 } : { ended: 1 }
    await world.db.model(quizAttempts).update(ended, { where })
    if (blank) world.db.afterCommit(() => void world.live.tell({ what: 'submission', ...address }))
  })
  return blank ? null : { endedAt, version: versionOf(answers), by: await teacherOf(world, address) }
}

/** Hands back with the score that counts. */
const comeBack = (world: World, address: SubmissionAddress): Promise<null> =>
  world.db.write(async () => {
    const { quiz, submission, attempts, now } = await readingOf(world, address)
    if (submission.status.phase !== 'withTeacher' || attempts.some(({ score }) => score === null)) return null
    const mark = markOfAttempts(quiz.rules.counted, attempts, submission.points)
    const by = await teacherOf(world, address)
    await applyMove(world, address, { kind: 'handBack', at: now, mark }, { by })
    return null
  })
