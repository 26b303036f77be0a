import type { ClassId, GroupId } from '@oppen/core/ids'
import type { LocalDate } from '@oppen/core/zone'
import { table } from '../../db/index.js'

/** What pupils can do by the end of a week, as texts. */
export const goals = table<{ classId: ClassId; week: LocalDate; texts: string }>(
  'goals',
  { classId: 'id', week: 'id', texts: 'json' },
  ['classId', 'week'],
)

/** The live and the own part of a single lesson. */
export const lessonNotes = table<{
  classId: ClassId
  groupId: GroupId
  lessonKey: string
  live: string
  own: string
}>('lesson_notes', { classId: 'text', groupId: 'id', lessonKey: 'id', live: 'text', own: 'text' }, [
  'groupId',
  'lessonKey',
])
