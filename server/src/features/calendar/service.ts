import type { DaysPage, Deadline, Entry } from '@oppen/contract'
import { addDays, dayOf, instantsIn, isDate, type LocalDate } from '@oppen/core/zone'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { lessonsBetween, type Person } from '../timing/ownLessons.js'
import { calendarOf } from '../timing/planner.js'
import { daysJson } from './queries.js'

/** The most days that are asked for at once: a month's page has at most 42. */
const MOST_DAYS = 62

export type Days = { readonly from: LocalDate; readonly to: LocalDate }

/** Everything that is on the days of a span, over all classes. Refuses `date_unreadable` and `span_long`. */
export async function seeDays(world: World, person: Person, { from, to }: Days): Promise<DaysPage> {
  for (const date of [from, to]) if (!isDate(date)) throw new Refused('date_unreadable', { name: date })
  if (dayOf(to) - dayOf(from) >= MOST_DAYS) throw new Refused('span_long', { name: `${from} – ${to}` })
  return daysOf(world, person, { from, to })
}

/** The days of a span however long. */
export async function daysOf(world: World, person: Person, { from, to }: Days): Promise<DaysPage> {
  const toInstant = instantsIn(world.school.zone)
  const asked = {
    first: from,
    last: to,
    from: toInstant(`${from}T00:00`),
    until: toInstant(`${addDays(to, 1)}T00:00`),
    now: world.clock.now(),
  }
  const [json, lessons, { terms, closures }] = await Promise.all([
    daysJson(world.db, person, asked),
    lessonsBetween(world, person, { from, to }),
    calendarOf(world),
  ])
  if (json === undefined) throw new Refused('not_found')
  const { deadlines, entries } = JSON.parse(json) as { deadlines: Deadline[]; entries: Entry[] }
  const touches = (one: Days) => one.from <= to && from <= one.to
  return {
    deadlines,
    lessons,
    terms: terms.filter(touches),
    closures: closures.filter(touches),
    entries,
  }
}
