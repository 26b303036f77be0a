import type { ClassId } from '@oppen/core/ids'
import type { World } from '../../world.js'

/** Tells everybody in the class that what it says of itself has changed. */
export function notifyAbout(world: World, classId: ClassId): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'about', classId }))
}
