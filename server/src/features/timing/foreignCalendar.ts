import type { CalendarFile, FoundTimetable } from '@oppen/contract'
import { addDays, localDateAt } from '@oppen/core/zone'
import { Refused } from '../../refusal.js'
import { JobTooMuch } from '../../workers/pool.js'
import type { World } from '../../world.js'
import type { SentFile } from './calendarFile.js'
import { calendarOf } from './planner.js'

/** What repeats is written out so far back and ahead of today, in days. */
const BACK = 366
const AHEAD = 800

/** The closures in an iCalendar file (RFC 5545), for the school year; keeps nothing. */
export async function readClosures(world: World, file: SentFile): Promise<CalendarFile> {
  const { zone } = world.school
  const today = localDateAt(world.clock.now(), zone)
  const read = { zone, from: addDays(today, -BACK), to: addDays(today, AHEAD) }
  return world.workers.calendars.run('closures', { file, read }).catch(tooLong(file))
}

/** The lessons in an iCalendar file, found as weekly ones where they are; keeps nothing. */
export async function readLessons(world: World, file: SentFile): Promise<FoundTimetable> {
  const { zone } = world.school
  const today = localDateAt(world.clock.now(), zone)
  const calendar = await calendarOf(world)
  const last = calendar.terms.at(-1)?.to ?? addDays(today, BACK)
  const read = { zone, from: addDays(today, -BACK), to: last }
  return world.workers.calendars.run('lessons', { file, read, calendar, today }).catch(tooLong(file))
}

const tooLong =
  ({ name }: SentFile) =>
  (error: unknown): never => {
    throw error instanceof JobTooMuch
      ? new Refused('calendar_file_too_much', { name: name.slice(0, 80) })
      : error
  }
