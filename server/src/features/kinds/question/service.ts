import type { AnswersPage } from '@oppen/contract'
import type { ClassId, NoteId, PlaceId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { readText } from '@oppen/core/texts'
import { mayHandIn, mayTakeBack, type SubmissionStatus } from '@oppen/core/work'
import { type GivenAnswer, type Question, readAnswer, seesAnswers } from '@oppen/core/work/kinds/question'
import { newId } from '../../../ids.js'
import { Refused, take } from '../../../refusal.js'
import type { World } from '../../../world.js'
import { whatPupilsMay } from '../../classes/service.js'
import { applyMove, findSubmission, freeze, type SubmissionAddress } from '../../submissions/moves.js'
import { answerReplies, answers } from './models.js'
import { pageOf } from './page.js'
import { answerOf, answersJsonOf, questionOf, replyOf } from './queries.js'

type WorkAddress = { readonly classId: ClassId; readonly workId: WorkId }

/** A question with the answers that the viewer may see: all for teachers, for pupils as the question says. */
export async function seeAnswers(world: World, viewer: Viewer, address: WorkAddress): Promise<AnswersPage> {
  const place = viewer.places.find(tie => tie.classId === address.classId)
  const { classId, workId } = address
  const asking = { classId, workId, viewer: viewer.accountId, kind: viewer.kind, now: world.clock.now() }
  const json = await answersJsonOf(world.db, asking, place?.placeId ?? null)
  if (json === undefined) throw new Refused('not_found')
  const { notYet, ...page } = JSON.parse(json) as Omit<AnswersPage, 'mine' | 'shown' | 'answered' | 'of'>
  const mine = page.answers.find(one => one.mine) ?? null
  const { seeOthers } = await whatPupilsMay(world, classId)
  const shown = !place || seesAnswers(page.question, mine !== null, seeOthers)
  return {
    ...page,
    mine,
    shown,
    answers: shown ? page.answers.filter(one => !one.mine) : [],
    notYet: place ? [] : notYet,
    toMark: place ? 0 : page.toMark,
    answered: page.answers.length,
    of: page.answers.length + notYet.length,
  }
}

/**
 * Gives an answer, or another in place of the one before until the question closes. Each is a hand-in, so that what
 * was said when stays. Refuses `answer_changed` where it was changed elsewhere, and what `readAnswer` refuses.
 */
export async function giveAnswer(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { version, ...given }: GivenAnswer & { readonly version: number },
): Promise<SubmissionStatus> {
  const { workId, placeId, classId } = address
  return world.db.write(async () => {
    const submission = await findSubmission(world, address)
    const row = await questionOf(world.db, classId, workId)
    if (!row) throw new Refused('not_found')
    const answer = take(readAnswer(JSON.parse(row.question) as Question, given), 'text')
    const before = await answerOf(world.db, workId, placeId)
    if ((before?.version ?? 0) !== version) throw new Refused('answer_changed')
    const at = world.clock.now()
    const by = viewer.accountId
    let { status } = submission
    if (status.phase === 'untouched') {
      take(mayHandIn({ ...status, phase: 'started' }, submission.timing, at))
      status = await applyMove(world, address, { kind: 'start', at }, { by })
    }
    if (status.phase === 'withTeacher') {
      const { takeBack } = await whatPupilsMay(world, classId)
      take(mayTakeBack(status, submission.timing, at, takeBack))
      status = await applyMove(world, address, { kind: 'takeBack', at }, { by })
    }
    take(mayHandIn(status, submission.timing, at))
    const id = await freeze(world, address, { number: status.handIns + 1, html: pageOf(answer), at })
    const choices = JSON.stringify(answer.choices)
    await world.db
      .model(answers)
      .upsert({ workId, placeId, text: answer.text, choices, at, version: version + 1 })
    tellAnswers(world, address)
    return applyMove(world, address, { kind: 'handIn', at }, { by, handInId: id })
  })
}

/** Replies to somebody's answer. Refuses `answers_hidden` where the viewer does not see it. */
export async function replyToAnswer(
  world: World,
  viewer: Viewer,
  { classId, workId, answerOf: placeId }: WorkAddress & { answerOf: PlaceId },
  typed: string,
): Promise<{ noteId: NoteId }> {
  const text = take(readText('note', typed), 'text')
  const page = await seeAnswers(world, viewer, { classId, workId })
  const seen = [...page.answers, ...(page.mine ? [page.mine] : [])].some(one => one.placeId === placeId)
  if (!seen) throw new Refused('answers_hidden')
  const noteId = newId<NoteId>(world)
  await world.db.write(async () => {
    const at = world.clock.now()
    await world.db.model(answerReplies).create({
      id: noteId,
      workId,
      placeId,
      byAccount: viewer.accountId,
      text,
      at,
      removedAt: null,
      removedBy: null,
    })
    tellAnswers(world, { classId, workId })
  })
  return { noteId }
}

/** Takes a reply away: one's own, or any for a teacher. That it was there, and who removed it, stays; teachers still read it. */
export async function removeReply(
  world: World,
  viewer: Viewer,
  address: WorkAddress & { readonly answerOf: PlaceId; readonly noteId: NoteId },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const reply = await replyOf(world.db, address)
    if (!reply || reply.removedAt !== null) throw new Refused('not_found')
    if (reply.byAccount !== viewer.accountId && viewer.kind !== 'teacher') throw new Refused('words_not_own')
    const gone = { removedAt: world.clock.now(), removedBy: viewer.accountId }
    await world.db.model(answerReplies).update(gone, { where: { id: address.noteId } })
    tellAnswers(world, address)
  })
  return { done: true }
}

function tellAnswers(world: World, { classId, workId }: WorkAddress): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'answers', classId, workId }))
}
