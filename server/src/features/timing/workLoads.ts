import type { GroupId } from '@oppen/core/ids'
import { spreadLoad } from '@oppen/core/load'
import type { Planner } from '@oppen/core/timing'
import type { World } from '../../world.js'
import { type WorkTimeRow, workLoads } from './models.js'
import { planOf } from './planner.js'
import { extensionsOf, loadsOfWork, pupilsOfWork, type TimedWork, timeRowsOf } from './queries.js'

type Times = Pick<WorkTimeRow, 'appearsAt' | 'opensAt' | 'dueAt'>

type Share = { readonly holder: string; readonly day: string; readonly minutes: number }

/**
 * Stores what a work asks of each day, of its groups or pupils, and what is different for pupils with an extension;
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
    const days = spreadLoad(calendar, {
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

/** Works out anew what a work asks of each day, after a pupil's extension came or went. */
export async function recomputeLoad(world: World, work: TimedWork): Promise<void> {
  const { planner } = await planOf(world, work.classId)
  const rows = await timeRowsOf(world.db, work.id)
  await setLoads(world, work, new Map(rows.map(row => [row.groupId, row])), planner)
}
