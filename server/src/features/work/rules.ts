import type { WorkId } from '@oppen/core/ids'
import type { TimingRules } from '@oppen/core/timing'
import type { World } from '../../world.js'
import { works } from './models.js'

/** Keeps the rules of a work that had none; inside a command. */
export async function storeRules(world: World, workId: WorkId, rules: TimingRules): Promise<void> {
  await world.db.model(works).update({ rules: JSON.stringify(rules) }, { where: { id: workId } })
}
