import type { AccountId, ClassId, Instant, PlaceId, WorkId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export const markRules = table<{ classId: ClassId; rules: string }>(
  'mark_rules',
  { classId: 'id', rules: 'json' },
  ['classId'],
)

export const draftMarks = table<{
  workId: WorkId
  placeId: PlaceId
  mark: number
  byAccount: AccountId
  at: Instant
}>('draft_marks', { workId: 'id', placeId: 'id', mark: 'integer', byAccount: 'text', at: 'integer' }, [
  'workId',
  'placeId',
])

export const lateForgiven = table<{ workId: WorkId; placeId: PlaceId }>(
  'late_forgiven',
  { workId: 'id', placeId: 'id' },
  ['workId', 'placeId'],
)
