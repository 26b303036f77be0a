import type { AccountId, HandInId, Instant } from '@oppen/core/ids'
import type { MoveKind, SubmissionStatus } from '@oppen/core/work'
import { table } from '../../db/index.js'
import type { SubmissionKey } from './address.js'

export type MoveRow = SubmissionKey & {
  number: number
  kind: MoveKind
  at: Instant
  byAccount: AccountId
  mark: number | null
  tryAgainBy: Instant | null
  feedback: string | null
  handInId: HandInId | null
  /** When it was pressed, where that was earlier than it arrived. */
  pressedAt: Instant | null
  /** The levels of the rubric that were chosen, as JSON. */
  levels: string | null
  sticker: string | null
}

export const moves = table<MoveRow>(
  'moves',
  {
    workId: 'id',
    placeId: 'id',
    number: 'integer',
    kind: 'text',
    at: 'integer',
    byAccount: 'text',
    mark: 'integer',
    tryAgainBy: 'integer',
    feedback: 'text',
    handInId: 'text',
    pressedAt: 'integer',
    levels: 'json',
    sticker: 'text',
  },
  ['workId', 'placeId', 'number'],
)

export type SubmissionRow = SubmissionKey &
  SubmissionStatus & { feedback: string | null; levels: string | null; sticker: string | null; moves: number }

export const submissions = table<SubmissionRow>(
  'submissions',
  {
    workId: 'id',
    placeId: 'id',
    phase: 'text',
    phaseBefore: 'text',
    handIns: 'integer',
    firstHandedInAt: 'integer',
    handedInAt: 'integer',
    handedBackAt: 'integer',
    receivedAt: 'integer',
    mark: 'integer',
    tryAgainBy: 'integer',
    feedback: 'text',
    levels: 'json',
    sticker: 'text',
    moves: 'integer',
  },
  ['workId', 'placeId'],
)

export type HandInRow = SubmissionKey & {
  id: HandInId
  number: number
  html: string
  /** When it arrived. */
  at: Instant
  pressedAt: Instant | null
  /** Pages and version of the worksheet as it was handed in, as JSON. */
  worksheet: string | null
}

export const handIns = table<HandInRow>('hand_ins', {
  id: 'id',
  workId: 'text',
  placeId: 'text',
  number: 'integer',
  html: 'text',
  at: 'integer',
  pressedAt: 'integer',
  worksheet: 'json',
})
