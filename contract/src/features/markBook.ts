import type { GroupId, PlaceId, WorkId } from '@oppen/core/ids'
import { ATTEMPT_RULES, DECIMALS, type MarkRules, MOST_CATEGORIES, MOST_STEPS } from '@oppen/core/marks'
import { PHASES, WORK_KINDS } from '@oppen/core/work'
import { z } from 'zod'
import { done, id, instant, line } from '../wire/shapes.js'
import { talkRules } from './talk.js'

const whole = z.number().int()

/** How a class turns marks into averages. */
export const markRules = z.object({
  basis: z.enum(['points', 'categories']),
  categories: z
    .array(z.object({ name: line, weight: whole, dropLowest: whole }))
    .max(MOST_CATEGORIES)
    .readonly(),
  dropLowest: whole,
  zeroAfterDays: whole.nullable(),
  late: z.object({ everyHours: whole.nullable(), take: whole, floor: whole }).nullable(),
  attempts: z.enum(ATTEMPT_RULES),
  scale: z
    .array(z.object({ label: line, from: whole }))
    .max(MOST_STEPS)
    .readonly(),
  wordsOnly: z.boolean(),
  decimals: z.union([z.literal(DECIMALS[0]), z.literal(DECIMALS[1]), z.literal(DECIMALS[2])]),
  figures: z.boolean(),
  averages: z.boolean(),
  signals: z.object({
    missingInWeek: whole.nullable(),
    fallingRun: whole.nullable(),
    unseenDays: whole.nullable(),
  }),
}) satisfies z.ZodType<MarkRules>

/** How a piece of work counts. */
export const counting = z.object({ category: line, extra: z.boolean(), counts: z.boolean() })

const bookWork = counting.extend({
  id: id<WorkId>(),
  title: z.string(),
  kind: z.enum(WORK_KINDS),
  points: whole.nullable(),
  topic: z.string(),
  /** The Monday of its week; null for none. */
  week: z.string().nullable(),
  /** The first deadline of all groups. */
  dueAt: instant.nullable(),
})
export type BookWork = z.infer<typeof bookWork>

/** Where one pupil stands with one piece of work; what there is nothing of is left out. */
const bookCell = z.object({
  workId: id<WorkId>(),
  phase: z.enum(PHASES),
  /** What was handed in last was a new attempt that was asked for. */
  again: z.literal(true).optional(),
  handedInAt: instant.optional(),
  handedBackAt: instant.optional(),
  tryAgainBy: instant.optional(),
  opensAt: instant.optional(),
  dueAt: instant.optional(),
  closesAt: instant.optional(),
  mark: whole.optional(),
  /** All marks that were given, where there are several, the first first. */
  marks: z.array(whole).optional(),
  /** A mark that was typed and not handed back yet, and whose it is. */
  draftMark: whole.optional(),
  draftBy: z.string().optional(),
  /** It is still being written: it is not handed back from the mark book. */
  draftWritten: z.literal(true).optional(),
  forgiven: z.literal(true).optional(),
})
export type BookCell = z.infer<typeof bookCell>

export const markBookPage = z.object({
  className: z.string(),
  rules: markRules,
  groups: z.array(z.object({ id: id<GroupId>(), name: z.string() })),
  /** From the oldest to the newest. */
  works: z.array(bookWork),
  pupils: z.array(
    z.object({
      placeId: id<PlaceId>(),
      name: z.string(),
      groupId: id<GroupId>(),
      cells: z.array(bookCell),
    }),
  ),
})
export type MarkBookPage = z.infer<typeof markBookPage>

/** So many cells are set at once: a column of a large class, or a row of a year. */
export const MOST_CELLS = 300

const cell = z.object({ workId: id<WorkId>(), placeId: id<PlaceId>() })
/** A mark as it was typed, null for none; and the one that stood there when it was, so that two do not overwrite each other. */
const draftMark = cell.extend({ mark: z.string().max(60).nullable(), was: whole.nullable() })
export type DraftMark = z.infer<typeof draftMark>

const refused = cell.extend({
  code: z.string(),
  params: z.record(z.string(), z.union([z.string(), z.number()])).optional(),
})
export type RefusedCell = z.infer<typeof refused>

/** The rules of a class for talk and for averages, as its settings show them. */
export const classRules = z.object({ talk: talkRules, marks: markRules })
export type ClassRules = z.infer<typeof classRules>

export const markBookShapes = {
  seeClassRules: { reply: classRules },
  seeMarkBook: { reply: markBookPage },
  setMarkRules: { body: markRules, reply: done },
  setCounting: { body: counting, reply: done },
  /** What could be set is; the others are named with the reason. */
  setDraftMarks: {
    body: z.object({ cells: z.array(draftMark).max(MOST_CELLS) }),
    reply: z.object({ set: whole, refused: z.array(refused) }),
  },
  /** Hands back the marks of these cells that were typed; with each, work that was not handed in is received. */
  handBackDrafts: {
    body: z.object({ cells: z.array(cell).max(MOST_CELLS) }),
    reply: z.object({ handedBack: whole, refused: z.array(refused) }),
  },
  forgiveLate: { body: z.object({ forgiven: z.boolean() }), reply: done },
}
