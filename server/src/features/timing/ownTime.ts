import type { AccountId, ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { extensions } from './models.js'
import { planOf } from './planner.js'
import { recomputeLoad } from './workLoads.js'
import { findTimed } from './workTimes.js'

type Owner = { readonly classId: ClassId; readonly workId: WorkId; readonly placeId: PlaceId }

/**
 * Gives one pupil a deadline of their own, in the local time of the school, or takes it back; inside a command. Refuses
 * `rule_finds_nothing` where there is no such time.
 */
export async function setOwnTime(
  world: World,
  { classId, workId, placeId }: Owner,
  due: string | null,
  by: AccountId,
): Promise<void> {
  const work = await findTimed(world, workId)
  await world.db.model(extensions).destroy({ where: { workId, placeId } })
  if (due !== null) {
    const { planner } = await planOf(world, classId)
    const found = planner.ownTime(due)
    if (!found) throw new Refused('rule_finds_nothing', { group: '' }, 'due')
    await world.db.model(extensions).create({
      workId,
      placeId,
      due,
      dueAt: found.at,
      why: JSON.stringify(found.why),
      at: world.clock.now(),
      byAccount: by,
    })
  }
  await recomputeLoad(world, work)
}
