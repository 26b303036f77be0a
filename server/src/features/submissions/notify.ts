import type { ClassId } from '@oppen/core/ids'
import type { World } from '../../world.js'

/** Tells the open screens of a class that its work has changed; inside a command. */
export function notifyTopics(world: World, classId: ClassId): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'topics', classId }))
}
