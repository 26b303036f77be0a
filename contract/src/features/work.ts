import type {
  ClassId,
  FileId,
  GroupId,
  HandInId,
  MaterialId,
  NoteId,
  PlaceId,
  TopicId,
  WorkId,
} from '@oppen/core/ids'
import type { TimingRules } from '@oppen/core/timing'
import { z } from 'zod'
import { done, id, instant, localTime, typed } from '../wire/shapes.js'
import { groupTimes, timingRules, why } from './timing.js'
import { worksheetState } from './worksheets.js'

const phase = z.enum(['untouched', 'started', 'withTeacher', 'handedBack', 'tryAgain', 'excused', 'received'])
const moveKind = z.enum([
  'start',
  'handIn',
  'takeBack',
  'handBack',
  'tryAgain',
  'excuse',
  'include',
  'receive',
  'unreceive',
])

export const standing = z.object({
  phase,
  phaseBefore: phase,
  handIns: z.number().int(),
  firstHandedInAt: instant.nullable(),
  handedInAt: instant.nullable(),
  handedBackAt: instant.nullable(),
  receivedAt: instant.nullable(),
  mark: z.number().int().nullable(),
  tryAgainBy: instant.nullable(),
})

/** The times of a piece for one reader. */
export const timing = z.object({
  opensAt: instant.nullable(),
  dueAt: instant.nullable(),
  closesAt: instant.nullable(),
})

/** The kinds of posted work that are built. */
export const workKind = z.enum(['handout', 'assignment', 'question'])
export const lane = z.enum(['getReady', 'lesson', 'followUp'])

/** A piece of posted work as lists show it: with the reader's own times, or for a teacher from the first to the last. */
export const workLine = z.object({
  id: id<WorkId>(),
  kind: workKind,
  title: z.string(),
  points: z.number().int().nullable(),
  minutes: z.number().int().nullable(),
  opensAt: instant.nullable(),
  dueAt: instant.nullable(),
  closesAt: instant.nullable(),
  postedAt: instant,
})
export type WorkLine = z.infer<typeof workLine>

/** How many are in, wait for a mark, and are asked. */
export const counts = z.object({ in: z.number().int(), toMark: z.number().int(), of: z.number().int() })

/** Where a piece stands before its pupils: written only, to appear, or posted. */
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
          /** A pupil's own standing; null for a teacher. */
          mine: standing.nullable(),
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
  pieces: z.array(
    z.object({
      workId: id<WorkId>(),
      title: z.string(),
      points: z.number().int().nullable(),
      phase,
      mark: z.number().int().nullable(),
      feedback: z.string().nullable(),
      copy: z.string().nullable(),
      /** The version of the worksheet; null where there is none. */
      worksheet: z.number().int().nullable(),
      handIns: z.array(z.object({ number: z.number().int(), at: instant, html: z.string() })),
      files: z.array(z.object({ id: id<FileId>(), name: z.string() })),
    }),
  ),
})
export type OwnWorkPage = z.infer<typeof ownWorkPage>

export type TopicsPage = z.infer<typeof topicsPage>

export const file = z.object({
  id: id<FileId>(),
  name: z.string(),
  type: z.string(),
  size: z.number().int(),
  addedAt: instant,
})
export type PieceFile = z.infer<typeof file>

/** How much room the files of pupils take, in bytes. */
export const roomPage = z.object({
  most: z.number().int(),
  mostOfPupil: z.number().int(),
  pupils: z.array(
    z.object({ placeId: id<PlaceId>(), name: z.string(), files: z.number().int(), used: z.number().int() }),
  ),
})
export type RoomPage = z.infer<typeof roomPage>

export const move = z.object({
  kind: moveKind,
  at: instant,
  by: z.string(),
  mark: z.number().int().nullable(),
  tryAgainBy: instant.nullable(),
  feedback: z.string().nullable(),
  number: z.number().int().nullable(),
  /** When it was pressed, where it arrived later. */
  pressedAt: instant.nullable(),
})
export type MoveLine = z.infer<typeof move>

export const note = z.object({
  id: id<NoteId>(),
  by: z.string(),
  mine: z.boolean(),
  byTeacher: z.boolean(),
  /** Empty where it was taken away and the reader is no teacher. */
  text: z.string(),
  at: instant,
  /** Who took it away; null where it stands. */
  removedBy: z.string().nullable(),
})
export type Note = z.infer<typeof note>

/** What comes with the directions: a file, or a link to elsewhere. */
export const material = z.object({
  id: id<MaterialId>(),
  kind: z.enum(['file', 'link']),
  title: z.string(),
  url: z.string().nullable(),
  type: z.string().nullable(),
  size: z.number().int().nullable(),
})
export type Material = z.infer<typeof material>

const piecePlace = z.object({ placeId: id<PlaceId>(), name: z.string() })

/** What a family sees of a piece: how it stands and what the teacher said, nothing written and no side note. */
export const outcomePage = z.object({
  className: z.string(),
  teacherName: z.string(),
  topicName: z.string().nullable(),
  work: workLine.extend({ directions: z.string(), why: why.nullable(), materials: z.array(material) }),
  pupil: piecePlace,
  standing,
  feedback: z.string().nullable(),
  moves: z.array(move.omit({ feedback: true })),
})
export type OutcomePage = z.infer<typeof outcomePage>

const saved = z.object({
  version: z.number().int(),
  savedAt: instant,
  /** The runs of the server in which it was saved, each with its first version. */
  trail: z.array(z.object({ run: z.string(), from: z.number().int() })).readonly(),
})
/** One version of an own copy. */
export const edition = saved.extend({ html: z.string() })

