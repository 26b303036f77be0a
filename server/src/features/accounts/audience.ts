import type { CircleId, ClassId, SpaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { World } from '../../world.js'
import type { Audience } from '../live/streams.js'
import { circleViewersJson, classViewersJson, TIES } from './queries.js'
import { endOfSession } from './sessions.js'

type Kept = { readonly changes: number; readonly viewers: Promise<readonly Viewer[]> }

/** So many classes and circles are remembered. */
const MOST = 2_000

/**
 * Who is to be told of what. The people of a class are read once, and again only after a command that may have
 * changed who belongs where: a saved work has nothing to do with it.
 */
export function audienceOf(world: World): Audience {
  const kept = new Map<string, Kept>()
  const once = (key: string, read: () => Promise<string | undefined>): Promise<readonly Viewer[]> => {
    const changes = world.db.changesOf(TIES)
    const known = kept.get(key)
    if (known?.changes === changes) return known.viewers
    const viewers = read().then(json => JSON.parse(json ?? '[]') as Viewer[])
    if (kept.size >= MOST) kept.clear()
    kept.set(key, { changes, viewers })
    viewers.catch(() => kept.delete(key))
    return viewers
  }
  const ofClass = (classId: ClassId) => once(`class ${classId}`, () => classViewersJson(world.db, classId))
  const ofCircle = (circleId: CircleId) =>
    once(`circle ${circleId}`, () => circleViewersJson(world.db, circleId))
  return {
    now: () => world.clock.now(),
    ofClass,
    ofCircle,
    ofSpace: async (spaceId: SpaceId) => {
      // every class has a teacher
      const inClass = await ofClass(spaceId as ClassId)
      return inClass.length ? inClass : ofCircle(spaceId as CircleId)
    },
    endOf: tokenHash => endOfSession(world, tokenHash),
  }
}
