import type { AccountId, ClassId, FileId, Instant, PlaceId, WorkId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export type FileRow = {
  id: FileId
  workId: WorkId
  placeId: PlaceId
  hash: string
  name: string
  type: string
  size: number
  addedBy: AccountId
  addedAt: Instant
  removedAt: Instant | null
}

/** An upload that is on its way, or whole and not yet taken. */
export type UploadRow = {
  id: string
  owner: string
  classId: ClassId
  /** Of the pupil who sends it; null for one beside directions. */
  placeId: PlaceId | null
  size: number
  at: Instant
}

/** What a whole upload has become, as it was answered. */
export type TakenUploadRow = { id: string; owner: string; reply: string; at: Instant }

export const uploads = table<UploadRow>('uploads', {
  id: 'id',
  owner: 'text',
  classId: 'text',
  placeId: 'text',
  size: 'integer',
  at: 'integer',
})

export const takenUploads = table<TakenUploadRow>('taken_uploads', {
  id: 'id',
  owner: 'text',
  reply: 'json',
  at: 'integer',
})

export const files = table<FileRow>('files', {
  id: 'id',
  workId: 'text',
  placeId: 'text',
  hash: 'text',
  name: 'text',
  type: 'text',
  size: 'integer',
  addedBy: 'text',
  addedAt: 'integer',
  removedAt: 'integer',
})
