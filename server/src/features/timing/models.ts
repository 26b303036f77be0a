import type {
  AccountId,
  ClassId,
  GroupId,
  Instant,
  LessonChangeId,
  LessonId,
  PlaceId,
  WorkId,
} from '@oppen/core/ids'
import type { LocalDate } from '@oppen/core/zone'
import { table } from '../../db/index.js'

export type LessonRow = {
  id: LessonId
  classId: ClassId
  groupId: GroupId | null
  weekday: number
  starts: string
  ends: string
  place: string
  rotation: 'A' | 'B' | null
  fromDate: LocalDate | null
  untilDate: LocalDate | null
}

export const lessonTimes = table<LessonRow>('lesson_times', {
  id: 'id',
  classId: 'text',
  groupId: 'text',
  weekday: 'integer',
  starts: 'text',
  ends: 'text',
  place: 'text',
  rotation: 'text',
  fromDate: 'text',
  untilDate: 'text',
})

export type LessonChangeRow = {
  id: LessonChangeId
  classId: ClassId
  groupId: GroupId | null
  lessonId: LessonId | null
  kind: 'cancelled' | 'moved' | 'extra'
  onDate: LocalDate | null
  toDate: LocalDate | null
  starts: string | null
  ends: string | null
  place: string
}

export const lessonChanges = table<LessonChangeRow>('lesson_changes', {
  id: 'id',
  classId: 'text',
  groupId: 'text',
  lessonId: 'text',
  kind: 'text',
  onDate: 'text',
  toDate: 'text',
  starts: 'text',
  ends: 'text',
  place: 'text',
})

/** What comes out of the rules of a work for one group. */
export type WorkTimeRow = {
  workId: WorkId
  groupId: GroupId
  appearsAt: Instant | null
  opensAt: Instant | null
  dueAt: Instant | null
  closesAt: Instant | null
  why: string
  problems: string
}

export const workTimes = table<WorkTimeRow>(
  'work_times',
  {
    workId: 'id',
    groupId: 'id',
    appearsAt: 'integer',
    opensAt: 'integer',
    dueAt: 'integer',
    closesAt: 'integer',
    why: 'json',
    problems: 'json',
  },
  ['workId', 'groupId'],
)

export type ExtensionRow = {
  workId: WorkId
  placeId: PlaceId
  due: string
  dueAt: Instant
  why: string
  at: Instant
  byAccount: AccountId
}

export const extensions = table<ExtensionRow>(
  'extensions',
  {
    workId: 'id',
    placeId: 'id',
    due: 'text',
    dueAt: 'integer',
    why: 'json',
    at: 'integer',
    byAccount: 'text',
  },
  ['workId', 'placeId'],
)

/** Minutes of a work on a day, for a group or for a single pupil beside it. */
export const workLoads = table<{ workId: WorkId; holder: string; day: LocalDate; minutes: number }>(
  'work_loads',
  { workId: 'id', holder: 'id', day: 'id', minutes: 'integer' },
  ['workId', 'holder', 'day'],
)
