import type { PageKind } from '@oppen/core/about'
import type { AccountId, ClassFileId, ClassId, Instant, PageId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export const classPages = table<{
  id: PageId
  classId: ClassId
  kind: PageKind
  title: string
  html: string
  times: string
  month: string | null
  version: number
  changedAt: Instant
  changedBy: AccountId
  removedAt: Instant | null
}>('class_pages', {
  id: 'id',
  classId: 'text',
  kind: 'text',
  title: 'text',
  html: 'text',
  times: 'json',
  month: 'text',
  version: 'integer',
  changedAt: 'integer',
  changedBy: 'text',
  removedAt: 'integer',
})

export const classLinks = table<{ classId: ClassId; position: number; title: string; url: string }>(
  'class_links',
  { classId: 'id', position: 'integer', title: 'text', url: 'text' },
  ['classId', 'position'],
)

export const classFiles = table<{
  id: ClassFileId
  classId: ClassId
  byAccount: AccountId
  hash: string
  name: string
  type: string
  size: number
  at: Instant
  removedAt: Instant | null
}>('class_files', {
  id: 'id',
  classId: 'text',
  byAccount: 'text',
  hash: 'text',
  name: 'text',
  type: 'text',
  size: 'integer',
  at: 'integer',
  removedAt: 'integer',
})
