import type { Instant } from '../ids/index.js'
import { err, type Outcome, ok } from '../outcome/index.js'
import { addDays, isDate, type LocalDate } from '../zone/days.js'
import { closureAt, firstSchoolDay, type SchoolCalendar, schoolDayFrom } from './calendar.js'
import { isTime } from './lessons.js'
import type { HeldLesson, LessonSpan } from './timetable.js'

export type Edge = 'start' | 'end'

/** How one time of a work is set. `n` counts the group's lessons that take place in the week, from 1. */
export type TimeRule =
  | { readonly is: 'fixed'; readonly local: string }
  | { readonly is: 'lesson'; readonly edge: Edge; readonly n: number }
  /** The next lesson after the n-th one, in whichever week it comes. */
  | { readonly is: 'nextLesson'; readonly edge: Edge; readonly n: number }
  /** So many school days after the day of the n-th lesson, or before it for a negative number. */
  | { readonly is: 'schoolDays'; readonly days: number; readonly time: string; readonly n: number }

export const TIMES = ['appears', 'opens', 'due', 'closes'] as const
export type TimeName = (typeof TIMES)[number]

/** The four times of a work; null for one that is not set. */
export type TimingRules = Readonly<Record<TimeName, TimeRule | null>>

export const NO_TIMES: TimingRules = { appears: null, opens: null, due: null, closes: null }

/** Why a time is when it is. `pushed` names what would have been closed, and the local time it would have been. */
export type Why = { readonly pushed?: { readonly by: string; readonly from: string } } & (
  | { readonly is: 'fixed' }
  | { readonly is: 'own' }
  | {
      readonly is: 'lesson' | 'nextLesson'
      readonly edge: Edge
      readonly lesson: LessonSpan
      readonly moved: boolean
    }
  | { readonly is: 'schoolDays'; readonly days: number; readonly lesson: LessonSpan }
)

export type ResolvedTime = { readonly at: Instant; readonly why: Why }

/** Why a time could not be worked out. There is then no time, rather than a guessed one. */
export type TimingProblem =
  | { readonly time: TimeName; readonly is: 'noWeek' }
  | { readonly time: TimeName; readonly is: 'noLesson'; readonly n: number; readonly held: number }
  | { readonly time: TimeName; readonly is: 'noNextLesson' | 'noSchoolDay' }
  | { readonly time: 'due'; readonly is: 'dueBeforeOpens' }
  | { readonly time: 'closes'; readonly is: 'closesBeforeDue' }

export type ResolvedTiming = Readonly<Record<TimeName, ResolvedTime | null>> & {
  readonly problems: readonly TimingProblem[]
}

/** What the times of one group are worked out from. */
export type GroupDays = {
  readonly calendar: SchoolCalendar
  readonly toInstant: (local: string) => Instant
  /** The lessons that take place in the week of a Monday. */
  readonly lessonsOf: (monday: LocalDate) => readonly HeldLesson[]
}

/** How many weeks ahead the next lesson is looked for. */
const AHEAD = 26

type Found = ResolvedTime | TimingProblem

/**
 * The times of a work for one group: from its rules, the Monday of its week (null where it stands in no
 * week) and the group's calendar and lessons. What cannot be worked out is a problem and no time; a deadline before
 * the opening and a close before the deadline do not hold. A time that would fall into a closure goes to the next
 * school day at the same time of day. A work never opens before it appears.
 */
export function resolveTiming(days: GroupDays, week: LocalDate | null, rules: TimingRules): ResolvedTiming {
  const problems: TimingProblem[] = []
  const time = (name: TimeName): ResolvedTime | null => {
    const rule = rules[name]
    if (!rule) return null
    const found = resolveRule(days, week, rule, name)
    if (!('time' in found)) return found
    problems.push(found)
    return null
  }
  const appears = time('appears')
  const opened = time('opens')
  const opens = appears && opened && opened.at < appears.at ? appears : opened
  const begins = Math.max(appears?.at ?? 0, opens?.at ?? 0)
  let due = time('due')
  if (due && due.at < begins) {
    problems.push({ time: 'due', is: 'dueBeforeOpens' })
    due = null
  }
  let closes = time('closes')
  if (closes && closes.at < Math.max(begins, due?.at ?? 0)) {
    problems.push({ time: 'closes', is: 'closesBeforeDue' })
    closes = null
  }
  return { appears, opens, due, closes, problems }
}

/** One time set by hand for one pupil; goes out of closures as all times do. Undefined where no school day follows. */
export function ownTime(
  days: Pick<GroupDays, 'calendar' | 'toInstant'>,
  local: string,
): ResolvedTime | undefined {
  return outOfClosure(days, local, { is: 'own' })
}

