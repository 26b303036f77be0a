import type { ClassId, GroupId, LessonChangeId, LessonId, WorkId } from '@oppen/core/ids'
import type { TimeRule, TimingProblem, TimingRules, Why } from '@oppen/core/timing'
import { z } from 'zod'
import { id, instant, line, typed } from '../wire/shapes.js'

const date = z.string().max(40)
const time = z.string().max(40)
const edge = z.enum(['start', 'end'])
const n = z.number()

/** How one time of a work is set; core reads it. */
export const timeRule = z.discriminatedUnion('is', [
  z.object({ is: z.literal('fixed'), local: z.string().max(64) }),
  z.object({ is: z.literal('lesson'), edge, n }),
  z.object({ is: z.literal('nextLesson'), edge, n }),
  z.object({ is: z.literal('schoolDays'), days: z.number(), time, n }),
]) as z.ZodType<TimeRule>

export const timingRules = z.object({
  appears: timeRule.nullable(),
  opens: timeRule.nullable(),
  due: timeRule.nullable(),
  closes: timeRule.nullable(),
}) as z.ZodType<TimingRules>

/** Why a time is when it is: made by core, worded by the screens. */
export const why = z.looseObject({ is: z.string() }) as unknown as z.ZodType<Why>
export const timingProblem = z.looseObject({
  time: z.string(),
  is: z.string(),
}) as unknown as z.ZodType<TimingProblem>

/** The times that come out of rules for one group. */
export const groupTimes = z.object({
  groupId: id<GroupId>(),
  appearsAt: instant.nullable(),
  opensAt: instant.nullable(),
  dueAt: instant.nullable(),
  closesAt: instant.nullable(),
  /** Why the deadline, or the opening where there is none, is when it is. */
  why: why.nullable(),
  problems: z.array(timingProblem),
})
export type GroupTimes = z.infer<typeof groupTimes>

const span = { name: line, from: date, to: date }

const calendarForm = z.object({
  terms: z.array(z.object(span)).max(40),
  closures: z.array(z.object({ ...span, starts: time.nullable(), ends: time.nullable() })).max(400),
  rotation: z.object({ anchor: date, passesClosedWeeks: z.boolean() }).nullable(),
  weekdays: z.array(z.number().int().min(1).max(7)).max(7),
})
export type CalendarForm = z.infer<typeof calendarForm>

/** What all classes of the school share. */
export const calendarPage = calendarForm.extend({ zone: z.string() })
export type CalendarPage = z.infer<typeof calendarPage>

const lesson = z.object({
  /** Null for a new lesson, or any name by which changes of the same form call it. */
  id: id<LessonId>().nullable(),
  /** Null for a lesson of the whole class. */
  groupId: id<GroupId>().nullable(),
  weekday: z.number().int(),
  starts: time,
  ends: time,
  place: line,
  rotation: z.enum(['A', 'B']).nullable(),
})

const lessonChange = z.object({
  id: id<LessonChangeId>().nullable(),
  kind: z.enum(['cancelled', 'moved', 'extra']),
  groupId: id<GroupId>().nullable(),
  lessonId: id<LessonId>().nullable(),
  /** The date that a lesson would have been on; null for an extra one. */
  on: date.nullable(),
  to: z.object({ date, starts: time, ends: time, place: line }).nullable(),
})

const timetableForm = z.object({
  /** The first day on which a changed weekly lesson holds; what was before stays as it was. */
  from: date,
  lessons: z.array(lesson).max(100),
  changes: z.array(lessonChange).max(400),
  rooms: z.array(z.object({ groupId: id<GroupId>(), address: line.nullable() })).max(40),
})
export type TimetableForm = z.infer<typeof timetableForm>

export const timetablePage = z.object({
  className: z.string(),
  groups: z.array(z.object({ id: id<GroupId>(), name: z.string(), room: z.string().nullable() })),
  lessons: z.array(lesson.extend({ id: id<LessonId>() })),
  changes: z.array(lessonChange.extend({ id: id<LessonChangeId>() })),
  rotation: z.boolean(),
})
export type TimetablePage = z.infer<typeof timetablePage>

/** A time of a work that would be another, for one group. */
export const movedTime = z.object({
  classId: id<ClassId>(),
  className: z.string(),
  workId: id<WorkId>(),
  title: z.string(),
  groupId: id<GroupId>(),
  groupName: z.string(),
  /** How many pupils it is asked of there. */
  pupils: z.number().int(),
  time: z.enum(['appears', 'opens', 'due', 'closes']),
  from: instant.nullable(),
  to: instant.nullable(),
  problem: timingProblem.nullable(),
})
export type MovedTime = z.infer<typeof movedTime>

const moved = z.object({ moved: z.array(movedTime) })

/** A calendar file (.ics) as it was chosen. */
const sentFile = z.object({ name: line, text: typed })

const calendarFile = z.object({ closures: calendarForm.shape.closures })
export type CalendarFile = z.infer<typeof calendarFile>

/** The lessons that a file has, under each of its names. */
const foundTimetable = z.object({
  found: z.array(
    z.object({
      title: z.string(),
      weekly: z.array(
        z.object({
          weekday: z.number().int(),
          starts: time,
          ends: time,
          place: z.string(),
          rotation: z.enum(['A', 'B']).nullable(),
          first: date,
          last: date,
          missing: z.array(date),
        }),
      ),
      single: z.array(z.object({ date, starts: time, ends: time, place: z.string() })),
    }),
  ),
})
export type FoundTimetable = z.infer<typeof foundTimetable>

export const timingShapes = {
  readCalendarFile: { body: sentFile, reply: calendarFile },
  readTimetableFile: { body: sentFile, reply: foundTimetable },
  seeCalendar: { reply: calendarPage },
  tryCalendar: { body: calendarForm, reply: moved },
  changeCalendar: { body: calendarForm, reply: calendarPage },
  seeTimetable: { reply: timetablePage },
  tryTimetable: { body: timetableForm, reply: moved },
  changeTimetable: { body: timetableForm, reply: timetablePage },
}
