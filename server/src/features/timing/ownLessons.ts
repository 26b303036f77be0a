import type { TodayLesson } from '@oppen/contract'
import type { Viewer } from '@oppen/core/permissions'
import { addDays, type LocalDate, mondayOf, weeksBetween } from '@oppen/core/zone'
import type { World } from '../../world.js'
import { planOf } from './planner.js'
import { groupsOfPerson } from './queries.js'

export type Person = Pick<Viewer, 'accountId' | 'kind'>

/**
 * The lessons that are somebody's from the first day to the last, as they begin; one of several groups stands once
 * for each child, or once for its teacher. The lessons come from planners that are kept, so that a longer span asks
 * the database no more often.
 */
export async function lessonsBetween(
  world: World,
  person: Person,
  { from, to }: { from: LocalDate; to: LocalDate },
): Promise<TodayLesson[]> {
  const found = new Map<string, TodayLesson>()
  const mondays = Array.from({ length: weeksBetween(from, to) + 1 }, (_, n) => addDays(mondayOf(from), n * 7))
  for (const { classId, className, groupId, groupName, room, child } of await groupsOfPerson(
    world.db,
    person,
  )) {
    const { planner } = await planOf(world, classId)
    for (const lesson of mondays.flatMap(monday => planner.lessonsOf(groupId, monday))) {
      if (lesson.date < from || lesson.date > to) continue
      const { key, date, startsAt, endsAt, place } = lesson
      const known = found.get(`${child} ${key}`)
      const groupNames = [...(known?.groupNames ?? []), groupName]
      const one = { key, date, classId, className, child, groupNames, startsAt, endsAt, place, room }
      found.set(`${child} ${key}`, known ? { ...known, groupNames } : one)
    }
  }
  return [...found.values()].sort((a, b) => a.startsAt - b.startsAt)
}
