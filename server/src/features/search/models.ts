import type { CircleId, ClassId, Instant, PlaceId, WorkId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

/** What a text that can be found is about; the text itself stands in the full-text table under the same number. */
export const searchEntries = table<{
  id: number
  kind: string
  ref: string
  classId: ClassId | null
  circleId: CircleId | null
  workId: WorkId | null
  placeId: PlaceId | null
  at: Instant | null
}>('search_entries', {
  id: 'integer',
  kind: 'text',
  ref: 'text',
  classId: 'text',
  circleId: 'text',
  workId: 'text',
  placeId: 'text',
  at: 'integer',
})

export const searchDue = table<{ kind: string; ref: string }>('search_due', { kind: 'id', ref: 'id' }, [
  'kind',
  'ref',
])