const version = z.object({
  version: z.number().int(),
  savedAt: instant,
  why: z.enum(['pause', 'cut', 'choice', 'back']),
  words: z.number().int(),
  /** Who brought an earlier one back in its place. */
  keptBy: z.string().nullable(),
})
export type CopyVersion = z.infer<typeof version>

export const threadPage = z.object({ notes: z.array(note), lookedAt: instant.nullable() })
export type ThreadPage = z.infer<typeof threadPage>

/** A piece of work as its pupil and the teachers see it. */
export const piecePage = z.object({
  className: z.string(),
  teacherName: z.string(),
  topicName: z.string().nullable(),
  work: workLine.extend({
    directions: z.string(),
    template: z.string().nullable(),
    /** Why the deadline is when it is. */
    why: why.nullable(),
    materials: z.array(material),
  }),
  pupil: piecePlace,
  standing,
  feedback: z.string().nullable(),
  copy: edition.extend({ versions: z.number().int() }).nullable(),
  files: z.array(file),
  /** Bytes of all files of this pupil in the class. */
  room: z.number().int(),
  /** The worksheet of this piece; null where none was given out and the pupil made none. */
  worksheet: worksheetState.nullable(),
  /** What was handed in, frozen as it was, the newest first. */
  handIns: z.array(
    z.object({
      id: id<HandInId>(),
      number: z.number().int(),
      at: instant,
      pressedAt: instant.nullable(),
      html: z.string(),
      files: z.array(file),
      /** The worksheet as it was then. */
      worksheet: worksheetState.nullable(),
    }),
  ),
  moves: z.array(move),
  notes: z.array(note),
  /** The class thread: how many words stand in it, and how many are new. */
  thread: z.object({ count: z.number().int(), fresh: z.number().int() }),
  lookedAt: instant.nullable(),
})
export type PiecePage = z.infer<typeof piecePage>

/** Choices to take one or several of, or none for an answer in words; and when classmates' answers are shown. */
export const question = z.object({
  choices: z.array(typed).max(20),
  several: z.boolean(),
  shown: z.enum(['never', 'afterOwn', 'always']),
})
export type Question = z.infer<typeof question>

export const workForm = z.object({
  kind: workKind,
  topicId: id<TopicId>().nullable(),
  title: typed,
  directions: typed,
  template: typed.nullable(),
  question: question.nullable(),
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
  category: typed,
  links: z.array(z.object({ title: typed, url: typed })).max(40),
})
export type WorkForm = z.infer<typeof workForm>

/** Posted work, or a draft of it, as its teachers write it. */
export const workPage = z.object({
  className: z.string(),
  workId: id<WorkId>(),
  version: z.number().int(),
  postedAt: instant.nullable(),
  /** Who has begun: what they wrote stays whatever is changed, and another template does not reach them. */
  begun: z.array(piecePlace),
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
  /** Minutes that a pupil of the group has on the days around the deadline, over all classes, this piece left out. */
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
    body: z.object({ name: typed }),
    reply: z.object({ topicId: id<TopicId>() }),
  },
  renameTopic: { body: z.object({ name: typed }), reply: done },
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
  removeMaterial: { reply: done },
  seeMaterial: {},
  readHandout: { reply: standing },
  seePiece: { reply: piecePage },
  seeOutcome: { reply: outcomePage },
  saveCopy: {
    body: z.object({
      html: typed,
      /** The version the writing began from, and the run in which that was saved; 0 for a copy not made yet. */
      base: z.number().int().min(0),
      run: z.string().max(40).nullable().default(null),
      /** True where the writer has seen the other version and chosen: the other is kept among the versions. */
      chosen: z.boolean().default(false),
      /** Texts that the writer held and did not go on with: kept among the versions. */
      aside: z.array(typed).max(5).default([]),
    }) as z.ZodType<{ html: string; base: number; run?: string | null; chosen?: boolean; aside?: string[] }>,
    /** The text only where cleaning made another of it. */
    reply: saved.extend({ html: z.string().nullable() }),
  },
  seeVersions: { reply: z.array(version) },
  seeVersion: { reply: version.extend({ html: z.string() }) },
  bringBack: { reply: edition },
  beginUpload: {},
  sendPart: {},
  seeUpload: {},
  dropUpload: {},
  /** Takes a whole upload onto the piece. */
  addFile: { body: z.object({ uploadId: z.string().max(64) }), reply: file },
  turnPicture: { reply: file },
  seeRoom: { reply: roomPage },
  seeFile: {},
  removeFile: { reply: done },
  restoreFile: {
    reply: done,
  },
  handIn: {
    body: z.object({
      /** The version of the own copy that the pupil looked at; 0 where there is none. */
      version: z.number().int().min(0),
      /** Where it was pressed while nothing could be sent: both moments by the clock of the device. */
      press: z.object({ pressedAt: z.number(), sentAt: z.number() }).nullable().default(null),
      /** The version of the worksheet that the pupil looked at; null where there is none. */
      ink: z.number().int().min(0).nullable().default(null),
      /** On a shared tablet: who the child in front of it says to be. */
      as: id<PlaceId>().nullable().default(null),
    }) as z.ZodType<{
      version: number
      press?: { pressedAt: number; sentAt: number } | null
      ink?: number | null
      as?: PlaceId | null
    }>,
    reply: standing,
  },
  takeBack: { reply: standing },
  writeNote: {
    body: z.object({ text: typed }),
    reply: note,
  },
  removeNote: { reply: done },
  seeThread: { reply: threadPage },
  writeInThread: { body: z.object({ text: typed }), reply: note },
  removeFromThread: { reply: done },
}
