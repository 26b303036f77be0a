import type { CalendarForm, CalendarPage, MovedTime } from '@oppen/contract'
import { readCalendar, type SchoolCalendar } from '@oppen/core/timing'
import { settings } from '../../db/index.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { calendarOf, scheduleInputsOf } from './planner.js'
import { markTimesStale, movesUnder, recomputeDeadlines } from './recomputeDeadlines.js'

export async function seeCalendar(world: World): Promise<CalendarPage> {
  const { terms, closures, rotation, weekdays, zone } = await calendarOf(world)
  return {
    zone,
    terms: terms.map(one => ({ ...one })),
    closures: closures.map(one => ({ ...one })),
    rotation,
    weekdays: [...weekdays],
  }
}

/** Which times would move, and for whom, if the calendar were this one. Stores nothing. */
export async function tryCalendar(world: World, form: CalendarForm): Promise<{ moved: MovedTime[] }> {
  const calendar = readForm(world, form)
  return movesUnder(world, { ...(await scheduleInputsOf(world, null)), calendar }, null)
}

/** Saves the school's calendar, and moves the times of all classes after it. */
export async function changeCalendar(world: World, form: CalendarForm): Promise<CalendarPage> {
  const { zone: _, ...calendar } = readForm(world, form)
  await world.db.write(async () => {
    await world.db.model(settings).upsert({ name: 'calendar', value: JSON.stringify(calendar) })
    await markTimesStale(world, null)
  })
  await recomputeDeadlines(world)
  return seeCalendar(world)
}

/** The calendar as core reads it; what is wrong is refused with its field. */
function readForm(world: World, form: CalendarForm): SchoolCalendar {
  const tidy = <T extends { name: string }>(spans: readonly T[]) =>
    spans.map(one => ({ ...one, name: one.name.trim() }))
  const read = readCalendar({
    ...form,
    terms: tidy(form.terms),
    closures: tidy(form.closures),
    weekdays: [...new Set(form.weekdays)].sort(),
    zone: world.school.zone,
  })
  if (read.ok) return read.value
  const { path, ...params } = read.refusal.params ?? {}
  throw new Refused(read.refusal.code as 'dates_backwards', params, String(path))
}
