import type { World } from '../../world.js'
import type { WorkAddress } from '../submissions/address.js'
import { findWork } from '../submissions/works.js'
import { readShort } from './form.js'
import { works } from './models.js'

/** Sets how a piece of work counts in averages. */
export async function setCounting(
  world: World,
  { classId, workId }: WorkAddress,
  form: { readonly category: string; readonly extra: boolean; readonly counts: boolean },
): Promise<{ done: true }> {
  const category = readShort(form.category, 'category')
  await world.db.write(async () => {
    await findWork(world, { classId, workId })
    const row = { category, extra: Number(form.extra), counts: Number(form.counts) }
    await world.db.model(works).update(row, { where: { id: workId } })
    world.db.afterCommit(() => void world.live.tell({ what: 'markBook', classId }))
  })
  return { done: true }
}
