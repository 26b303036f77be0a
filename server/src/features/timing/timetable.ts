import type { MovedTime, TimetableForm, TimetablePage } from '@oppen/contract'
import type { ClassId, GroupId, LessonChangeId, LessonId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { readLessonTime } from '@oppen/core/timing'
import { addDays, isDate } from '@oppen/core/zone'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit } from '../auditLog/service.js'
import { type LessonChangeRow, type LessonRow, lessonChanges, lessonTimes } from './models.js'
import { type Lessons, scheduleInputsOf } from './planner.js'
import { changeRows, lessonRows } from './queries.js'
import { markTimesStale, movesUnder, recomputeDeadlines } from './recomputeDeadlines.js'
import { roomsOf, setRoom } from './rooms.js'

/** The weekly lessons that hold, what is different on single dates, and the groups with their meeting rooms. */
export async function seeTimetable(world: World, classId: ClassId): Promise<TimetablePage> {
  const inputs = await scheduleInputsOf(world, classId)
  const [first] = inputs.groups
  if (!first) throw new Refused('not_found')
  return {
    className: first.className,
    groups: await roomsOf(world, classId),
    lessons: inputs.lessons
      .filter(row => row.untilDate === null)
      .map(({ classId: _, fromDate: __, untilDate: ___, ...row }) => row),
    changes: inputs.changes.map(wireChange),
    rotation: inputs.calendar.rotation !== null,
  }
}

const wireChange = (row: LessonChangeRow): TimetablePage['changes'][number] => ({
  id: row.id,
  kind: row.kind,
  groupId: row.groupId,
  lessonId: row.lessonId,
  on: row.onDate,
  to:
    row.toDate && row.starts && row.ends
      ? { date: row.toDate, starts: row.starts, ends: row.ends, place: row.place }
      : null,
})

/** Which times would move, and for whom, with this timetable. Stores nothing. */
export async function tryTimetable(
  world: World,
  classId: ClassId,
  form: TimetableForm,
): Promise<{ moved: MovedTime[] }> {
  const inputs = await scheduleInputsOf(world, classId)
  return movesUnder(world, { ...inputs, ...readForm(world, { classId, form, was: inputs }) }, classId)
}

/** Gives a class the weekly lessons of another, for the groups that take the place of those there; inside a command. */
export async function copyLessons(
  world: World,
  { from, to, groups }: { from: ClassId; to: ClassId; groups: ReadonlyMap<GroupId, GroupId> },
): Promise<void> {
  const rows = (await lessonRows(world.db, from)).filter(row => row.untilDate === null)
  const copies = rows.map(row => ({
    ...row,
    id: newId<LessonId>(world),
    classId: to,
    groupId: row.groupId && (groups.get(row.groupId) ?? null),
    fromDate: null,
  }))
  await world.db.model(lessonTimes).bulkCreate(copies)
}

/** Saves the timetable of a class, and moves the times that follow its lessons. */
export async function changeTimetable(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  form: TimetableForm,
): Promise<TimetablePage> {
  await world.db.write(async () => {
    const was = { lessons: await lessonRows(world.db, classId), changes: await changeRows(world.db, classId) }
    const now = readForm(world, { classId, form, was })
    await world.db.model(lessonChanges).destroy({ where: { classId } })
    const gone = was.lessons.filter(row => !now.lessons.some(one => one.id === row.id)).map(row => row.id)
    await world.db.model(lessonTimes).destroy({ where: { classId, id: gone } })
    for (const row of now.lessons) await world.db.model(lessonTimes).upsert(row)
    await world.db.model(lessonChanges).bulkCreate([...now.changes])
    for (const { groupId, address } of form.rooms) {
      const room = readRoom(address)
      await setRoom(world, { classId, groupId }, room)
    }
    await audit(world, 'timetable_changed', { classId, by: viewer.accountId })
    await markTimesStale(world, classId)
    world.db.afterCommit(() => void world.live.tell({ what: 'register', classId }))
  })
  await recomputeDeadlines(world)
  return seeTimetable(world, classId)
}

type Reading = { readonly classId: ClassId; readonly form: TimetableForm; readonly was: Lessons }

/**
 * The lessons as they would be kept. One that is changed ends before the first day of the change and goes on as a
 * new one, so that past weeks stay what they were; one that had not begun by then is simply replaced.
 */
