import { setImmediate } from 'node:timers/promises'
import type { ProgressOverview, ProgressPage } from '@oppen/contract'
import type { ClassId, PlaceId } from '@oppen/core/ids'
import { type Asked, FEWEST_FOR_FIGURES, fiveNumbersOf, ratesByWeek } from '@oppen/core/marks'
import type { Viewer } from '@oppen/core/permissions'
import {
  type AskedSubmission,
  cameIn,
  movedSince,
  nextChange,
  overviewLine,
  signalsFor,
} from '@oppen/core/progress'
import { localDateAt } from '@oppen/core/zone'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { calendarOf } from '../timing/planner.js'
import { goalsReached } from './models.js'
import { askedOfClass, averagingClass, hasGoal, progressOf } from './queries.js'

/**
 * How one pupil gets on in a class, for the pupil, the family and teachers. What it says of the class is its quartiles alone, where its
 * teachers show them, and never of fewer than ten.
 */
export async function seeProgress(
  world: World,
  viewer: Viewer,
  at: { readonly classId: ClassId; readonly placeId: PlaceId },
): Promise<ProgressPage> {
  const now = world.clock.now()
  const today = localDateAt(now, world.school.zone)
  const found = await progressOf(world.db, { ...at, viewer: viewer.accountId, now, today })
  if (!found) throw new Refused('not_found')
  return {
    ...found,
    submissions: found.submissions.map(({ classMarks, ...one }) => ({
      ...one,
      figures: figuresOf(classMarks),
    })),
  }
}

function figuresOf(marks: readonly number[] | null): ProgressPage['submissions'][number]['figures'] {
  const five = marks && marks.length >= FEWEST_FOR_FIGURES ? fiveNumbersOf(marks) : undefined
  return five ? { count: five.count, lower: five.lower, median: five.median, upper: five.upper } : null
}

/** Says whether a pupil has reached a goal of a week. Answers `not_found` where the week has no such goal. */
export async function setGoalReached(
  world: World,
  viewer: Viewer,
  { classId, placeId }: { readonly classId: ClassId; readonly placeId: PlaceId },
  { week, text, reached }: { readonly week: string; readonly text: string; readonly reached: boolean },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    if (!(await hasGoal(world.db, { classId, placeId, week, text }))) throw new Refused('not_found')
    const key = { placeId, week, goal: text }
    const model = world.db.model(goalsReached)
    if (!reached) await model.destroy({ where: key })
    else
      await model.bulkCreate([{ ...key, byAccount: viewer.accountId, at: world.clock.now() }], {
        ignoreDuplicates: true,
      })
    world.db.afterCommit(() => void world.live.tell({ what: 'topics', classId }))
  })
  return { done: true }
}

/** Marks are compared with those of so long ago, in milliseconds. */
const MOVED_IN = 28 * 86_400_000
/** What is less than so many thousandths of the points is no movement, and no more are named than a teacher can look at. */
const [MOVED, MOST_MOVED] = [50, 6]

/** How every pupil of a class gets on, in a line each, and when one of the lines changes by itself. */
export async function seeOverview(world: World, classId: ClassId): Promise<ProgressOverview> {
  const now = world.clock.now()
  const [found, pupils] = await Promise.all([
    averagingClass(world.db, classId),
    askedOfClass(world.db, classId, now),
  ])
  if (!found) throw new Refused('not_found')
  const { rules } = found
  const following = { now, zone: world.school.zone, calendar: await calendarOf(world), rules: rules.signals }
  const lines: ProgressOverview['lines'] = []
  const signals: ProgressOverview['signals'] = []
  const moved: ProgressOverview['moved'] = []
  const asked: Asked[] = []
  let until: number | null = null
  for (const { placeId, name, seenAt, submissions: json } of pupils) {
    const submissions = JSON.parse(json) as AskedSubmission[]
    lines.push({ placeId, name, ...overviewLine(submissions, rules, now) })
    const of = signalsFor({ submissions, seenAt }, following)
    if (of.length) signals.push({ placeId, name, found: of })
    const movement = movedSince(submissions, now - MOVED_IN)
    if (movement)
      moved.push({ placeId, name, before: movement.before, since: movement.since, by: movement.by })
    asked.push(...cameIn(submissions, now, following.zone))
    const next = nextChange(submissions, now)
    if (next !== null && (until === null || next < until)) until = next
    // others come in between two pupils
    await setImmediate()
  }
  moved.sort((one, other) => Math.abs(other.by) - Math.abs(one.by))
  const rates = ratesByWeek(asked)
  return {
    ...{ className: found.name, lines, signals, rules: rules.signals, rates, until },
    moved: moved.filter(one => Math.abs(one.by) >= MOVED).slice(0, MOST_MOVED),
  }
}
