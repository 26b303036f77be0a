import type { Viewer } from '@oppen/core/permissions'
import { localDateAt } from '@oppen/core/zone'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { lessonsBetween } from '../timing/ownLessons.js'
import { todayJson } from './queries.js'

/** Somebody's day over all classes, with the lessons that take place on it, as JSON. */
export async function seeToday(world: World, viewer: Viewer): Promise<string> {
  const now = world.clock.now()
  const today = localDateAt(now, world.school.zone)
  const [json, lessons] = await Promise.all([
    todayJson(world.db, viewer, { now, today }),
    lessonsBetween(world, viewer, { from: today, to: today }),
  ])
  if (json === undefined) throw new Refused('not_found')
  return `${json.slice(0, -1)},"lessons":${JSON.stringify(lessons)}}`
}
