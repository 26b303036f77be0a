import type { AccountId, ClassId, GroupId, Instant } from '@oppen/core/ids'
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

export const carriedOvers = table<{
  classId: ClassId
  fromClass: ClassId
  /** What the press that made it was called by whoever pressed. */
  press: string
  byAccount: AccountId
  at: Instant
  /** The id of the work that was copied last; empty for none. */
  lastWork: string
  /** 1 once all of it was. */
  done: number
}>(
  'carried_over',
  {
    classId: 'id',
    fromClass: 'text',
    press: 'text',
    byAccount: 'text',
    at: 'integer',
    lastWork: 'text',
    done: 'integer',
  },
  ['classId'],
)
