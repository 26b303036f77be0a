import type { ClassId, GroupId } from '@oppen/core/ids'
import {
  type HeldLesson,
  type LessonChange,
  makePlanner,
  type Planner,
  type SchoolCalendar,
  type Timetable,
  WORKING_WEEK,
} from '@oppen/core/timing'
import { localDateAt, mondayOf } from '@oppen/core/zone'
import type { World } from '../../world.js'
import type { LessonChangeRow, LessonRow } from './models.js'
import { calendarRow, changeRows, type GroupOf, groupRows, lessonRows } from './queries.js'

export type { GroupOf } from './queries.js'

export type StoredCalendar = Omit<SchoolCalendar, 'zone'>

const EMPTY: StoredCalendar = { terms: [], closures: [], rotation: null, weekdays: WORKING_WEEK }

/** The calendar of the school. */
export async function calendarOf(world: World): Promise<SchoolCalendar> {
  const row = await calendarRow(world.db)
  const stored = row ? (JSON.parse(row.value) as StoredCalendar) : EMPTY
  return { ...stored, zone: world.school.zone }
}

export type Lessons = { readonly lessons: readonly LessonRow[]; readonly changes: readonly LessonChangeRow[] }

/** The timetable of one group: its own lessons and those of the whole class. */
export function timetableOf(
  { lessons, changes }: Lessons,
  group: Pick<GroupOf, 'id' | 'classId'>,
): Timetable {
  const holds = (row: { classId: ClassId; groupId: GroupId | null }) =>
    row.classId === group.classId && (row.groupId === null || row.groupId === group.id)
  const own = lessons.filter(holds).map(({ fromDate, untilDate, ...row }) => ({
    ...row,
    from: fromDate,
    until: untilDate,
  }))
  const ids = new Set(own.map(lesson => lesson.id))
  return {
    lessons: own,
    changes: changes
      .filter(row => (row.lessonId ? ids.has(row.lessonId) : holds(row)))
      .flatMap(row => changeOf(row) ?? []),
  }
}

function changeOf({
  id,
  kind,
  lessonId,
  onDate,
  toDate,
  starts,
  ends,
  place,
}: LessonChangeRow): LessonChange | undefined {
  const to = toDate && starts && ends ? { date: toDate, starts, ends, place } : undefined
  if (kind === 'extra') return to && { kind, id, to }
  if (!lessonId || !onDate) return undefined
  if (kind === 'cancelled') return { kind, lessonId, on: onDate }
  return to && { kind, lessonId, on: onDate, to }
}

/** Everything that times of a class, or of all classes, are worked out from. */
export type ScheduleInputs = Lessons & {
  readonly calendar: SchoolCalendar
  readonly groups: readonly GroupOf[]
}

export async function scheduleInputsOf(world: World, classId: ClassId | null): Promise<ScheduleInputs> {
  const [calendar, lessons, changes, groups] = await Promise.all([
    calendarOf(world),
    lessonRows(world.db, classId),
    changeRows(world.db, classId),
    groupRows(world.db, classId),
  ])
  return { calendar, lessons, changes, groups }
}

/** A planner over the inputs. */
export const plannerOver = (inputs: ScheduleInputs): Planner =>
  makePlanner(inputs.calendar, new Map(inputs.groups.map(group => [group.id, timetableOf(inputs, group)])))

export type ClassPlan = { readonly planner: Planner; readonly groups: readonly GroupOf[] }

/** The tables that a plan is made of: names of groups and how many pupils they have come with it. */
const TABLES = ['settings', 'classes', 'groups', 'places', 'lesson_times', 'lesson_changes']

type Kept = { readonly changes: number; readonly plan: Promise<ClassPlan> }

const kept = new WeakMap<World, Map<ClassId, Kept>>()

/**
 * The planner of a class. It is used again until a command is committed that may have changed one of the tables it is
 * made of. Inside a command it is worked out anew.
 */
export function planOf(world: World, classId: ClassId): Promise<ClassPlan> {
  if (world.db.writing) return loadPlan(world, classId)
  const plans = kept.get(world) ?? new Map<ClassId, Kept>()
  kept.set(world, plans)
  const changes = world.db.changesOf(TABLES)
  const known = plans.get(classId)
  if (known?.changes === changes) return known.plan
  const plan = loadPlan(world, classId)
  plans.set(classId, { changes, plan })
  plan.catch(() => plans.delete(classId))
  return plan
}

async function loadPlan(world: World, classId: ClassId): Promise<ClassPlan> {
  const inputs = await scheduleInputsOf(world, classId)
  return { planner: plannerOver(inputs), groups: inputs.groups }
}

/** The lessons of all groups of a class in the week that it is now. */
export async function lessonsThisWeek(world: World, classId: ClassId): Promise<HeldLesson[]> {
  const { planner, groups } = await planOf(world, classId)
  const monday = mondayOf(localDateAt(world.clock.now(), world.school.zone))
  return groups.flatMap(group => planner.lessonsOf(group.id, monday))
}
