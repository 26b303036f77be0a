import type {
  AccountId,
  ClassId,
  FileId,
  HandInId,
  Instant,
  MaterialId,
  PlaceId,
  TopicId,
  WorkId,
} from '@oppen/core/ids'
import type { Lane } from '@oppen/core/timing'
import type { KindRules, WorkKind } from '@oppen/core/work'
import type { LocalDate } from '@oppen/core/zone'
import { table } from '../../db/index.js'

export const topics = table<{ id: TopicId; classId: ClassId; name: string; position: number }>('topics', {
  id: 'id',
  classId: 'text',
  name: 'text',
  position: 'integer',
})

export type WorkRow = {
  id: WorkId
  classId: ClassId
  topicId: TopicId | null
  kind: WorkKind
  /** What its kind asks, for statements. */
  asks: KindRules['asks']
  /** Whether families have a part in it. */
  byFamily: number
  title: string
  directions: string
  /** What its kind has of its own, as JSON; null where there is nothing. */
  details: string | null
  week: LocalDate | null
  lane: Lane | null
  /** `TimingRules` of all groups. */
  rules: string
  /** `TimingRules` of single groups in place of the common ones, by the group's id. */
  groupRules: string
  forWhom: 'all' | 'groups' | 'pupils'
  points: number | null
  minutes: number | null
  category: string
  /** It adds to what was earned and not to what there was to earn. */
  extra: number
  /** Whether it counts in averages. */
  counts: number
  /** A `Rubric`, as JSON; null where it is marked without one. */
  rubric: string | null
  /** What is marked is kept back until all of it is handed back together. */
  keepBack: number
  pinned: number
  /** Its place in the topic, from the top. */
  position: number
  version: number
  madeAt: Instant
  /** Null for a draft. */
  postedAt: Instant | null
  postedBy: AccountId
  removedAt: Instant | null
}

export const works = table<WorkRow>('works', {
  id: 'id',
  classId: 'text',
  topicId: 'text',
  kind: 'text',
  asks: 'text',
  byFamily: 'integer',
  title: 'text',
  directions: 'text',
  details: 'json',
  week: 'text',
  lane: 'text',
  rules: 'json',
  groupRules: 'json',
  forWhom: 'text',
  points: 'integer',
  minutes: 'integer',
  category: 'text',
  extra: 'integer',
  counts: 'integer',
  rubric: 'json',
  keepBack: 'integer',
  pinned: 'integer',
  position: 'integer',
  version: 'integer',
  madeAt: 'integer',
  postedAt: 'integer',
  postedBy: 'text',
  removedAt: 'integer',
})

/** Single pupils for whom a work is, where it is not for whole groups. */
export const workPupils = table<{ workId: WorkId; placeId: PlaceId }>(
  'work_pupils',
  { workId: 'id', placeId: 'id' },
  ['workId', 'placeId'],
)

export type MaterialRow = {
  id: MaterialId
  workId: WorkId
  kind: 'file' | 'link'
  title: string
  url: string | null
  /** The hash of the stored file. */
  hash: string | null
  type: string | null
  size: number | null
  position: number
}

export const materials = table<MaterialRow>('materials', {
  id: 'id',
  workId: 'text',
  kind: 'text',
  title: 'text',
  url: 'text',
  hash: 'text',
  type: 'text',
  size: 'integer',
  position: 'integer',
})

/** Changes of posted work that its teachers wanted told. */
export const workNews = table<{ id: number; workId: WorkId; at: Instant; byAccount: AccountId }>(
  'work_news',
  {
    id: 'integer',
    workId: 'text',
    at: 'integer',
    byAccount: 'text',
  },
)

export const handInFiles = table<{ handInId: HandInId; fileId: FileId }>(
  'hand_in_files',
  { handInId: 'id', fileId: 'id' },
  ['handInId', 'fileId'],
)
