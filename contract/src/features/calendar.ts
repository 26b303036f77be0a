import type { ClassId, EntryId, PlaceId } from '@oppen/core/ids'
import { z } from 'zod'
import { done, id, instant, line, typed } from '../wire/shapes.js'
import { todayLesson } from './today.js'
import { status, workLine } from './workParts.js'

/** A deadline: of an own submission or a child's, or for its teacher that of the groups that share it. */
const deadline = z.object({
  classId: id<ClassId>(),
  className: z.string(),
  work: workLine,
  dueAt: instant,
  /** Null for a teacher. */
  placeId: id<PlaceId>().nullable(),
  child: z.string().nullable(),
  status: status.nullable(),
  /** For a teacher alone. */
  groupNames: z.array(z.string()),
})
export type Deadline = z.infer<typeof deadline>

const entryForm = z.object({
  title: line,
  note: typed,
  from: z.string().max(40),
  to: z.string().max(40),
  starts: z.string().max(40).nullable(),
  ends: z.string().max(40).nullable(),
})

const entry = entryForm.extend({ id: id<EntryId>() })
export type Entry = z.infer<typeof entry>

const span = z.object({ name: z.string(), from: z.string(), to: z.string() })

/** Everything that is on the days of a span, for one person. */
export const daysPage = z.object({
  deadlines: z.array(deadline),
  lessons: z.array(todayLesson),
  terms: z.array(span),
  closures: z.array(span.extend({ starts: z.string().nullable(), ends: z.string().nullable() })),
  entries: z.array(entry),
})
export type DaysPage = z.infer<typeof daysPage>

/** The address under which other programs read somebody's calendar; null where there is none. */
const feed = z.object({
  path: z.string().nullable(),
  madeAt: instant.nullable(),
  /** When a program last read it. */
  readAt: instant.nullable(),
})
export type Feed = z.infer<typeof feed>

export const calendarShapes = {
  seeDays: { reply: daysPage },
  addEntry: { body: entryForm, reply: z.object({ entryId: id<EntryId>() }) },
  changeEntry: { body: entryForm, reply: done },
  removeEntry: { reply: done },
  restoreEntry: { reply: done },
  seeFeed: { reply: feed },
  /** A new address; the one before ends. */
  makeFeed: { reply: feed },
  endFeed: { reply: feed },
  readFeed: {},
}
