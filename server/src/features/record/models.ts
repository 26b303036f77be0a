import type { RecordKind } from '@oppen/contract'
import type { AccountId, ClassId, Instant } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export type RecordRow = {
  id: number | null
  classId: ClassId | null
  at: Instant
  byAccount: AccountId | null
  kind: RecordKind
  params: string
}

export const records = table<RecordRow>('records', {
  id: 'integer',
  classId: 'text',
  at: 'integer',
  byAccount: 'text',
  kind: 'text',
  params: 'json',
})
