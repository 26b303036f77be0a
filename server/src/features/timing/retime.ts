import { setImmediate } from 'node:timers/promises'
import type { MovedTime } from '@oppen/contract'
import type { ClassId, GroupId, Instant, WorkId } from '@oppen/core/ids'
import { spread } from '@oppen/core/load'
import {
  NO_TIMES,
  type Planner,
  type ResolvedTiming,
  TIMES,
  type TimeName,
  type TimingProblem,
  type TimingRules,
} from '@oppen/core/timing'
import { localOf } from '@oppen/core/zone'
import type { World } from '../../world.js'
import { keepRules } from '../work/rules.js'
import { extensions, type WorkTimeRow, workLoads, workTimes } from './models.js'
import { type Ground, plannerOver, planOf } from './planner.js'
import {
  dueWorks,
  extensionsOf,
  type GroupOf,
  loadsOfWork,
  pupilsOfWork,
  type TimedWork,
  timedWork,
  timedWorks,
  timeRows,
  timeRowsOf,
  timeRowsOfSome,
  worksWithoutRules,
} from './queries.js'

type Times = Pick<WorkTimeRow, 'appearsAt' | 'opensAt' | 'dueAt' | 'closesAt' | 'why' | 'problems'>

const rulesOf = (work: TimedWork, groupId: GroupId): TimingRules => {
  const all = work.rules ? (JSON.parse(work.rules) as TimingRules) : NO_TIMES
  const own = (JSON.parse(work.groupRules) as Record<string, TimingRules>)[groupId]
  return own ?? all
}

/** What core worked out, as it is stored. */
export function storedTimes(found: ResolvedTiming): Times {
  return {
    appearsAt: found.appears?.at ?? null,
    opensAt: found.opens?.at ?? null,
    dueAt: found.due?.at ?? null,
    closesAt: found.closes?.at ?? null,
    why: JSON.stringify((found.due ?? found.opens)?.why ?? null),
    problems: JSON.stringify(found.problems),
  }
}

const timesOf = (planner: Planner, work: TimedWork, groupId: GroupId): Times =>
  storedTimes(planner.timingOf(groupId, work.week, rulesOf(work, groupId)))

/** A piece as it is timed; throws, naming it, where there is none. */
export async function findTimed(world: World, workId: WorkId): Promise<TimedWork> {
  const work = await timedWork(world.db, workId)
  if (!work) throw new Error(`work ${workId} is not there`)
  return work
}

/** The groups that are asked for a piece. */
export const groupsAsked = async (world: World, workId: WorkId): Promise<GroupId[]> =>
  (await timeRowsOf(world.db, workId)).map(row => row.groupId)

export type { TimedWork } from './queries.js'

/** Works out the times of a piece for the given groups, in place of those before, and what it asks of each day. */
export async function setTimes(
  world: World,
  work: TimedWork,
  groupIds: readonly GroupId[],
  planner: Planner,
): Promise<Map<GroupId, Times>> {
  const times = new Map(groupIds.map(groupId => [groupId, timesOf(planner, work, groupId)]))
  await keepTimes(world, work, times, planner)
  return times
}

async function keepTimes(
  world: World,
  work: TimedWork,
  times: ReadonlyMap<GroupId, Times>,
  planner: Planner,
): Promise<void> {
  const model = world.db.model(workTimes)
  await model.destroy({ where: { workId: work.id } })
  await model.bulkCreate([...times].map(([groupId, one]) => ({ workId: work.id, groupId, ...one })))
  await setExtensions(world, work, planner)
  await setLoads(world, work, times, planner)
}

/** Extensions keep the local time they were given, and go out of closures as all times do. */
async function setExtensions(world: World, work: TimedWork, planner: Planner): Promise<boolean> {
  let moved = false
  for (const { placeId, due, dueAt } of await extensionsOf(world.db, work.id)) {
    const found = planner.ownTime(due)
    if (!found || found.at === dueAt || dueAt <= world.clock.now()) continue
    await world.db
      .model(extensions)
      .update({ dueAt: found.at, why: JSON.stringify(found.why) }, { where: { workId: work.id, placeId } })
    moved = true
  }
  return moved
}

type Share = { readonly holder: string; readonly day: string; readonly minutes: number }

/**
 * Keeps what a piece asks of each day, of its groups or pupils, and what is different for pupils with an extension;
 * true where that is not what it asked before.
 */
