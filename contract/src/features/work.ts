import type { FileId, HandInId, NoteId, PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import { z } from 'zod'
import { route } from '../wire/route.js'
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

const works = '/api/classes/:classId/works' as const
const piece = `${works}/:workId/pieces/:placeId` as const

export const workRoutes = {
  seeTopics: route({
    method: 'GET',
    path: '/api/classes/:classId/topics',
    may: 'topics.see',
    reply: topicsPage,
  }),
  addTopic: route({
    method: 'POST',
    path: '/api/classes/:classId/topics',
    may: 'topics.change',
    body: z.object({ name: typed }),
    reply: z.object({ topicId: id<TopicId>() }),
  }),
  postWork: route({
    method: 'POST',
    path: works,
    may: 'work.post',
    body: workForm,
    reply: z.object({
      workId: id<WorkId>(),
      /** True where the due time comes twice that night; the later one holds. */
      dueTwice: z.boolean(),
    }),
  }),
  seePiece: route({ method: 'GET', path: piece, may: 'piece.see', reply: piecePage }),
  seeOutcome: route({ method: 'GET', path: `${piece}/outcome`, may: 'outcome.see', reply: outcomePage }),
  saveCopy: route({
    method: 'PUT',
    path: `${piece}/copy`,
    may: 'piece.write',
    body: z.object({
      html: typed,
      /** The version the writing began from; 0 for a copy not made yet. */
      base: z.number().int().min(0),
      /** True where the writer has seen the other version and chosen: the other is kept among the versions. */
      chosen: z.boolean().default(false),
    }) as z.ZodType<{ html: string; base: number; chosen?: boolean }>,
    reply: z.object({ version: z.number().int(), savedAt: instant, html: z.string() }),
  }),
  addFile: route({
    method: 'POST',
    path: `${piece}/files`,
    may: 'piece.write',
    carries: 'file',
    reply: file,
  }),
  seeFile: route({ method: 'GET', path: `${piece}/files/:fileId`, may: 'piece.see', carries: 'bytes' }),
  removeFile: route({ method: 'DELETE', path: `${piece}/files/:fileId`, may: 'piece.write', reply: done }),
  restoreFile: route({
    method: 'POST',
    path: `${piece}/files/:fileId/restore`,
    may: 'piece.write',
    reply: done,
  }),
  handIn: route({
    method: 'POST',
    path: `${piece}/hand-in`,
    may: 'piece.write',
    /** The version of the own copy that the pupil looked at; 0 where there is none. */
    body: z.object({ version: z.number().int().min(0) }),
    reply: standing,
  }),
  takeBack: route({ method: 'POST', path: `${piece}/take-back`, may: 'piece.write', reply: standing }),
  writeNote: route({
    method: 'POST',
    path: `${piece}/notes`,
    may: 'sideNote.write',
    body: z.object({ text: typed }),
    reply: note,
  }),
}
