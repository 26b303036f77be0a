import { setImmediate } from 'node:timers/promises'
import type { MovedTime } from '@oppen/contract'
import type { ClassId, GroupId, Instant } from '@oppen/core/ids'
import { type Planner, TIMES, type TimeName, type TimingProblem } from '@oppen/core/timing'
import type { World } from '../../world.js'
import type { WorkTimeRow } from './models.js'
import { plannerOver, planOf, type ScheduleInputs } from './planner.js'
import { type GroupOf, staleWorks, type TimedWork, timedWorks, timeRows, timeRowsOfSome } from './queries.js'
import { setLoads } from './workLoads.js'
import { setExtensions, storeTimes, type Times, timesOf } from './workTimes.js'

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

/** Which times would move on another inputs, and for whom; class by class, so that nobody waits for all of them. */
export async function movesUnder(
  world: World,
  inputs: ScheduleInputs,
  classId: ClassId | null,
): Promise<{ moved: MovedTime[] }> {
  const planner = plannerOver(inputs)
  const groups = new Map(inputs.groups.map(group => [group.id, group]))
  const moved: MovedTime[] = []
  for (const each of classId ? [classId] : new Set(inputs.groups.map(group => group.classId))) {
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
 * changed it. They are worked out by `recomputeDeadlines`, which whoever calls this waits for.
 */
export const markTimesStale = (world: World, classId: ClassId | null): Promise<void> =>
  world.db.run(
    `insert or ignore into stale_times (work_id, class_id) select id, class_id from works where removed_at is null
       and iif($classId is null, class_id in (select id from classes where archived_at is null), class_id = $classId)`,
    { classId },
  )

/** So many works are timed in one command: saves of others go through between two of them. */
const AT_ONCE = 40

/**
 * Works out the times that are due, some at a time, and writes those that are not as they were. What a cut leaves over
 * is done at the next start.
 */
export async function recomputeDeadlines(world: World): Promise<void> {
  while (await world.db.write(() => recomputeSome(world))) await setImmediate()
}

async function recomputeSome(world: World): Promise<boolean> {
  const due = await staleWorks(world.db, AT_ONCE)
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
    if (own.some(isMoved)) await storeTimes(world, work, times, planner)
    else if (!(await storeRest(world, work, times, planner))) continue
    wrote = true
  }
  await world.db.run('delete from stale_times where work_id in (select value from json_each($ids))', { ids })
  if (wrote) world.db.afterCommit(() => void world.live.tell({ what: 'topics', classId }))
  return true
}

const isMoved = ({ was, now }: { was: WorkTimeRow; now: Times }): boolean =>
  (Object.keys(now) as (keyof Times)[]).some(name => was[name] !== now[name])

/** What hangs on the calendar besides the times themselves; true where any of it changed. */
async function storeRest(
  world: World,
  work: TimedWork,
  times: ReadonlyMap<GroupId, Times>,
  planner: Planner,
): Promise<boolean> {
  const extended = await setExtensions(world, work, planner)
  const loaded = await setLoads(world, work, times, planner)
  return extended || loaded
}