function resolveRule(days: GroupDays, week: LocalDate | null, rule: TimeRule, time: TimeName): Found {
  if (rule.is === 'fixed')
    return outOfClosure(days, rule.local, { is: 'fixed' }) ?? { time, is: 'noSchoolDay' }
  if (week === null) return { time, is: 'noWeek' }
  const lessons = days.lessonsOf(week)
  const lesson = lessons[rule.n - 1]
  if (!lesson) return { time, is: 'noLesson', n: rule.n, held: lessons.length }
  switch (rule.is) {
    case 'lesson':
      return atEdge(lesson, rule.edge, 'lesson')
    case 'nextLesson': {
      const next = lessonAfter(days, week, lesson)
      return next ? atEdge(next, rule.edge, 'nextLesson') : { time, is: 'noNextLesson' }
    }
    case 'schoolDays': {
      const date = schoolDayFrom(days.calendar, lesson.date, rule.days)
      const why = { is: 'schoolDays', days: rule.days, lesson: spanOfLesson(lesson) } as const
      return (date && outOfClosure(days, `${date}T${rule.time}`, why)) || { time, is: 'noSchoolDay' }
    }
  }
}

function lessonAfter(
  days: GroupDays,
  week: LocalDate,
  { key, startsAt }: HeldLesson,
): HeldLesson | undefined {
  for (let n = 0; n <= AHEAD; n++) {
    const next = days.lessonsOf(addDays(week, n * 7)).find(one => one.startsAt >= startsAt && one.key !== key)
    if (next) return next
  }
  return undefined
}

const spanOfLesson = ({ date, starts, ends }: LessonSpan): LessonSpan => ({ date, starts, ends })

const atEdge = (lesson: HeldLesson, edge: Edge, is: 'lesson' | 'nextLesson'): ResolvedTime => ({
  at: edge === 'start' ? lesson.startsAt : lesson.endsAt,
  why: { is, edge, lesson: spanOfLesson(lesson), moved: lesson.movedFrom !== null },
})

/** Most closures that may follow one another before a time has found its day. */
const MOST_HOPS = 20

function outOfClosure(
  { calendar, toInstant }: Pick<GroupDays, 'calendar' | 'toInstant'>,
  local: string,
  why: Why,
): ResolvedTime | undefined {
  const time = local.slice(11)
  let date: LocalDate | undefined = local.slice(0, 10)
  let by: string | undefined
  for (let n = 0; n < MOST_HOPS && date; n++) {
    const closed = closureAt(calendar, date, time)
    if (!closed) {
      const at = toInstant(`${date}T${time}`)
      return { at, why: by === undefined ? why : { ...why, pushed: { by, from: local } } }
    }
    by ??= closed.name
    date = firstSchoolDay(calendar, addDays(date, 1))
  }
  return undefined
}

const LOCAL = /^(\d{4}-\d{2}-\d{2})T(.{5})$/
const MOST_LESSONS = 30
const MOST_SCHOOL_DAYS = 60

/** Reads a rule as it came in. Refuses `rule_unreadable`. */
export function readRule(rule: TimeRule): Outcome<TimeRule> {
  return isReadable(rule) ? ok(rule) : err('rule_unreadable')
}

function isReadable(rule: TimeRule): boolean {
  if (rule.is === 'fixed') {
    const parts = LOCAL.exec(rule.local)
    return parts !== null && isDate(parts[1] ?? '') && isTime(parts[2] ?? '')
  }
  if (!Number.isInteger(rule.n) || rule.n < 1 || rule.n > MOST_LESSONS) return false
  if (rule.is !== 'schoolDays') return rule.edge === 'start' || rule.edge === 'end'
  return Number.isInteger(rule.days) && Math.abs(rule.days) <= MOST_SCHOOL_DAYS && isTime(rule.time)
}

/** The same rules so many weeks later: fixed times keep their weekday and time of day, all others follow the week. */
export function shiftRules(rules: TimingRules, weeks: number): TimingRules {
  const shift = (rule: TimeRule | null): TimeRule | null =>
    rule?.is === 'fixed' ? { ...rule, local: shiftLocal(rule.local, weeks * 7) } : rule
  return {
    appears: shift(rules.appears),
    opens: shift(rules.opens),
    due: shift(rules.due),
    closes: shift(rules.closes),
  }
}

const shiftLocal = (local: string, days: number) => `${addDays(local.slice(0, 10), days)}${local.slice(10)}`
