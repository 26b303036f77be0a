import { pointsOfRubric, type Rubric, readRubric } from '@oppen/core/marks'
import { typesPoints } from '@oppen/core/work'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import type { WorkAddress } from '../submissions/address.js'
import { notifyTopics } from '../submissions/notify.js'
import { findWork } from '../submissions/works.js'
import { works } from './models.js'

/**
 * Sets by which rubric a piece of work is marked, or none. Its points are those of the rubric then. Refuses `rubric_unreadable`, and
 * `rubric_without_points` where the kind of work has points of its own or none. Marks that were given stay as they are.
 */
export async function setRubric(
  world: World,
  address: WorkAddress,
  typed: Rubric | null,
): Promise<{ done: true }> {
  const rubric = typed && take(readRubric(typed), 'rubric')
  const { classId, workId } = address
  await world.db.write(async () => {
    const { kind } = await findWork(world, address)
    if (rubric && !typesPoints(kind)) throw new Refused('rubric_without_points')
    const change = rubric
      ? { rubric: JSON.stringify(rubric), points: pointsOfRubric(rubric) }
      : { rubric: null }
    await world.db.model(works).update(change, { where: { id: workId } })
    notifyTopics(world, classId)
    world.db.afterCommit(() => void world.live.tell({ what: 'markBook', classId }))
  })
  return { done: true }
}

/** Sets whether what is marked of a piece of work is kept back until all of it is handed back together. */
export async function setKeepBack(
  world: World,
  address: WorkAddress,
  keepBack: boolean,
): Promise<{ done: true }> {
  const { classId, workId } = address
  await world.db.write(async () => {
    await findWork(world, address)
    await world.db.model(works).update({ keepBack: Number(keepBack) }, { where: { id: workId } })
    world.db.afterCommit(() => void world.live.tell({ what: 'markBook', classId }))
  })
  return { done: true }
}
