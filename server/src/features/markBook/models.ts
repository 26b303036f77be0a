import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export const markRules = table<{ classId: ClassId; rules: string }>(
  'mark_rules',
  { classId: 'id', rules: 'json' },
  ['classId'],
)

export const lateForgiven = table<{ workId: WorkId; placeId: PlaceId }>(
  'late_forgiven',
  { workId: 'id', placeId: 'id' },
  ['workId', 'placeId'],
)
