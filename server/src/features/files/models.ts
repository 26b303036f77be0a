import type { AccountId, FileId, Instant, PlaceId, WorkId } from '@oppen/core/ids'
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
