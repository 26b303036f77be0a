import type { Instant, SpaceId } from '@oppen/core/ids'
import type { World } from '../../world.js'
import { appearedBetween, nextPlanned } from './queries.js'

/** When the next planned notice appears; null for none. Where it is not known nothing is told. */
const next = new WeakMap<World, Instant | null>()

/** Says that a notice was planned: nothing is read before the next of them appears. Inside a command. */
export function noticePlanned(world: World, appearsAt: Instant): void {
  world.db.afterCommit(() => {
    const before = next.get(world) ?? appearsAt
    next.set(world, Math.min(before, appearsAt))
  })
}

/** Tells the classes in which a planned notice has appeared since a moment. Gives the moment until which it looked. */
export async function tellAppeared(world: World, since: Instant): Promise<Instant> {
  const now = world.clock.now()
  const at = next.get(world) ?? null
  if (at === null || at > now) return now
  const classes: readonly { spaceId: SpaceId }[] = await appearedBetween(
    world.db,
    Math.min(since, at - 1),
    now,
  )
  next.set(world, await nextPlanned(world.db, now))
  for (const { spaceId } of classes) void world.live.tell({ what: 'talk', spaceId })
  return now
}

/** How often it is looked, in milliseconds. */
const EVERY = 5_000

/** Tells again and again while the server runs. Gives the way to stop. */
export function keepTelling(world: World): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined
  let stopped = false
  let since = world.clock.now()
  const failed = (error: unknown) => world.log.error({ err: error }, 'could not tell what has appeared')
  const again = () => {
    if (stopped) return
    timer = setTimeout(async () => {
      since = await tellAppeared(world, since).catch(error => {
        failed(error)
        return since
      })
      again()
    }, EVERY).unref()
  }
  nextPlanned(world.db, since)
    .then(at => {
      const planned = next.get(world)
      next.set(world, planned && at ? Math.min(planned, at) : (planned ?? at))
    })
    .catch(failed)
    .finally(again)
  return () => {
    stopped = true
    clearTimeout(timer)
  }
}
