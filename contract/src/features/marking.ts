import type { AnnotationFileId, PhraseId, PlaceId } from '@oppen/core/ids'
import { ANNOTATION_LIMITS, type Annotation, PASSAGE_LOOKS, STICKERS } from '@oppen/core/marking'
import { MOST_CRITERIA, MOST_LEVELS, type Rubric } from '@oppen/core/marks'
import { z } from 'zod'
import { done, id, instant, line, localTime, typed } from '../wire/shapes.js'
import { status, timing, workLine } from './workParts.js'
import { inkItemOn } from './worksheets.js'

const whole = z.number().int()
const key = z.string().regex(/^[\w-]{1,40}$/)

/** Criteria with their levels, as core has them. */
export const rubric = z
  .array(
    z.object({
      id: key,
      name: line,
      levels: z.array(z.object({ id: key, name: line, points: whole })).max(MOST_LEVELS),
    }),
  )
  .max(MOST_CRITERIA) as unknown as z.ZodType<Rubric>

/** The level that was chosen for each criterion, by their ids. */
export const levels = z
  .record(key, key)
  .refine(chosen => Object.keys(chosen).length <= MOST_CRITERIA) as z.ZodType<
  Readonly<Record<string, string>>
>
export const sticker = z.enum(STICKERS)
/** The words of a class for marks, the highest first. */
export const markScale = z.array(z.object({ label: z.string(), from: whole })).readonly()

const spot = { x: z.number(), y: z.number() }
const onPage = { id: key, page: z.string().max(ANNOTATION_LIMITS.page) }
const around = z.string().max(ANNOTATION_LIMITS.around)

/** What a teacher put over a pupil's work. */
export const annotation = z.union([
  z.object({
    ...onPage,
    kind: z.literal('passage'),
    look: z.enum(PASSAGE_LOOKS),
    quote: z.object({
      exact: z.string().max(ANNOTATION_LIMITS.exact),
      prefix: around,
      suffix: around,
      start: whole,
    }),
    text: z.string().max(10_000),
    fileId: id<AnnotationFileId>().nullable(),
  }),
  z.object({ ...onPage, ...spot, kind: z.literal('sticker'), sticker }),
  inkItemOn(onPage),
]) as unknown as z.ZodType<Annotation>

/** What a teacher says of a submission before it is handed back. */
const verdict = { feedback: typed, levels, sticker: sticker.nullable() }

const markDraft = z.object({
  ...verdict,
  mark: whole.nullable(),
  /** Whether it goes with what is handed back together. */
  ready: z.boolean(),
  version: z.string(),
  by: z.string(),
  mine: z.boolean(),
  at: instant,
})
export type MarkDraft = z.infer<typeof markDraft>

export const markingPage = z.object({
  className: z.string(),
  topicName: z.string().nullable(),
  work: workLine.extend({
    rubric: rubric.nullable(),
    /** Whether what is marked is kept back until all of it is handed back together. */
    keepBack: z.boolean(),
  }),
  scale: markScale,
  rows: z.array(
    z.object({
      placeId: id<PlaceId>(),
      name: z.string(),
      /** The times that hold for this pupil. */
      timing,
      /** Whether the deadline is this pupil's own. */
      extended: z.boolean(),
      status,
      newNotes: whole,
      /** What was written and not handed back yet. */
      draft: z.object({ mark: whole.nullable(), ready: z.boolean(), by: z.string() }).nullable(),
    }),
  ),
})
export type MarkingPage = z.infer<typeof markingPage>

/** What stands over one submission, and what is being written about it. */
export const deskPage = z.object({ draft: markDraft.nullable(), annotations: z.array(annotation) })
export type DeskPage = z.infer<typeof deskPage>

const phrase = z.object({ id: id<PhraseId>(), text: z.string() })
export type Phrase = z.infer<typeof phrase>

/** Which hand-in the teacher looked at (0 for none), so that nobody marks what was taken back meanwhile. */
const number = z.number().int().min(0)
/** What the teacher looked at, so that two do not overwrite each other: how many moves, and which draft of a mark. */
const seen = z.object({ moves: whole, draft: z.string().max(40).nullable(), writer: z.string().max(40) })
export type Seen = z.infer<typeof seen>

const several = z.object({ placeIds: z.array(id<PlaceId>()).max(400) })
const refused = z.array(z.object({ placeId: id<PlaceId>(), code: z.string() }))

export const markingShapes = {
  seeMarking: { reply: markingPage },
  handBackByKey: { reply: z.object({ handedBack: z.number().int() }) },
  seeDesk: { reply: deskPage },
  saveMarkDraft: {
    body: z.object({ number, seen, mark: z.string().max(60).nullable(), ready: z.boolean(), ...verdict }),
    /** Null where nothing is written any more. */
    reply: z.object({ version: z.string().nullable() }),
  },
  handBack: {
    body: z.object({
      number,
      mark: z.string().max(60).nullable(),
      feedback: typed,
      levels: levels.default({}),
      sticker: sticker.nullable().default(null),
      seen: seen.nullable().default(null),
    }) as z.ZodType<{
      number: number
      mark: string | null
      feedback: string
      levels?: Readonly<Record<string, string>>
      sticker?: z.infer<typeof sticker> | null
      seen?: Seen | null
    }>,
    reply: status,
  },
  tryAgain: {
    body: z.object({
      number,
      by: localTime.nullable(),
      feedback: typed,
      seen: seen.nullable().default(null),
    }) as z.ZodType<{ number: number; by: string | null; feedback: string; seen?: Seen | null }>,
    reply: status,
  },
  /** Hands back what is ready of these; with it, work that was not handed in is received. */
  handBackReady: { body: several, reply: z.object({ handedBack: z.array(id<PlaceId>()), refused }) },
  /** Takes back what was handed back last to these, where nothing has followed. */
  undoHandBack: { body: several, reply: z.object({ undone: z.array(id<PlaceId>()), refused }) },
  seeAnnotations: { reply: z.array(annotation) },
  saveAnnotations: {
    /** What was put and what was taken off; each by its id, so that sending again changes nothing. */
    body: z.object({
      put: z.array(annotation).max(ANNOTATION_LIMITS.batch),
      drop: z.array(key).max(ANNOTATION_LIMITS.batch),
    }),
    reply: done,
  },
  addAnnotationFile: { reply: z.object({ id: id<AnnotationFileId>() }) },
  seeAnnotationFile: {},
  setRubric: { body: z.object({ rubric: rubric.nullable() }), reply: done },
  setKeepBack: { body: z.object({ keepBack: z.boolean() }), reply: done },
  seePhrases: { reply: z.array(phrase) },
  savePhrase: { body: z.object({ text: line }), reply: done },
  removePhrase: { reply: done },
  excuse: {
    body: z.object({ excused: z.boolean() }),
    reply: status,
  },
  receive: {
    body: z.object({ received: z.boolean() }),
    reply: status,
  },
}
