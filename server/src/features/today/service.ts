import type { TodayLesson } from '@oppen/contract'
import type { Viewer } from '@oppen/core/permissions'
import { localDateAt, mondayOf } from '@oppen/core/zone'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { planOf } from '../timing/planner.js'
import { groupsOfDay, todayJson } from './queries.js'

/** Somebody's day over all classes, with the lessons that take place on it, as JSON. */
export async function seeToday(world: World, viewer: Viewer): Promise<string> {
  const [json, lessons] = await Promise.all([
    todayJson(world.db, viewer, world.clock.now()),
    lessonsToday(world, viewer),
  ])
  if (json === undefined) throw new Refused('not_found')
  return `${json.slice(0, -1)},"lessons":${JSON.stringify(lessons)}}`
}

/** The lessons of this day; one of the whole class stands once for each child, or once for its teacher. */
async function lessonsToday(world: World, viewer: Viewer): Promise<TodayLesson[]> {
  const today = localDateAt(world.clock.now(), world.school.zone)
  const found = new Map<string, TodayLesson>()
  for (const { classId, className, groupId, groupName, room, child } of await groupsOfDay(world.db, viewer)) {
    const { planner } = await planOf(world, classId)
    for (const lesson of planner.lessonsOf(groupId, mondayOf(today))) {
      if (lesson.date !== today) continue
      const { key, startsAt, endsAt, place } = lesson
      const known = found.get(`${child} ${key}`)
      const groupNames = [...(known?.groupNames ?? []), groupName]
      const one = { key, classId, className, child, groupNames, startsAt, endsAt, place, room }
      found.set(`${child} ${key}`, known ? { ...known, groupNames } : one)
    }
  }
  return [...found.values()].sort((a, b) => a.startsAt - b.startsAt)
}
