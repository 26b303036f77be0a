import type { AccountId, AnnotationFileId, Instant, PhraseId } from '@oppen/core/ids'
import { table } from '../../db/index.js'
import type { SubmissionKey } from '../submissions/address.js'

export type DraftMarkRow = SubmissionKey & {
  mark: number | null
  feedback: string
  /** `ChosenLevels`, as JSON. */
  levels: string
  sticker: string | null
  ready: number
  /** Another with each change. */
  version: string
  /** The page that wrote it last, so that what it sends again is no clash. */
  writer: string
  byAccount: AccountId
  at: Instant
}

export const draftMarks = table<DraftMarkRow>(
  'draft_marks',
  {
    workId: 'id',
    placeId: 'id',
    mark: 'integer',
    feedback: 'text',
    levels: 'json',
    sticker: 'text',
    ready: 'integer',
    version: 'text',
    writer: 'text',
    byAccount: 'text',
    at: 'integer',
  },
  ['workId', 'placeId'],
)

export const annotations = table<
  SubmissionKey & {
    id: string
    /** An `Annotation`, as JSON. */
    data: string
    byAccount: AccountId
    at: Instant
    removedAt: Instant | null
    shownAt: Instant | null
  }
>(
  'annotations',
  {
    workId: 'id',
    placeId: 'id',
    id: 'text',
    data: 'json',
    byAccount: 'text',
    at: 'integer',
    removedAt: 'integer',
    shownAt: 'integer',
  },
  ['workId', 'placeId', 'id'],
)

export const annotationFiles = table<
  SubmissionKey & {
    id: AnnotationFileId
    hash: string
    type: string
    size: number
    name: string
    byAccount: AccountId
    at: Instant
  }
>('annotation_files', {
  id: 'id',
  workId: 'text',
  placeId: 'text',
  hash: 'text',
  type: 'text',
  size: 'integer',
  name: 'text',
  byAccount: 'text',
  at: 'integer',
})

export const markPhrases = table<{ accountId: AccountId; id: PhraseId; text: string; at: Instant }>(
  'mark_phrases',
  { accountId: 'id', id: 'id', text: 'text', at: 'integer' },
  ['accountId', 'id'],
)