function readForm(world: World, { classId, form, was }: Reading): Lessons {
  const { from } = form
  if (!isDate(from)) throw new Refused('date_unreadable', { name: from.slice(0, 40) }, 'from')
  const ended = was.lessons.filter(row => row.untilDate !== null)
  const holding = new Map(was.lessons.filter(row => row.untilDate === null).map(row => [row.id, row]))
  const stay = new Set<LessonId>()
  const goesOnAs = new Map<LessonId, LessonId>()
  // lessons that are new and have a name of their own, so that single dates can be said of them already
  const drafted = new Map<LessonId, LessonId>()
  const lessons = form.lessons.flatMap((typed, index) => {
    const row = readLesson(world, classId, typed, index)
    const before = typed.id ? holding.get(typed.id) : undefined
    if (before && same(before, row)) {
      stay.add(before.id)
      return [before]
    }
    if (before && neverHeld(before, from)) {
      stay.add(before.id)
      return [{ ...row, id: before.id, fromDate: before.fromDate }]
    }
    if (before) goesOnAs.set(before.id, row.id)
    else if (typed.id) drafted.set(typed.id, row.id)
    return [{ ...row, fromDate: was.lessons.length ? from : null }]
  })
  const over = [...holding.values()]
    .filter(row => !stay.has(row.id) && !neverHeld(row, from))
    .map(row => ({ ...row, untilDate: addDays(from, -1) }))
  const all = [...ended, ...over, ...lessons]
  const nameOf = (id: LessonId, on: string) =>
    drafted.get(id) ?? (on >= from ? goesOnAs.get(id) : undefined) ?? id
  // what was planned for a date after the change is about the lesson as it goes on
  const changes = form.changes
    .map(one => ({
      ...one,
      lessonId: one.lessonId && nameOf(one.lessonId, one.on ?? ''),
    }))
    // a lesson that was taken off the timetable takes what was planned for it along
    .filter(one => one.lessonId === null || all.some(row => row.id === one.lessonId))
  return {
    lessons: all,
    changes: changes.map((typed, index) => readChange(world, { classId, typed, index })),
  }
}

const neverHeld = (row: LessonRow, from: string) => row.fromDate !== null && row.fromDate >= from

const same = (a: LessonRow, b: LessonRow): boolean =>
  (['groupId', 'weekday', 'starts', 'ends', 'place', 'rotation'] as const).every(name => a[name] === b[name])

const MOST_PLACE = 80

function readPlace(text: string, path: string): string {
  const place = text.trim()
  if (place.length <= MOST_PLACE) return place
  throw new Refused('text_long', { what: 'place', most: MOST_PLACE, got: place.length }, path)
}

function readLesson(
  world: World,
  classId: ClassId,
  typed: TimetableForm['lessons'][number],
  index: number,
): LessonRow {
  const path = `lessons.${index}`
  return {
    ...take(readLessonTime(typed), path),
    id: newId<LessonId>(world),
    classId,
    groupId: typed.groupId,
    place: readPlace(typed.place, path),
    rotation: typed.rotation,
    fromDate: null,
    untilDate: null,
  }
}

type ReadChange = {
  readonly classId: ClassId
  readonly typed: TimetableForm['changes'][number]
  readonly index: number
}

function readChange(world: World, { classId, typed, index }: ReadChange): LessonChangeRow {
  const path = `changes.${index}`
  const { kind, lessonId, on, to } = typed
  const whole =
    kind === 'extra' ? to !== null : lessonId !== null && on !== null && (kind === 'cancelled' || to !== null)
  if (!whole) throw new Refused('lesson_unreadable', undefined, path)
  for (const date of [on, to?.date ?? null])
    if (date !== null && !isDate(date))
      throw new Refused('date_unreadable', { name: date.slice(0, 40) }, path)
  if (to) take(readLessonTime({ weekday: 1, ...to }), path)
  return {
    id: typed.id ?? newId<LessonChangeId>(world),
    classId,
    groupId: typed.groupId,
    lessonId: kind === 'extra' ? null : lessonId,
    kind,
    onDate: kind === 'extra' ? null : on,
    toDate: kind === 'cancelled' ? null : (to?.date ?? null),
    starts: to?.starts ?? null,
    ends: to?.ends ?? null,
    place: to ? readPlace(to.place, path) : '',
  }
}

/** The address of a meeting room: a web address, or none. */
export function readRoom(address: string | null): string | null {
  const text = address?.trim()
  if (!text) return null
  if (
    /^\/[\w/-]{1,200}$/.test(text) ||
    (/^https?:\/\/\S+$/.test(text) && text.length <= 500 && URL.canParse(text))
  )
    return text
  throw new Refused('link_unreadable', { text: text.slice(0, 80) }, 'rooms')
}
