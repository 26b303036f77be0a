import type {
  AccountId,
  ClassId,
  FileId,
  HandInId,
  Instant,
  NoteId,
  PlaceId,
  TopicId,
  WorkId,
} from '@oppen/core/ids'
import type { MoveKind, Standing } from '@oppen/core/work'
import { table } from '../../db/index.js'

export const topics = table<{ id: TopicId; classId: ClassId; name: string; position: number }>('topics', {
  id: 'id',
  classId: 'text',
  name: 'text',
  position: 'integer',
})

export type WorkRow = {
  id: WorkId
  classId: ClassId
  topicId: TopicId | null
  title: string
  directions: string
  template: string | null
  opensAt: Instant | null
  dueAt: Instant | null
  closesAt: Instant | null
  points: number | null
  minutes: number | null
  postedAt: Instant
  postedBy: AccountId
}

export const works = table<WorkRow>('works', {
  id: 'id',
  classId: 'text',
  topicId: 'text',
  title: 'text',
  directions: 'text',
  template: 'text',
  opensAt: 'integer',
  dueAt: 'integer',
  closesAt: 'integer',
  points: 'integer',
  minutes: 'integer',
  postedAt: 'integer',
  postedBy: 'text',
})

type PieceKey = { workId: WorkId; placeId: PlaceId }

export type MoveRow = PieceKey & {
  number: number
  kind: MoveKind
  at: Instant
  byAccount: AccountId
  mark: number | null
  tryAgainBy: Instant | null
  feedback: string | null
  handInId: HandInId | null
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
  },
  ['workId', 'placeId', 'number'],
)

export type PieceRow = PieceKey & Standing & { feedback: string | null; moves: number }

export const pieces = table<PieceRow>(
  'pieces',
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
    moves: 'integer',
  },
  ['workId', 'placeId'],
)

type Copy = PieceKey & { html: string; version: number; savedAt: Instant }
const copy = { workId: 'id', placeId: 'id', html: 'text', version: 'integer', savedAt: 'integer' } as const

export const copies = table<Copy>('copies', copy, ['workId', 'placeId'])

/** Texts that another text has taken the place of by somebody's choice. */
export const copyVersions = table<Copy>('copy_versions', copy, ['workId', 'placeId', 'version'])

export const handIns = table<PieceKey & { id: HandInId; number: number; html: string; at: Instant }>(
  'hand_ins',
  {
    id: 'id',
    workId: 'text',
    placeId: 'text',
    number: 'integer',
    html: 'text',
    at: 'integer',
  },
)

export const handInFiles = table<{ handInId: HandInId; fileId: FileId }>(
  'hand_in_files',
  { handInId: 'id', fileId: 'id' },
  ['handInId', 'fileId'],
)

export const sideNotes = table<PieceKey & { id: NoteId; byAccount: AccountId; text: string; at: Instant }>(
  'side_notes',
  { id: 'id', workId: 'text', placeId: 'text', byAccount: 'text', text: 'text', at: 'integer' },
)
