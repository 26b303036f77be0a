import type { Viewer } from '@oppen/core/permissions'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { readTime } from '../work/form.js'
import { findSubmission, type SubmissionAddress } from '../work/moves.js'
import { extensions } from './models.js'
import { planOf } from './planner.js'
import { recomputeLoad } from './workLoads.js'
import { findTimed } from './workTimes.js'

/** Gives one pupil a deadline of their own, or takes it back. Refuses what `readTime` refuses. */
export async function setExtension(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  due: string | null,
): Promise<{ done: true }> {
  readTime(world, due, 'due')
  const { classId, workId, placeId } = address
  await world.db.write(async () => {
    await findSubmission(world, address)
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
        byAccount: viewer.accountId,
      })
    }
    await recomputeLoad(world, work)
    world.db.afterCommit(() => void world.live.tell({ what: 'submission', ...address }))
  })
  return { done: true }
}
