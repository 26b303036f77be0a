import type { GroupTimes } from '@oppen/contract'
import type { ClassId, GroupId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { readText } from '@oppen/core/texts'
import { type Lane, replan, shiftRules, type TimingRules } from '@oppen/core/timing'
import { type LocalDate, weeksBetween } from '@oppen/core/zone'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import type { WorkAddress } from '../submissions/address.js'
import { notifyTopics } from '../submissions/notify.js'
import { findWork } from '../submissions/works.js'
import { type ClassPlan, planOf } from '../timing/planner.js'
import { findTimed, groupsAsked, setTimes } from '../timing/workTimes.js'
import { copyWork, placeCard } from '../work/cards.js'
import { wireTimes } from '../work/trial.js'
import { goals, lessonNotes } from './models.js'
import { goalsOf, worksOfWeek } from './queries.js'
import { readWeek, type WeekAddress } from './service.js'

export type Spot = {
  readonly week: string
  readonly lane: Lane
  readonly weekday: number | null
  readonly groupId: GroupId | null
}

type NamedTimes = GroupTimes & { name: string }

type Replanned = {
  readonly week: LocalDate
  readonly rules: TimingRules
  readonly groupRules: Record<string, TimingRules>
}

/** The rules of a work once its card stands elsewhere. Rules of single groups go along by weeks. */
function replanned(
  plan: ClassPlan,
  work: { week: LocalDate | null; lane: Lane | null; rules: string; groupRules: string },
  { week, lane, weekday, groupId }: Omit<Spot, 'week'> & { week: LocalDate },
): Replanned {
  const rules = JSON.parse(work.rules) as TimingRules
  const own = JSON.parse(work.groupRules) as Record<string, TimingRules>
  const looked = groupId ?? plan.groups.find(group => plan.planner.lessonsOf(group.id, week).length)?.id
  const lessons = looked ? plan.planner.lessonsOf(looked, week) : []
  const weeks = work.week === null ? 0 : weeksBetween(work.week, week)
  const from = { week: work.week, lane: work.lane ?? 'followUp' }
  return {
    week,
    rules: replan(rules, from, { week, lane, weekday, lessons }),
    groupRules: Object.fromEntries(Object.entries(own).map(([id, one]) => [id, shiftRules(one, weeks)])),
  }
}

/** Where the deadlines of each group would be, if the card were put there. */
export async function tryMove(
  world: World,
  address: WorkAddress,
  spot: Spot,
): Promise<{ times: NamedTimes[] }> {
  const plan = await planOf(world, address.classId)
  const work = await findWork(world, address)
  const moved = replanned(plan, work, { ...spot, week: readWeek(world, spot.week) })
  const asked = new Set(await groupsAsked(world, address.workId))
  return {
    times: plan.groups.filter(group => asked.has(group.id)).map(group => timesFor(plan, group, moved)),
  }
}

function timesFor(
  { planner }: ClassPlan,
  group: { id: GroupId; name: string },
  moved: Replanned,
): NamedTimes {
  const rules = moved.groupRules[group.id] ?? moved.rules
  return { ...wireTimes(group.id, planner.timingOf(group.id, moved.week, rules)), name: group.name }
}

/** Puts a card into another week, lane or day; its times follow. */
export async function moveCard(world: World, address: WorkAddress, spot: Spot): Promise<{ done: true }> {
  const { classId, workId } = address
  await world.db.write(async () => {
    const plan = await planOf(world, classId)
    const before = await findWork(world, address)
    const moved = replanned(plan, before, { ...spot, week: readWeek(world, spot.week) })
    await placeCard(world, workId, { ...moved, lane: spot.lane, version: before.version + 1 })
    await setTimes(world, await findTimed(world, workId), await groupsAsked(world, workId), plan.planner)
    notifyTopics(world, classId)
  })
  return { done: true }
}

/** Writes the goals of a week, in place of those before. */
export async function writeGoals(
  world: World,
  { classId, week }: WeekAddress,
  typed: readonly string[],
): Promise<{ done: true }> {
  const texts = typed
    .filter(text => text.trim())
    .map((text, index) => take(readText('title', text), `goals.${index}`))
  await world.db.write(async () => {
    await world.db.model(goals).upsert({ classId, week: readWeek(world, week), texts: JSON.stringify(texts) })
    notifyTopics(world, classId)
  })
  return { done: true }
}

export type LessonForm = {
  readonly groupId: GroupId
  readonly key: string
  readonly live: string
  readonly own: string
}

/** Writes what is done together in a lesson, and what each does alone. Refuses `not_found` for no lesson of the week. */
export async function writeLesson(
  world: World,
  { classId, week }: WeekAddress,
  { groupId, key, live, own }: LessonForm,
): Promise<{ done: true }> {
  const { planner, groups } = await planOf(world, classId)
  const monday = readWeek(world, week)
  // a lesson of the whole class is one lesson for all its groups
  const holding = groups.filter(group =>
    planner.lessonsOf(group.id, monday).some(lesson => lesson.key === key),
  )
  if (!holding.some(group => group.id === groupId)) throw new Refused('not_found')
  const read = (text: string, path: string) => (text.trim() ? take(readText('note', text), path) : '')
  const row = { classId, lessonKey: key, live: read(live, 'live'), own: read(own, 'own') }
  await world.db.write(async () => {
    for (const group of holding) await world.db.model(lessonNotes).upsert({ ...row, groupId: group.id })
    notifyTopics(world, classId)
  })
  return { done: true }
}

/** What an earlier week would bring into this one: its goals and its work, with the deadlines it would have. */
export async function seeFill(world: World, { classId, week, from }: WeekAddress & { from: string }) {
  const plan = await planOf(world, classId)
  const to = readWeek(world, week)
  const source = readWeek(world, from)
  const found = await worksOfWeek(world.db, classId, source)
  const rows = await Promise.all(found.map(({ id }) => findWork(world, { classId, workId: id })))
  const before = await goalsOf(world.db, classId, source)
  return {
    goals: before ? (JSON.parse(before.texts) as string[]) : [],
    works: rows.map(work => {
      const lane = work.lane ?? 'followUp'
      const moved = replanned(plan, work, { week: to, lane, weekday: null, groupId: null })
      return {
        workId: work.id,
        title: work.title,
        lane,
        times: plan.groups.map(group => timesFor(plan, group, moved)),
      }
    }),
  }
}

export type Fill = {
  readonly from: string
  readonly workIds: readonly WorkId[]
  readonly goals: boolean
  readonly post: boolean
}

/** Copies work of an earlier week into this one, as drafts or posted, with its goals where this week has none. */
export async function fillWeek(
  world: World,
  viewer: Viewer,
  { classId, week: typed }: WeekAddress,
  fill: Fill,
): Promise<{ workIds: WorkId[] }> {
  const week = readWeek(world, typed)
  const from = readWeek(world, fill.from)
  return world.db.write(async () => {
    const plan = await planOf(world, classId)
    const workIds: WorkId[] = []
    for (const workId of [...fill.workIds].reverse()) {
      workIds.unshift(await copyInto(world, viewer, { plan, classId, workId, week, post: fill.post }))
    }
    const before = await goalsOf(world.db, classId, from)
    const own = await goalsOf(world.db, classId, week)
    if (fill.goals && before && (own?.texts ?? '[]') === '[]')
      await world.db.model(goals).upsert({ classId, week, texts: before.texts })
    notifyTopics(world, classId)
    return { workIds }
  })
}

type Copying = {
  readonly plan: ClassPlan
  readonly classId: ClassId
  readonly workId: WorkId
  readonly week: LocalDate
  readonly post: boolean
}

async function copyInto(
  world: World,
  viewer: Viewer,
  { plan, classId, workId, week, post }: Copying,
): Promise<WorkId> {
  const work = await findWork(world, { classId, workId })
  const lane = work.lane ?? 'followUp'
  const moved = replanned(plan, work, { week, lane, weekday: null, groupId: null })
  const id = await copyWork(world, viewer, { classId, workId }, { ...moved, lane, post })
  const asked = await groupsAsked(world, workId)
  await setTimes(world, await findTimed(world, id), asked, plan.planner)
  return id
}