export async function setLoads(
  world: World,
  work: TimedWork,
  times: ReadonlyMap<GroupId, Times>,
  planner: Planner,
): Promise<boolean> {
  const before = await loadsOfWork(world.db, work.id)
  const rows = await sharesOfWork(world, work, times, planner)
  const lines = (shares: readonly Share[]) => shares.map(one => Object.values(one).join(' ')).sort()
  if (lines(before).join('\n') === lines(rows).join('\n')) return false
  const model = world.db.model(workLoads)
  await model.destroy({ where: { workId: work.id } })
  await model.bulkCreate(rows.map(share => ({ workId: work.id, ...share })))
  return true
}

async function sharesOfWork(
  world: World,
  work: TimedWork,
  times: ReadonlyMap<GroupId, Times>,
  { calendar }: Planner,
): Promise<Share[]> {
  const { minutes, postedAt, lane } = work
  if (!minutes || postedAt === null) return []
  const sharesOf = (holder: string, one: Times | undefined, dueAt = one?.dueAt ?? null): Share[] => {
    if (!one) return []
    const from = Math.max(postedAt, one.appearsAt ?? 0, one.opensAt ?? 0)
    const days = spread(calendar, {
      minutes,
      lane,
      from: dueAt === null ? from : Math.min(from, dueAt),
      dueAt,
    })
    return [...days].map(([day, part]) => ({ holder, day, minutes: part }))
  }
  const pupils = work.forWhom === 'pupils' ? await pupilsOfWork(world.db, work.id) : []
  const common =
    work.forWhom === 'pupils'
      ? pupils.flatMap(({ placeId, groupId }) => sharesOf(placeId, times.get(groupId)))
      : [...times].flatMap(([groupId, one]) => sharesOf(groupId, one))
  const extended = (await extensionsOf(world.db, work.id)).flatMap(({ placeId, groupId, dueAt }) => {
    const one = times.get(groupId)
    const less = sharesOf(placeId, one).map(share => ({ ...share, minutes: -share.minutes }))
    return [...less, ...sharesOf(placeId, one, dueAt)]
  })
  return addUp([...common, ...extended]).map(({ holder, day, minutes: part }) => ({
    holder,
    day,
    minutes: part,
  }))
}

function addUp(shares: readonly Share[]): Share[] {
  const sums = new Map<string, Share>()
  for (const share of shares) {
    const key = `${share.holder} ${share.day}`
    sums.set(key, { ...share, minutes: share.minutes + (sums.get(key)?.minutes ?? 0) })
  }
  return [...sums.values()].filter(share => share.minutes !== 0)
}

/** Works out anew what a piece asks of each day, after a pupil's extension came or went. */
export async function reload(world: World, work: TimedWork): Promise<void> {
  const { planner } = await planOf(world, work.classId)
  const rows = await timeRowsOf(world.db, work.id)
  await setLoads(world, work, new Map(rows.map(row => [row.groupId, row])), planner)
}

/** The times of a new group for all work that is for the whole class; inside a command. */
export async function timesForGroup(world: World, classId: ClassId, groupId: GroupId): Promise<void> {
  const { planner } = await planOf(world, classId)
  for (const work of await timedWorks(world.db, classId)) {
    if (work.forWhom === 'groups') continue
    const rows = await timeRowsOf(world.db, work.id)
    const times = new Map<GroupId, Times>(rows.map(row => [row.groupId, row]))
    times.set(groupId, timesOf(planner, work, groupId))
    await keepTimes(world, work, times, planner)
  }
}

type Change = {
  readonly work: TimedWork
  readonly group: GroupOf
  readonly was: WorkTimeRow
  readonly now: Times
}

/**
 * What the times of works would be with a planner. What has passed by now stays as it was: nobody's deadline of last
 * week moves because a lesson does.
 */
function changesOf(
  planner: Planner,
  works: readonly TimedWork[],
  rows: readonly WorkTimeRow[],
  now: Instant,
) {
  const byId = new Map(works.map(work => [work.id, work]))
  return rows.flatMap(was => {
    const work = byId.get(was.workId)
    if (!work) return []
    const found = timesOf(planner, work, was.groupId)
    return [{ work, was, now: { ...found, ...passed(was, found, now) } }]
  })
}

const COLUMN = { appears: 'appearsAt', opens: 'opensAt', due: 'dueAt', closes: 'closesAt' } as const

function passed(was: WorkTimeRow, found: Times, now: Instant): Partial<Times> {
  const over = TIMES.filter(name => (was[COLUMN[name]] ?? now) < now)
  const times = Object.fromEntries(over.map(name => [COLUMN[name], was[COLUMN[name]]]))
  const problems = (JSON.parse(found.problems) as TimingProblem[]).filter(one => !over.includes(one.time))
  return { ...times, ...(over.includes('due') && { why: was.why }), problems: JSON.stringify(problems) }
}

