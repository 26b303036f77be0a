import { readMark } from '@oppen/core/marks'
import type { Viewer } from '@oppen/core/permissions'
import { LIMITS } from '@oppen/core/texts'
import type { MoveKind, SubmissionStatus } from '@oppen/core/work'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { serverKind } from '../kinds/index.js'
import type { WorkAddress } from '../submissions/address.js'
import { applyMove, findSubmission, type SubmissionAddress } from '../submissions/moves.js'
import { findWork } from '../submissions/works.js'
import { readTime } from '../work/form.js'
import { waitingFor } from './queries.js'

export type HandBack = { readonly number: number; readonly mark: string | null; readonly feedback: string }

/**
 * Hands back with a mark, feedback, both or neither. Refuses `hand_in_changed` where the pupil has handed in
 * again or taken back since the teacher looked, and what `readMark` refuses.
 */
export async function handBack(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  asked: HandBack,
): Promise<SubmissionStatus> {
  const feedback = readFeedback(asked.feedback)
  return world.db.write(async () => {
    const submission = await findSubmission(world, address)
    sameHandIn(submission.status, asked.number)
    const mark = asked.mark === null ? null : markFor(submission.points, asked.mark)
    const move = { kind: 'handBack', at: world.clock.now(), mark } as const
    return applyMove(world, address, move, { by: viewer.accountId, feedback })
  })
}

function markFor(points: number | null, typed: string): number {
  if (points === null) throw new Refused('mark_without_points', undefined, 'mark')
  return take(readMark(typed, points), 'mark')
}

export type TryAgain = { readonly number: number; readonly by: string | null; readonly feedback: string }

/** Asks for the work to be tried again, by a new time or without one. */
export async function tryAgain(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  asked: TryAgain,
): Promise<SubmissionStatus> {
  const feedback = readFeedback(asked.feedback)
  const by = readTime(world, asked.by, 'by')
  return world.db.write(async () => {
    const submission = await findSubmission(world, address)
    sameHandIn(submission.status, asked.number)
    const move = { kind: 'tryAgain', at: world.clock.now(), by: by?.at ?? null } as const
    return applyMove(world, address, move, { by: viewer.accountId, feedback })
  })
}

function sameHandIn(status: SubmissionStatus, number: number): void {
  if (status.handIns !== number) throw new Refused('hand_in_changed', { number: status.handIns })
}

function readFeedback(text: string): string {
  const trimmed = text.trim()
  if (trimmed.length <= LIMITS.feedback) return trimmed
  throw new Refused('text_long', { what: 'feedback', most: LIMITS.feedback, got: trimmed.length }, 'feedback')
}

/**
 * Hands back everything of a work that lies with the teacher with the mark that its kind finds by itself. Refuses
 * `work_without_key` where the kind or the work has none.
 */
export async function handBackByKey(
  world: World,
  viewer: Viewer,
  address: WorkAddress,
): Promise<{ handedBack: number }> {
  return world.db.write(async () => {
    const { kind } = await findWork(world, address)
    const { markOf } = serverKind(kind)
    if (!markOf) throw new Refused('work_without_key')
    const waiting = await waitingFor(world.db, address)
    for (const { placeId } of waiting) {
      const submission = { ...address, placeId }
      const mark = await markOf(world, submission, await findSubmission(world, submission))
      if (mark === null) throw new Refused('work_without_key')
      const move = { kind: 'handBack', at: world.clock.now(), mark } as const
      await applyMove(world, submission, move, { by: viewer.accountId })
    }
    return { handedBack: waiting.length }
  })
}

/** Makes a move that needs nothing more: excuse, include, receive, unreceive. */
export function plainMove(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  kind: Exclude<MoveKind, 'handBack' | 'tryAgain'>,
): Promise<SubmissionStatus> {
  return world.db.write(() =>
    applyMove(world, address, { kind, at: world.clock.now() }, { by: viewer.accountId }),
  )
}
