import type { Viewer } from '@oppen/core/permissions'
import type { World } from '../../world.js'
import { findSubmission, type SubmissionAddress } from '../submissions/moves.js'
import { setOwnTime } from '../timing/ownTime.js'
import { readTime } from './form.js'

/** Gives one pupil a deadline of their own, or takes it back. Refuses what `readTime` and `setOwnTime` refuse. */
export async function setExtension(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  due: string | null,
): Promise<{ done: true }> {
  readTime(world, due, 'due')
  await world.db.write(async () => {
    await findSubmission(world, address)
    await setOwnTime(world, address, due, viewer.accountId)
    world.db.afterCommit(() => void world.live.tell({ what: 'submission', ...address }))
  })
  return { done: true }
}
