import type { ClassId, FileId, GroupId, PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import type { TimingRules } from '@oppen/core/timing'
import { z } from 'zod'
import { details } from '../kinds/index.js'
import { done, id, instant, line, localTime, typed } from '../wire/shapes.js'
import { groupTimes, timingRules } from './timing.js'
import { lane, material, phase, status, submissionPlace, workKind, workLine } from './workParts.js'

/** How many are in, wait for a mark, and are asked. */
export const counts = z.object({ in: z.number().int(), toMark: z.number().int(), of: z.number().int() })

/** Where a work stands before its pupils: written only, to appear, or posted. */
export const posting = z.enum(['draft', 'planned', 'posted'])

export const topicsPage = z.object({
  className: z.string(),
  groups: z.array(z.object({ id: id<GroupId>(), name: z.string() })),
  topics: z.array(
    z.object({
      /** Null for work that stands under no topic yet. */
      id: id<TopicId>().nullable(),
      name: z.string().nullable(),
      works: z.array(
        workLine.extend({
          /** A pupil's own status; null for a teacher. */
          mine: status.nullable(),
          newNotes: z.number().int(),
          pinned: z.boolean(),
          week: z.string().nullable(),
          posting,
          /** Null for a pupil. */
          counts: counts.nullable(),
          /** The times of each group that is asked; empty for a pupil. */
          times: z.array(groupTimes),
        }),
      ),
    }),
  ),
})
/** All that a pupil has made in a class, to be kept when the class is over. */
export const ownWorkPage = z.object({
  className: z.string(),
  pupil: z.object({ placeId: id<PlaceId>(), name: z.string() }),
  submissions: z.array(
    z.object({
      workId: id<WorkId>(),
      title: z.string(),
      points: z.number().int().nullable(),
      kind: workKind,
      phase,
      mark: z.number().int().nullable(),
      feedback: z.string().nullable(),
      draft: z.string().nullable(),
      /** The version of the worksheet; null where there is none. */
      worksheet: z.number().int().nullable(),
      handIns: z.array(z.object({ number: z.number().int(), at: instant, html: z.string() })),
      files: z.array(z.object({ id: id<FileId>(), name: z.string() })),
    }),
  ),
})
export type OwnWorkPage = z.infer<typeof ownWorkPage>

export type TopicsPage = z.infer<typeof topicsPage>

export const workForm = z.object({
  kind: workKind,
  topicId: id<TopicId>().nullable(),
  title: line,
  directions: typed,
  details,
  /** The Monday of its week. */
  week: z.string().max(40).nullable(),
  lane: lane.nullable(),
  forWhom: z.enum(['all', 'groups', 'pupils']),
  groupIds: z.array(id<GroupId>()).max(100),
  placeIds: z.array(id<PlaceId>()).max(500),
  rules: timingRules,
  /** Rules of single groups, in place of the common ones. */
  groupRules: z.record(z.string().max(64), timingRules) as z.ZodType<Record<GroupId, TimingRules>>,
  points: z.string().max(40).nullable(),
  minutes: z.number().int().min(1).max(6000).nullable(),
  category: line,
  links: z.array(z.object({ title: line, url: line })).max(40),
})
export type WorkForm = z.infer<typeof workForm>

/** Posted work, or a draft of it, as its teachers write it. */
export const workPage = z.object({
  className: z.string(),
  workId: id<WorkId>(),
  version: z.number().int(),
  postedAt: instant.nullable(),
  /** Who has begun: what they wrote stays whatever is changed, and another template does not reach them. */
  begun: z.array(submissionPlace),
  /** How many have not. */
  notBegun: z.number().int(),
  form: workForm,
  files: z.array(material),
  times: z.array(groupTimes),
  extensions: z.array(
    z.object({ placeId: id<PlaceId>(), name: z.string(), due: z.string(), dueAt: instant }),
  ),
})
export type WorkPage = z.infer<typeof workPage>

/** What a form would come to for each group, before it is kept. */
export const workTrial = z.object({
  /** The times, such as "due", whose local time comes twice that night; the later one holds. */
  twice: z.array(z.string()),
  times: z.array(groupTimes.extend({ name: z.string(), pupils: z.number().int() })),
  /** Minutes that a pupil of the group has on the days around the deadline, over all classes, this work left out. */
  load: z.array(
    z.object({
      groupId: id<GroupId>(),
      days: z.array(z.object({ date: z.string(), others: z.number(), most: z.number(), own: z.number() })),
      lighter: z.object({ date: z.string(), peak: z.number(), now: z.number() }).nullable(),
    }),
  ),
})
export type WorkTrial = z.infer<typeof workTrial>

export const workShapes = {
  seeOwnWork: { reply: ownWorkPage },
  takeOwnWork: {},
  seeTopics: {
    reply: topicsPage,
  },
  addTopic: {
    body: z.object({ name: line }),
    reply: z.object({ topicId: id<TopicId>() }),
  },
  renameTopic: { body: z.object({ name: line }), reply: done },
  /** Puts all work of a topic under another, and the topic away. */
  mergeTopic: { body: z.object({ into: id<TopicId>() }), reply: done },
  removeTopic: { reply: done },
  orderTopics: { body: z.object({ topicIds: z.array(id<TopicId>()).max(500) }), reply: done },
  /** The order of a topic's work by hand, from the top. */
  orderWorks: {
    body: z.object({ topicId: id<TopicId>().nullable(), workIds: z.array(id<WorkId>()).max(2000) }),
    reply: done,
  },
  tryWork: { body: workForm.extend({ workId: id<WorkId>().nullable() }), reply: workTrial },
  postWork: {
    /** Kept as a draft, or posted at once, here and in other classes of the teacher. */
    body: z.object({ form: workForm, draft: z.boolean(), alsoIn: z.array(id<ClassId>()).max(40) }),
    reply: z.object({ workId: id<WorkId>(), version: z.number().int() }),
  },
  seeWork: { reply: workPage },
  changeWork: {
    /** `tell` lets those concerned know on Today; `post` posts a draft, here and in other classes. */
    body: z.object({
      form: workForm,
      version: z.number().int(),
      tell: z.boolean(),
      post: z.boolean(),
      alsoIn: z.array(id<ClassId>()).max(40),
    }),
    reply: z.object({ version: z.number().int() }),
  },
  removeWork: { reply: done },
  restoreWork: { reply: done },
  pinWork: { body: z.object({ pinned: z.boolean() }), reply: done },
  setExtension: {
    body: z.object({ due: localTime.nullable() }),
    reply: done,
  },
  addMaterial: { reply: material },
  beginMaterial: {},
  sendMaterialPart: {},
  seeMaterialUpload: {},
  dropMaterialUpload: {},
  takeMaterial: { body: z.object({ uploadId: z.string().min(1).max(64) }), reply: material },
  removeMaterial: { reply: done },
  seeMaterial: {},
}
