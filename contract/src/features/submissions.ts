import type { FileId, HandInId, NoteId, PlaceId } from '@oppen/core/ids'
import { z } from 'zod'
import { details } from '../kinds/index.js'
import { done, id, instant, typed } from '../wire/shapes.js'
import { levels, markScale, rubric, sticker } from './marking.js'
import { why } from './timing.js'
import { material, moveKind, status, submissionPlace, workLine } from './workParts.js'
import { worksheetState } from './worksheets.js'

export const file = z.object({
  id: id<FileId>(),
  name: z.string(),
  type: z.string(),
  size: z.number().int(),
  addedAt: instant,
})
export type SubmissionFile = z.infer<typeof file>

/** How much room the files of pupils take, in bytes. */
export const fileSpace = z.object({
  most: z.number().int(),
  mostOfPupil: z.number().int(),
  pupils: z.array(
    z.object({ placeId: id<PlaceId>(), name: z.string(), files: z.number().int(), used: z.number().int() }),
  ),
})
export type FileSpace = z.infer<typeof fileSpace>

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

/** What came back with the mark: the levels of the rubric that were chosen, by criterion, a sticker, and the word for the mark. */
const verdict = { levels: levels.nullable(), sticker: sticker.nullable(), scale: markScale }

/** What a family sees of a submission: how it stands and what the teacher said, nothing written and no side note. */
export const outcomePage = z.object({
  className: z.string(),
  teacherName: z.string(),
  topicName: z.string().nullable(),
  work: workLine.extend({
    directions: z.string(),
    why: why.nullable(),
    materials: z.array(material),
    rubric: rubric.nullable(),
  }),
  pupil: submissionPlace,
  status,
  feedback: z.string().nullable(),
  ...verdict,
  moves: z.array(move.omit({ feedback: true })),
})
export type OutcomePage = z.infer<typeof outcomePage>

const saved = z.object({
  version: z.number().int(),
  savedAt: instant,
  /** The runs of the server in which it was saved, each with its first version. */
  lineage: z.array(z.object({ run: z.string(), from: z.number().int() })).readonly(),
})
/** One version of a draft. */
export const edition = saved.extend({ html: z.string() })

const version = z.object({
  version: z.number().int(),
  savedAt: instant,
  why: z.enum(['pause', 'cut', 'choice', 'back']),
  words: z.number().int(),
  /** Who brought an earlier one back in its place. */
  keptBy: z.string().nullable(),
})
export type DraftVersion = z.infer<typeof version>

/** A submission as its pupil and the teachers see it. */
export const submissionPage = z.object({
  className: z.string(),
  teacherName: z.string(),
  topicName: z.string().nullable(),
  work: workLine.extend({
    directions: z.string(),
    details,
    /** Why the deadline is when it is. */
    why: why.nullable(),
    materials: z.array(material),
    rubric: rubric.nullable(),
  }),
  pupil: submissionPlace,
  status,
  feedback: z.string().nullable(),
  ...verdict,
  /** How many things stand over the work that the reader can see. */
  annotations: z.number().int(),
  draft: edition.extend({ versions: z.number().int() }).nullable(),
  files: z.array(file),
  /** Bytes of all files of this pupil in the class. */
  room: z.number().int(),
  /** The worksheet of this submission; null where none was given out and the pupil made none. */
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
      /** Whether pupil or teacher keeps it in the portfolio. */
      kept: z.boolean(),
    }),
  ),
  moves: z.array(move),
  /** The class thread: how many words stand in it, and how many are new. */
  thread: z.object({ count: z.number().int(), fresh: z.number().int() }),
  readAt: instant.nullable(),
})
export type SubmissionPage = z.infer<typeof submissionPage>

export const submissionShapes = {
  readHandout: { reply: status },
  seeSubmission: { reply: submissionPage },
  seeOutcome: { reply: outcomePage },
  saveDraft: {
    body: z.object({
      html: typed,
      /** The version the writing began from, and the run in which that was saved; 0 for a draft not made yet. */
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
  /** Takes a whole upload onto the submission. */
  addFile: { body: z.object({ uploadId: id<string>() }), reply: file },
  turnPicture: { reply: file },
  seeFileSpace: { reply: fileSpace },
  seeFile: {},
  removeFile: { reply: done },
  restoreFile: {
    reply: done,
  },
  handIn: {
    body: z.object({
      /** The version of the draft that the pupil looked at; 0 where there is none. */
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
    reply: status,
  },
  /** Goes on with what was handed back, or leaves it as it was. */
  improve: { body: z.object({ on: z.boolean() }), reply: status },
  takeBack: { reply: status },
}
