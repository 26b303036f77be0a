import type { ClassId, GroupId, Instant, WorkId } from '@oppen/core/ids'
import { NO_TIMES, type Planner, type ResolvedTiming, type TimingRules } from '@oppen/core/timing'
import { localOf } from '@oppen/core/zone'
import type { World } from '../../world.js'
import { extensions, type WorkTimeRow, workTimes } from './models.js'
import { planOf } from './planner.js'
import {
  extensionsOf,
  type TimedWork,
  timedWork,
  timedWorks,
  timeRowsOf,
  worksWithoutRules,
} from './queries.js'
import { setLoads } from './workLoads.js'

export type Times = Pick<WorkTimeRow, 'appearsAt' | 'opensAt' | 'dueAt' | 'closesAt' | 'why' | 'problems'>

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

export const timesOf = (planner: Planner, work: TimedWork, groupId: GroupId): Times =>
  storedTimes(planner.timingOf(groupId, work.week, rulesOf(work, groupId)))

/** A work with what its times rest on; throws, naming it, where there is none. */
export async function findTimed(world: World, workId: WorkId): Promise<TimedWork> {
  const work = await timedWork(world.db, workId)
  if (!work) throw new Error(`work ${workId} is not there`)
  return work
}

/** The groups that are asked for a work. */
export const groupsAsked = async (world: World, workId: WorkId): Promise<GroupId[]> =>
  (await timeRowsOf(world.db, workId)).map(row => row.groupId)

export type { TimedWork } from './queries.js'

/** Works out the times of a work for the given groups, in place of those before, and what it asks of each day. */
export async function setTimes(
  world: World,
  work: TimedWork,
  groupIds: readonly GroupId[],
  planner: Planner,
): Promise<Map<GroupId, Times>> {
  const times = new Map(groupIds.map(groupId => [groupId, timesOf(planner, work, groupId)]))
  await storeTimes(world, work, times, planner)
  return times
}

export async function storeTimes(
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
export async function setExtensions(world: World, work: TimedWork, planner: Planner): Promise<boolean> {
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

/** The times of a new group for all work that is for the whole class; inside a command. */
export async function timesForGroup(world: World, classId: ClassId, groupId: GroupId): Promise<void> {
  const { planner } = await planOf(world, classId)
  for (const work of await timedWorks(world.db, classId)) {
    if (work.forWhom === 'groups') continue
    const rows = await timeRowsOf(world.db, work.id)
    const times = new Map<GroupId, Times>(rows.map(row => [row.groupId, row]))
    times.set(groupId, timesOf(planner, work, groupId))
    await storeTimes(world, work, times, planner)
  }
}

/** Stores the rules of a work that had none; inside a command. */
const storeRules = (world: World, workId: WorkId, rules: TimingRules): Promise<void> =>
  world.db.run('update works set rules = $rules where id = $workId', { workId, rules: JSON.stringify(rules) })

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
      await storeRules(world, work.id, rules)
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
