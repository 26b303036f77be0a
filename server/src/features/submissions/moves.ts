import type { AccountId, HandInId, Instant } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { type Move, next, type RecordedMove, type SubmissionStatus } from '@oppen/core/work'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import type { SubmissionAddress, SubmissionKey } from './address.js'
import { handIns, moves, submissions } from './models.js'
import { type SubmissionNow, submissionNow } from './queries.js'

export type { SubmissionAddress, SubmissionNow }

/** The submission as it is now; answers `not_found` where work and place do not belong together. */
export async function findSubmission(world: World, address: SubmissionAddress): Promise<SubmissionNow> {
  const submission = await submissionNow(world.db, address, world.clock.now())
  if (!submission) throw new Refused('not_found')
  return submission
}

type Frozen = {
  readonly number: number
  readonly html: string
  readonly at: Instant
  readonly pressedAt?: Instant | null
  /** The worksheet as it was, as JSON. */
  readonly worksheet?: string | null
}

/** Freezes what is handed in as the next hand-in of a submission; inside a command. Its files are tied to it after. */
export async function freeze(
  world: World,
  { workId, placeId }: SubmissionAddress,
  { number, html, at, pressedAt = null, worksheet = null }: Frozen,
): Promise<HandInId> {
  const id = newId<HandInId>(world)
  await world.db.model(handIns).create({ id, workId, placeId, number, html, at, pressedAt, worksheet })
  return id
}

/** Starts an untouched submission; inside a command. */
export async function start(world: World, viewer: Viewer, address: SubmissionAddress): Promise<void> {
  await applyMove(world, address, { kind: 'start', at: world.clock.now() }, { by: viewer.accountId })
}

/** What comes back with a mark: words, and as JSON the levels of a rubric; a sticker. Null for none. */
export type Said = {
  readonly feedback: string | null
  readonly levels: string | null
  readonly sticker: string | null
}

export type Made = {
  readonly by: AccountId
  /** What is said with it; what is left out stays as it was. */
  readonly said?: Partial<Said>
  readonly handInId?: HandInId
}

/** Applies one move: adds it to the moves and brings what the lists show after it; inside a command. Gives the new status. */
export async function applyMove(
  world: World,
  address: SubmissionAddress,
  move: Move,
  { by, said = {}, handInId }: Made,
): Promise<SubmissionStatus> {
  const submission = await findSubmission(world, address)
  const status = take(next(submission.status, move))
  const { workId, placeId } = address
  const number = submission.moves + 1
  const { feedback, levels, sticker } = submission
  const recorded = move.kind === 'recall' ? {} : said
  await world.db.model(moves).create({
    ...{ workId, placeId, number, byAccount: by, handInId: handInId ?? null },
    ...{ feedback: null, levels: null, sticker: null, ...recorded },
    ...moveRow(move),
  })
  await world.db
    .model(submissions)
    .upsert({ workId, placeId, ...status, feedback, levels, sticker, ...said, moves: number })
  world.db.afterCommit(() => void world.live.tell({ what: 'submission', ...address }))
  return status
}

function moveRow(move: Move): {
  kind: Move['kind']
  at: Instant
  mark: number | null
  tryAgainBy: Instant | null
  pressedAt: Instant | null
} {
  return {
    kind: move.kind,
    at: move.at,
    mark: move.kind === 'handBack' ? move.mark : null,
    tryAgainBy: move.kind === 'tryAgain' ? move.by : null,
    pressedAt: move.kind === 'handIn' ? (move.pressedAt ?? null) : null,
  }
}

export type StandingMove = RecordedMove & {
  readonly number: number
  readonly feedback: string | null
  readonly levels: string | null
  readonly sticker: string | null
}

/** The moves of a submission as they were recorded, the first first. */
export async function movesOf(
  { db }: Pick<World, 'db'>,
  { workId, placeId }: SubmissionKey,
): Promise<StandingMove[]> {
  const rows = await db.rows<StandingMove & { tryAgainBy: Instant | null }>(
    `select number, kind, at, mark, try_again_by as tryAgainBy, pressed_at as pressedAt, feedback, levels, sticker
     from moves where work_id = $workId and place_id = $placeId order by number`,
    { workId, placeId },
  )
  return rows.map(row => ({ ...row, by: row.tryAgainBy }) as StandingMove)
}
