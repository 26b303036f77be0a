import { StartRefused } from '../../startRefused.js'
import type { World } from '../../world.js'

/**
 * Notes the zone of the school at its first start. Throws `StartRefused` where a school that has one is started with
 * another: every stored moment was worked out in it.
 */
export async function keepZone(world: World): Promise<void> {
  const { zone } = world.school
  const stored = await world.db.row<{ value: string }>("select value from settings where name = 'zone'")
  if (stored && stored.value !== zone)
    throw new StartRefused('zone_changed', { stored: stored.value, asked: zone })
  if (!stored)
    await world.db.write(() => world.db.run("insert into settings values ('zone', $zone)", { zone }))
}