/** Which times would move on another ground, and for whom; class by class, so that nobody waits for all of them. */
export async function movesOn(
  world: World,
  ground: Ground,
  classId: ClassId | null,
): Promise<{ moved: MovedTime[] }> {
  const planner = plannerOver(ground)
  const groups = new Map(ground.groups.map(group => [group.id, group]))
  const moved: MovedTime[] = []
  for (const each of classId ? [classId] : new Set(ground.groups.map(group => group.classId))) {
    const works = await timedWorks(world.db, each)
    const rows = await timeRows(world.db, each)
    for (const { work, was, now } of changesOf(planner, works, rows, world.clock.now())) {
      const group = groups.get(was.groupId)
      if (group && work.postedAt !== null) moved.push(...movesOf({ work, group, was, now }))
    }
  }
  return { moved }
}

function movesOf({ work, group, was, now }: Change): MovedTime[] {
  const problems = JSON.parse(now.problems) as TimingProblem[]
  return TIMES.filter(name => was[COLUMN[name]] !== now[COLUMN[name]]).map((time: TimeName) => ({
    classId: work.classId,
    className: group.className,
    workId: work.id,
    title: work.title,
    groupId: group.id,
    groupName: group.name,
    pupils: group.pupils,
    time,
    from: was[COLUMN[time]],
    to: now[COLUMN[time]],
    problem: problems.find(one => one.time === time) ?? null,
  }))
}

/**
 * Notes that the times of a class, or of all classes, rest on something that has changed; inside the command that
 * changed it. They are worked out by `catchUpTimes`, which whoever calls this waits for.
 */
export const noteDueTimes = (world: World, classId: ClassId | null): Promise<void> =>
  world.db.run(
    `insert or ignore into due_times (work_id, class_id) select id, class_id from works where removed_at is null
       and iif($classId is null, class_id in (select id from classes where archived_at is null), class_id = $classId)`,
    { classId },
  )

/** So many works are timed in one command: saves of others go through between two of them. */
const AT_ONCE = 40

/**
 * Works out the times that are due, some at a time, and writes those that are not as they were. What a cut leaves over
 * is done at the next start.
 */
export async function catchUpTimes(world: World): Promise<void> {
  while (await world.db.write(() => timeSome(world))) await setImmediate()
}

async function timeSome(world: World): Promise<boolean> {
  const due = await dueWorks(world.db, AT_ONCE)
  const [first] = due
  if (!first) return false
  const { classId } = first
  const ids = JSON.stringify(due.map(work => work.id))
  const { planner } = await planOf(world, classId)
  const rows = await timeRowsOfSome(world.db, ids)
  const changes = changesOf(planner, due, rows, world.clock.now())
  let wrote = false
  for (const work of due) {
    const own = changes.filter(one => one.work.id === work.id)
    const times = new Map<GroupId, Times>(own.map(({ was, now }) => [was.groupId, now]))
    if (own.some(isMoved)) await keepTimes(world, work, times, planner)
    else if (!(await keepRest(world, work, times, planner))) continue
    wrote = true
  }
  await world.db.run('delete from due_times where work_id in (select value from json_each($ids))', { ids })
  if (wrote) world.db.afterCommit(() => void world.live.tell({ what: 'topics', classId }))
  return true
}

const isMoved = ({ was, now }: { was: WorkTimeRow; now: Times }): boolean =>
  (Object.keys(now) as (keyof Times)[]).some(name => was[name] !== now[name])

/** What hangs on the calendar besides the times themselves; true where any of it changed. */
async function keepRest(
  world: World,
  work: TimedWork,
  times: ReadonlyMap<GroupId, Times>,
  planner: Planner,
): Promise<boolean> {
  const extended = await setExtensions(world, work, planner)
  const loaded = await setLoads(world, work, times, planner)
  return extended || loaded
}

/**
 * Gives work that was posted before there were rules the ones that say the same: its times, fixed in the school's
 * zone.
 */
export async function setMissingRules(world: World): Promise<void> {
  const old = await worksWithoutRules(world.db)
  if (!old.length) return
  await world.db.write(async () => {
    for (const work of old) {
      const rows = await timeRowsOf(world.db, work.id)
      const [row] = rows
      const fixed = (at: Instant | null | undefined) =>
        at ? ({ is: 'fixed', local: localOf(at, world.school.zone) } as const) : null
      const rules: TimingRules = {
        appears: null,
        opens: fixed(row?.opensAt),
        due: fixed(row?.dueAt),
        closes: fixed(row?.closesAt),
      }
      await keepRules(world, work.id, rules)
      const { planner } = await planOf(world, work.classId)
      await setTimes(
        world,
        { ...work, rules: JSON.stringify(rules) },
        rows.map(one => one.groupId),
        planner,
      )
    }
  })
}
