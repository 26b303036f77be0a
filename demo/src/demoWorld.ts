import { access, rename, rm } from 'node:fs/promises'
import { join } from 'node:path'
import { fixedClock, movableClock } from '@oppen/server/clock'
import { closeWorld, openWorld, QUICK_HASHING, type WorldOptions } from '@oppen/server/openWorld'
import type { World } from '@oppen/server/world'
import { DEMO_NOW, DEMO_SCHOOL } from './moment.js'
import { Seeded } from './random.js'

/**
 * Opens the demo in a folder, filling it first where there is none yet. Its clock begins at the demo's moment,
 * or where the people of the demo last left it, and runs on from there.
 */
export async function openDemo(
  folder: string,
  options: Pick<
    WorldOptions,
    'log' | 'schoolSignIn' | 'pinned' | 'backups' | 'reserve' | 'hashing' | 'address' | 'onStep'
  > = {},
): Promise<World> {
  await fillOnce(folder)
  const common = { folder, school: DEMO_SCHOOL, hashing: QUICK_HASHING, ...options }
  const world = await openWorld({ ...common, clock: movableClock(DEMO_NOW) })
  world.clock.moveTo?.(Math.max(DEMO_NOW, await lastMoment(world)))
  return world
}

/** The latest moment at which anybody did something. */
async function lastMoment(world: World): Promise<number> {
  const latest = await world.db.row<{ at: number | null }>(
    `select max(at) as at from (select max(at) as at from moves union all select max(seen_at) from sessions
       union all select max(saved_at) from drafts union all select max(at) from read_markers)`,
  )
  return latest?.at ?? 0
}

async function fillOnce(folder: string): Promise<void> {
  const marker = join(folder, 'oppen.sqlite')
  if (
    await access(marker).then(
      () => true,
      () => false,
    )
  )
    return
  const half = `${folder}.filling`
  await rm(half, { recursive: true, force: true })
  const clock = fixedClock(DEMO_NOW)
  const world = await openWorld({
    folder: half,
    school: DEMO_SCHOOL,
    clock,
    random: new Seeded(2026).bytes,
    run: 'filled',
    hashing: QUICK_HASHING,
  })
  // what fills it is only here once it is filled
  const { buildSchool } = await import('./school.js')
  await buildSchool(world, clock)
  await closeWorld(world)
  await rm(folder, { recursive: true, force: true })
  await rename(half, folder)
}
