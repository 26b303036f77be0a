import type { WeekPage } from '@oppen/contract'
import type { ClassId, GroupId, PlaceId } from '@oppen/core/ids'
import { byWeek } from '@oppen/core/load'
import type { Viewer } from '@oppen/core/permissions'
import {
  closureAt,
  closureOf,
  firstSchoolDay,
  type Planner,
  rotationOf,
  type SchoolCalendar,
  type Term,
  type TermWeek,
  termOf,
  weeksOfTerm,
} from '@oppen/core/timing'
import {
  addDays,
  instantsIn,
  isDate,
  type LocalDate,
  localDateAt,
  mondayOf,
  weekdayOf,
} from '@oppen/core/zone'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { averageLoad, type DayLoad, type Who } from '../timing/loads.js'
import { planOf } from '../timing/planner.js'
import { notesOfLessons, ownWeekJson, taughtWeekJson, type WeekSpan } from './queries.js'

export type WeekAddress = { readonly classId: ClassId; readonly week: string }

/** The Monday of the week in an address: a date, or "now". Refuses `not_found` for anything else. */
export function readWeek(world: World, typed: string): LocalDate {
  if (typed === 'now') return mondayOf(localDateAt(world.clock.now(), world.school.zone))
  if (!isDate(typed)) throw new Refused('not_found')
  return mondayOf(typed)
}

/** The week of a class: a pupil's own, or the teachers'. */
export async function seeWeek(world: World, viewer: Viewer, address: WeekAddress): Promise<WeekPage> {
  const place = viewer.places.find(tie => tie.classId === address.classId)
  return weekOf(world, viewer, address, place?.placeId ?? null)
}

/** The week of one pupil, as the pupil's family and the teachers see it. */
export const seeChildWeek = (
  world: World,
  viewer: Viewer,
  { placeId, ...address }: WeekAddress & { placeId: PlaceId },
): Promise<WeekPage> => weekOf(world, viewer, address, placeId)

async function weekOf(
  world: World,
  viewer: Viewer,
  { classId, week: typed }: WeekAddress,
  placeId: PlaceId | null,
): Promise<WeekPage> {
  const week = readWeek(world, typed)
  const { planner } = await planOf(world, classId)
  const span = spanOf(world, planner.calendar, week)
  const { accountId } = viewer
  const json = placeId
    ? await ownWeekJson(world.db, { classId, placeId, viewer: accountId }, span)
    : await taughtWeekJson(world.db, classId, accountId, span)
  if (json === undefined) throw new Refused('not_found')
  const page = JSON.parse(json) as Pick<
    WeekPage,
    'className' | 'pupil' | 'groups' | 'goals' | 'links' | 'cards' | 'waiting' | 'cameBack' | 'changesAt'
  >
  const groupIds = page.groups.map(group => group.id)
  const who: Who = { classId, placeId, groupId: null }
  return {
    ...page,
    week,
    ...(await termAndDays(world, planner, { week, who, groupIds })),
    lessons: await lessonsOf(world, planner, { classId, week, page }),
  }
}

/** Where a calendar has no terms, what still waits is looked for so far back, in days: a quarter of a year. */
const WAITS = 91

function spanOf(world: World, calendar: SchoolCalendar, week: LocalDate): WeekSpan {
  const toInstant = instantsIn(calendar.zone)
  const since = termOf(calendar, week)?.from ?? addDays(week, -WAITS)
  const at = (date: LocalDate) => toInstant(`${date}T00:00`)
  return {
    week,
    from: at(week),
    to: at(addDays(week, 7)) - 1,
    now: world.clock.now(),
    since: at(since < week ? since : week),
  }
}

type Asked = { readonly week: LocalDate; readonly who: Who; readonly groupIds: readonly GroupId[] }

async function termAndDays(
  world: World,
  planner: Planner,
  { week, who, groupIds }: Asked,
): Promise<Pick<WeekPage, 'term' | 'days' | 'rotation'>> {
  const { calendar } = planner
  const day = firstSchoolDay(calendar, week)
  const term = day === undefined ? undefined : termOf(calendar, day)
  const from = term && term.from < week ? mondayOf(term.from) : week
  const to = term && term.to > addDays(week, 6) ? term.to : addDays(week, 6)
  const loads = await averageLoad(world.db, who, { from, to: addDays(to, 6) })
  const all = byWeek(new Map(loads.map(one => [one.day, one.minutes])))
  const here = byWeek(new Map(loads.map(one => [one.day, one.here])))
  return {
    rotation: rotationOf(calendar, week),
    term: term
      ? {
          name: term.name,
          weeks: keptWeeks(calendar, term).map(one => ({
            ...one,
            minutes: Math.round(all.get(one.monday) ?? 0),
            here: Math.round(here.get(one.monday) ?? 0),
          })),
        }
      : null,
    days: daysOf(planner, week, { groupIds, loads }),
  }
}

const kept = new WeakMap<SchoolCalendar, Map<Term, TermWeek[]>>()

/** The weeks of a term, worked out once for a calendar: which of them are closed takes a look at each of their days. */
function keptWeeks(calendar: SchoolCalendar, term: Term): readonly TermWeek[] {
  const terms = kept.get(calendar) ?? new Map<Term, TermWeek[]>()
  kept.set(calendar, terms)
  const weeks = terms.get(term) ?? weeksOfTerm(calendar, term)
  terms.set(term, weeks)
  return weeks
}

/** The working days of a week, and any other on which there is a lesson or something to do. */
function daysOf(
  { calendar, lessonsOf: held }: Planner,
  week: LocalDate,
  { groupIds, loads }: { groupIds: readonly GroupId[]; loads: readonly DayLoad[] },
): WeekPage['days'] {
  const taught = new Set(groupIds.flatMap(id => held(id, week).map(lesson => lesson.date)))
  const minutes = new Map(loads.map(one => [one.day, one.minutes]))
  return [0, 1, 2, 3, 4, 5, 6]
    .map(n => addDays(week, n))
    .filter(date => calendar.weekdays.includes(weekdayOf(date)) || taught.has(date) || minutes.has(date))
    .map(date => ({
      date,
      closed: (closureOf(calendar, date) ?? partClosed(calendar, date))?.name ?? null,
      minutes: Math.round(minutes.get(date) ?? 0),
    }))
}

const partClosed = (calendar: SchoolCalendar, date: LocalDate) =>
  ['08:00', '12:30', '15:30'].map(time => closureAt(calendar, date, time)).find(Boolean)

type Lessons = {
  readonly classId: ClassId
  readonly week: LocalDate
  readonly page: Pick<WeekPage, 'groups'>
}

async function lessonsOf(
  world: World,
  planner: Planner,
  { classId, week, page }: Lessons,
): Promise<WeekPage['lessons']> {
  const held = page.groups.flatMap(({ id: groupId, room }) =>
    planner.lessonsOf(groupId, week).map(lesson => ({ ...lesson, groupId, room })),
  )
  const keys = held.map(lesson => lesson.key)
  const notes = await notesOfLessons(world.db, classId, keys)
  const noteOf = new Map(notes.map(note => [`${note.groupId} ${note.lessonKey}`, note]))
  return held.map(lesson => {
    const note = noteOf.get(`${lesson.groupId} ${lesson.key}`)
    return { ...lesson, live: note?.live ?? '', own: note?.own ?? '' }
  })
}
