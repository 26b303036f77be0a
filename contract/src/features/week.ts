import type { ClassId, GroupId, PlaceId, WorkId } from '@oppen/core/ids'
import { z } from 'zod'
import { done, id, instant, line, typed } from '../wire/shapes.js'
import { groupTimes, why } from './timing.js'
import { counts, posting } from './work.js'
import { lane, status, workLine } from './workParts.js'

const heldLesson = z.object({
  key: z.string(),
  groupId: id<GroupId>(),
  date: z.string(),
  starts: z.string(),
  ends: z.string(),
  startsAt: instant,
  endsAt: instant,
  place: z.string(),
  movedFrom: z.object({ date: z.string(), starts: z.string(), ends: z.string() }).nullable(),
  extra: z.boolean(),
  /** What is done together, and what each does by oneself. */
  live: z.string(),
  own: z.string(),
  /** The address of the group's meeting room. */
  room: z.string().nullable(),
})
export type WeekLesson = z.infer<typeof heldLesson>

/** A card of the week: posted work with the times that hold for the reader. */
export const weekCard = workLine.extend({
  lane,
  topicName: z.string().nullable(),
  posting,
  why: why.nullable(),
  /** A pupil's own status; null for a teacher. */
  mine: status.nullable(),
  newNotes: z.number().int(),
  counts: counts.nullable(),
  /** The times and counts of each group that is asked; empty for a pupil. */
  times: z.array(groupTimes.extend({ counts })),
})
export type WeekCard = z.infer<typeof weekCard>

export const weekPage = z.object({
  className: z.string(),
  /** The Monday. */
  week: z.string(),
  /** The pupil whose week it is; null for a teacher. */
  pupil: z.object({ placeId: id<PlaceId>(), name: z.string() }).nullable(),
  /** The pupil's own group, or all groups for a teacher. */
  groups: z.array(z.object({ id: id<GroupId>(), name: z.string(), room: z.string().nullable() })),
  term: z
    .object({
      name: z.string(),
      weeks: z.array(
        z.object({
          monday: z.string(),
          number: z.number().int().nullable(),
          closed: z.string().nullable(),
          /** Minutes that the week asks of a pupil, in all classes and in this one. */
          minutes: z.number().int(),
          here: z.number().int(),
        }),
      ),
    })
    .nullable(),
  rotation: z.enum(['A', 'B']).nullable(),
  days: z.array(
    z.object({
      date: z.string(),
      /** What closes the day, or a part of it. */
      closed: z.string().nullable(),
      minutes: z.number().int(),
    }),
  ),
  lessons: z.array(heldLesson),
  goals: z.array(z.string()),
  /** Of the class, one press away. */
  links: z.array(z.object({ title: z.string(), url: z.string() })),
  cards: z.array(weekCard),
  /** Work of earlier weeks of the term that still waits for this pupil, in the week that it is now. */
  waiting: z.array(weekCard),
  cameBack: z.array(
    z.object({
      workId: id<WorkId>(),
      title: z.string(),
      by: z.string(),
      at: instant,
      mark: z.number().int().nullable(),
      points: z.number().int().nullable(),
      feedback: z.string().nullable(),
    }),
  ),
  /** When something more appears; the page is to be read again then. */
  changesAt: instant.nullable(),
})
export type WeekPage = z.infer<typeof weekPage>

const spot = z.object({
  week: z.string().max(40),
  lane,
  /** The day it is put on, 1 for Monday; null keeps its day. */
  weekday: z.number().int().min(1).max(7).nullable(),
  /** The group that is looked at; null for all. */
  groupId: id<GroupId>().nullable(),
})

/** What a class would bring into the next year. */
const carryOverPage = z.object({
  className: z.string(),
  yearLabel: z.string(),
  topics: z.number().int(),
  groups: z.array(z.string()),
  /** The Monday on which the new class would begin, and whether the calendar has terms from then on. */
  first: z.string(),
  termsKnown: z.boolean(),
  /** Where each week that has work or goals would go; null where the calendar has no school week left for it. */
  weeks: z.array(
    z.object({
      from: z.string(),
      to: z.string().nullable(),
      works: z.number().int(),
      goals: z.number().int(),
    }),
  ),
  /** Work that stands in no week. */
  unplanned: z.number().int(),
})
export type CarryOverPage = z.infer<typeof carryOverPage>

export const weekShapes = {
  seeCarryOver: { reply: carryOverPage },
  carryOver: {
    body: z.object({ press: line, name: line, yearLabel: line, first: line }),
    reply: z.object({ classId: id<ClassId>() }),
  },
  seeWeek: { reply: weekPage },
  seeChildWeek: { reply: weekPage },
  /** Where the deadlines would be if the card were put there; keeps nothing. */
  tryMove: {
    body: spot,
    reply: z.object({ times: z.array(groupTimes.extend({ name: z.string() })) }),
  },
  moveCard: { body: spot, reply: done },
  writeGoals: { body: z.object({ goals: z.array(line).max(12) }), reply: done },
  writeLesson: {
    body: z.object({ groupId: id<GroupId>(), key: z.string().max(120), live: typed, own: typed }),
    reply: done,
  },
  /** What an earlier week would bring, with its new deadlines. */
  seeFill: {
    reply: z.object({
      goals: z.array(z.string()),
      works: z.array(
        z.object({
          workId: id<WorkId>(),
          title: z.string(),
          lane,
          times: z.array(groupTimes.extend({ name: z.string() })),
        }),
      ),
    }),
  },
  fillWeek: {
    body: z.object({
      from: z.string().max(40),
      workIds: z.array(id<WorkId>()).max(200),
      goals: z.boolean(),
      post: z.boolean(),
    }),
    reply: z.object({ workIds: z.array(id<WorkId>()) }),
  },
}
