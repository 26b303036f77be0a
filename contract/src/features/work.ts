import type { FileId, HandInId, NoteId, PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import { z } from 'zod'
import { done, id, instant, localTime, typed } from '../wire/shapes.js'

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

/** A piece of posted work as lists show it. */
export const workLine = z.object({
  id: id<WorkId>(),
  title: z.string(),
  points: z.number().int().nullable(),
  minutes: z.number().int().nullable(),
  opensAt: instant.nullable(),
  dueAt: instant.nullable(),
  closesAt: instant.nullable(),
  postedAt: instant,
})
export type WorkLine = z.infer<typeof workLine>

export const topicsPage = z.object({
  className: z.string(),
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
          /** How many are in, wait for a mark, and are asked; null for a pupil. */
          counts: z
            .object({ in: z.number().int(), toMark: z.number().int(), of: z.number().int() })
            .nullable(),
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

export const move = z.object({
  kind: moveKind,
  at: instant,
  by: z.string(),
  mark: z.number().int().nullable(),
  tryAgainBy: instant.nullable(),
  feedback: z.string().nullable(),
  number: z.number().int().nullable(),
})
export type MoveLine = z.infer<typeof move>

export const note = z.object({
  id: id<NoteId>(),
  by: z.string(),
  mine: z.boolean(),
  byTeacher: z.boolean(),
  text: z.string(),
  at: instant,
})
export type Note = z.infer<typeof note>

const piecePlace = z.object({ placeId: id<PlaceId>(), name: z.string() })

/** What a family sees of a piece: how it stands and what the teacher said, nothing written and no side note. */
export const outcomePage = z.object({
  className: z.string(),
  teacherName: z.string(),
  topicName: z.string().nullable(),
  work: workLine.extend({ directions: z.string() }),
  pupil: piecePlace,
  standing,
  feedback: z.string().nullable(),
  moves: z.array(move.omit({ feedback: true })),
})
export type OutcomePage = z.infer<typeof outcomePage>

/** A piece of work as its pupil and the teachers see it. */
export const piecePage = z.object({
  className: z.string(),
  teacherName: z.string(),
  topicName: z.string().nullable(),
  work: workLine.extend({ directions: z.string(), template: z.string().nullable() }),
  pupil: piecePlace,
  standing,
  feedback: z.string().nullable(),
  copy: z.object({ html: z.string(), version: z.number().int(), savedAt: instant }).nullable(),
  files: z.array(file),
  /** What was handed in, frozen as it was, the newest first. */
  handIns: z.array(
    z.object({
      id: id<HandInId>(),
      number: z.number().int(),
      at: instant,
      html: z.string(),
      files: z.array(file),
    }),
  ),
  moves: z.array(move),
  notes: z.array(note),
  lookedAt: instant.nullable(),
})
export type PiecePage = z.infer<typeof piecePage>

export const workForm = z.object({
  topicId: id<TopicId>().nullable(),
  title: typed,
  directions: typed,
  opens: localTime.nullable(),
  due: localTime.nullable(),
  closes: localTime.nullable(),
  points: z.string().max(40).nullable(),
  minutes: z.number().int().min(1).max(6000).nullable(),
  template: typed.nullable(),
})
export type WorkForm = z.infer<typeof workForm>

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
  postWork: {
    body: workForm,
    reply: z.object({
      workId: id<WorkId>(),
      /** True where the due time comes twice that night; the later one holds. */
      dueTwice: z.boolean(),
    }),
  },
  seePiece: { reply: piecePage },
  seeOutcome: { reply: outcomePage },
  saveCopy: {
    body: z.object({
      html: typed,
      /** The version the writing began from; 0 for a copy not made yet. */
      base: z.number().int().min(0),
      /** True where the writer has seen the other version and chosen: the other is kept among the versions. */
      chosen: z.boolean().default(false),
    }) as z.ZodType<{ html: string; base: number; chosen?: boolean }>,
    reply: z.object({ version: z.number().int(), savedAt: instant, html: z.string() }),
  },
  addFile: {
    reply: file,
  },
  seeFile: {},
  removeFile: { reply: done },
  restoreFile: {
    reply: done,
  },
  handIn: {
    /** The version of the own copy that the pupil looked at; 0 where there is none. */
    body: z.object({ version: z.number().int().min(0) }),
    reply: standing,
  },
  takeBack: { reply: standing },
  writeNote: {
    body: z.object({ text: typed }),
    reply: note,
  },
}
