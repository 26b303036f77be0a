import { addDays, type LocalDate, weeksBetween } from '../zone/days.js'
import { shiftRules, type TimeRule, type TimingRules } from './rules.js'
import type { HeldLesson } from './timetable.js'

/** When in a week a work is done: before the lesson, in it, or after it. */
export const LANES = ['getReady', 'lesson', 'followUp'] as const
export type Lane = (typeof LANES)[number]

/** Where a card stands: the Monday of its week and its lane. */
export type Spot = { readonly week: LocalDate | null; readonly lane: Lane }

/** When a day's work is due where nothing else is said: after school, before supper. Common practice. */
export const USUAL_HOUR = '17:00'

const lesson = (edge: 'start' | 'end', n: number): TimeRule => ({ is: 'lesson', edge, n })
const onDay = (week: LocalDate, weekday: number, time: string): TimeRule => ({
  is: 'fixed',
  local: `${addDays(week, weekday - 1)}T${time}`,
})

/**
 * The opening and deadline that a lane suggests, for the n-th lesson of the week: ready as the lesson starts, open
 * during the lesson, or due on the last school day after it.
 */
export function usualRules(
  lane: Lane,
  { week, n, weekday = 5 }: { readonly week: LocalDate; readonly n: number; readonly weekday?: number },
): Pick<TimingRules, 'opens' | 'due'> {
  switch (lane) {
    case 'getReady':
      return { opens: null, due: lesson('start', n) }
    case 'lesson':
      return { opens: lesson('start', n), due: lesson('end', n) }
    case 'followUp':
      return { opens: null, due: onDay(week, weekday, USUAL_HOUR) }
  }
}

export type Target = {
  readonly week: LocalDate
  readonly lane: Lane
  /** The day it is put on; null keeps the day it has. */
  readonly weekday: number | null
  /** The lessons in the target week of the group that is looked at. */
  readonly lessons: readonly HeldLesson[]
}

/**
 * The rules of a work once its card is put somewhere else. Into another week everything goes along, keeping its
 * weekday and time of day; into another lane it takes the times that the lane suggests; onto a day with a lesson,
 * before or in the lesson, it follows that lesson, and onto any other day it is due there at the same time of day.
 */
export function replan(rules: TimingRules, from: Spot, to: Target): TimingRules {
  const shifted = from.week === null ? rules : shiftRules(rules, weeksBetween(from.week, to.week))
  const n = lessonOn(to) ?? lessonIn(shifted.due) ?? lessonIn(shifted.opens) ?? 1
  if (to.lane !== from.lane) {
    const weekday = to.weekday ?? undefined
    return { ...shifted, ...usualRules(to.lane, { week: to.week, n, ...(weekday && { weekday }) }) }
  }
  if (to.weekday === null) return shifted
  if (to.lane !== 'followUp' && lessonOn(to) !== undefined)
    return {
      ...shifted,
      opens: withLesson(shifted.opens, n),
      due: withLesson(shifted.due, n) ?? lesson('start', n),
    }
  return { ...shifted, due: onDay(to.week, to.weekday, timeIn(shifted.due) ?? USUAL_HOUR) }
}

/** Which lesson of the week is held on the target's day, from 1. */
function lessonOn({ week, weekday, lessons }: Target): number | undefined {
  if (weekday === null) return undefined
  const index = lessons.findIndex(one => one.date === addDays(week, weekday - 1))
  return index < 0 ? undefined : index + 1
}

const lessonIn = (rule: TimeRule | null): number | undefined =>
  rule && rule.is !== 'fixed' ? rule.n : undefined

const withLesson = (rule: TimeRule | null, n: number): TimeRule | null =>
  rule && (rule.is === 'fixed' ? lesson('start', n) : { ...rule, n })

function timeIn(rule: TimeRule | null): string | undefined {
  if (rule?.is === 'fixed') return rule.local.slice(11)
  return rule?.is === 'schoolDays' ? rule.time : undefined
}
