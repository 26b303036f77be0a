import type { GroupId } from '../ids/index.js'
import type { LocalDate } from '../zone/days.js'
import { instantsIn } from '../zone/nearest.js'
import type { SchoolCalendar } from './calendar.js'
import { ownTime, type ResolvedTime, type ResolvedTiming, resolveTiming, type TimingRules } from './rules.js'
import { type HeldLesson, lessonsOfWeek, NO_LESSONS, type Timetable } from './timetable.js'

/** Works out times for the groups of a school; what it has worked out it keeps, so one is made for each change. */
export type Planner = {
  readonly calendar: SchoolCalendar
  readonly lessonsOf: (groupId: GroupId, monday: LocalDate) => readonly HeldLesson[]
  readonly timingOf: (groupId: GroupId, week: LocalDate | null, rules: TimingRules) => ResolvedTiming
  readonly ownTime: (local: string) => ResolvedTime | undefined
}

/** A planner over a school's calendar and the timetables of its groups; a group without one has no lessons. */
export function makePlanner(calendar: SchoolCalendar, timetables: ReadonlyMap<GroupId, Timetable>): Planner {
  const toInstant = instantsIn(calendar.zone)
  const known = new Map<string, readonly HeldLesson[]>()
  const lessonsOf = (groupId: GroupId, monday: LocalDate) => {
    const key = `${groupId} ${monday}`
    const before = known.get(key)
    if (before) return before
    const lessons = lessonsOfWeek({ calendar, toInstant }, timetables.get(groupId) ?? NO_LESSONS, monday)
    known.set(key, lessons)
    return lessons
  }
  const daysOf = (groupId: GroupId) => ({
    calendar,
    toInstant,
    lessonsOf: (monday: LocalDate) => lessonsOf(groupId, monday),
  })
  return {
    calendar,
    lessonsOf,
    timingOf: (groupId, week, rules) => resolveTiming(daysOf(groupId), week, rules),
    ownTime: local => ownTime({ calendar, toInstant }, local),
  }
}
