import type { ClassId, InvitationId, PlaceId, SpaceId, WorkId } from '@oppen/core/ids'
import { z } from 'zod'
import { id, instant } from '../wire/shapes.js'
import { status, workLine } from './workParts.js'

/** One submission on somebody's day. */
export const todaySubmission = z.object({
  classId: id<ClassId>(),
  className: z.string(),
  placeId: id<PlaceId>(),
  child: z.string(),
  work: workLine,
  status,
  feedback: z.string().nullable(),
  /** What of its minutes falls on this day. */
  minutesToday: z.number().int(),
  newNotes: z.number().int(),
  /** Whether the family has a part to do in it. */
  familyWaits: z.boolean(),
})
export type TodaySubmission = z.infer<typeof todaySubmission>

export const todayNotice = z.object({
  spaceId: id<SpaceId>(),
  spaceName: z.string(),
  by: z.string(),
  html: z.string(),
  at: instant,
  isNew: z.boolean(),
})

export const todayClass = z.object({
  classId: id<ClassId>(),
  className: z.string(),
  pupils: z.number().int(),
  claimed: z.number().int(),
  /** Who waits for the teacher's answer: newcomers, families, tablets. */
  waiting: z.number().int(),
  doorOpen: z.boolean(),
  doorClosesAt: instant.nullable(),
  /** Side notes by pupils that the viewer has not seen, the oldest first. */
  asks: z.array(
    z.object({
      workId: id<WorkId>(),
      title: z.string(),
      placeId: id<PlaceId>(),
      name: z.string(),
      html: z.string(),
      at: instant,
    }),
  ),
  works: z.array(
    workLine.extend({
      toMark: z.number().int(),
      in: z.number().int(),
      of: z.number().int(),
      newNotes: z.number().int(),
      oldestAt: instant.nullable(),
    }),
  ),
})
export type TodayClass = z.infer<typeof todayClass>

/** A lesson of this day. */
export const todayLesson = z.object({
  key: z.string(),
  date: z.string(),
  classId: id<ClassId>(),
  className: z.string(),
  /** The child whose lesson it is; null for a teacher. */
  child: z.string().nullable(),
  groupNames: z.array(z.string()),
  startsAt: instant,
  endsAt: instant,
  place: z.string(),
  room: z.string().nullable(),
})
export type TodayLesson = z.infer<typeof todayLesson>

export const todayPage = z.object({
  now: instant,
  readAt: instant.nullable(),
  /** Own submissions of a pupil, or those of all children of a family. */
  submissions: z.array(todaySubmission),
  /** The classes a teacher teaches. */
  teaching: z.array(todayClass),
  notices: z.array(todayNotice),
  /** Where there is something new in Talk, or something waits for a teacher’s nod. */
  talk: z.array(
    z.object({ spaceId: id<SpaceId>(), newMessages: z.number().int(), waiting: z.number().int() }),
  ),
  /** Posted work that was changed, where its teachers wanted that told. */
  changes: z.array(
    z.object({
      classId: id<ClassId>(),
      className: z.string(),
      workId: id<WorkId>(),
      placeId: id<PlaceId>(),
      child: z.string(),
      title: z.string(),
      by: z.string(),
      at: instant,
      isNew: z.boolean(),
    }),
  ),
  lessons: z.array(todayLesson),
  /** What each of the next days asks of a pupil or child, in minutes; days that ask nothing are left out. */
  days: z.array(z.object({ child: z.string(), day: z.string(), minutes: z.number().int() })),
  /** Invitations that wait for an answer: who asks and into which class, nothing else of it. */
  invitations: z.array(
    z.object({
      id: id<InvitationId>(),
      kind: z.enum(['pupil', 'coTeacher', 'family']),
      className: z.string(),
      by: z.string(),
      at: instant,
    }),
  ),
  /** Children that a family has asked to follow, not yet answered, or not recognised. */
  asked: z.array(
    z.object({
      className: z.string(),
      teacherName: z.string(),
      name: z.string(),
      at: instant,
      turnedAway: z.boolean(),
    }),
  ),
})
export type TodayPage = z.infer<typeof todayPage>

export const todayShapes = {
  seeToday: { reply: todayPage },
}
