import type { GroupTimes, WorkForm, WorkTrial } from '@oppen/contract'
import type { ClassId, GroupId, WorkId } from '@oppen/core/ids'
import { type Asked, lighterDay, spreadLoad } from '@oppen/core/load'
import { isSchoolDay, type Planner, type ResolvedTiming, type TimingRules } from '@oppen/core/timing'
import { addDays, instantsIn, type LocalDate, localAt, localDateAt } from '@oppen/core/zone'
import type { World } from '../../world.js'
import { loadsByPupil } from '../timing/loads.js'
import { type GroupOf, planOf } from '../timing/planner.js'
import { ambiguousTimes, readForm } from './form.js'

type Trial = { readonly form: WorkForm; readonly workId: WorkId | null }

/** What a form would come to for each group that is asked: its times, and the load of the days around its deadline. */
export async function tryWork(world: World, classId: ClassId, { form, workId }: Trial): Promise<WorkTrial> {
  const { planner, groups } = await planOf(world, classId)
  const read = await readForm(world, form, { classId, groups, draft: true })
  const rules = JSON.parse(read.row.rules) as TimingRules
  const own = JSON.parse(read.row.groupRules) as Record<string, TimingRules>
  const asked = groups.filter(group => read.groupIds.includes(group.id))
  const found = asked.map(group => ({
    group,
    timing: planner.timingOf(group.id, read.row.week, own[group.id] ?? rules),
  }))
  return {
    twice: ambiguousTimes(world, form),
    times: found.map(({ group, timing }) => ({
      ...wireTimes(group.id, timing),
      name: group.name,
      pupils: group.pupils,
    })),
    load: await Promise.all(
      found.flatMap(({ group, timing }) =>
        timing.due && form.minutes ? [loadOf(world, planner, { group, timing, form, workId })] : [],
      ),
    ),
  }
}

/** Core's times of one group as they cross the wire. */
export const wireTimes = (groupId: GroupId, found: ResolvedTiming): GroupTimes => ({
  groupId,
  appearsAt: found.appears?.at ?? null,
  opensAt: found.opens?.at ?? null,
  dueAt: found.due?.at ?? null,
  closesAt: found.closes?.at ?? null,
  why: (found.due ?? found.opens)?.why ?? null,
  problems: [...found.problems],
})

type Weighing = Trial & { readonly group: GroupOf; readonly timing: ResolvedTiming }

/** How many days before and after the deadline are weighed. */
const BEFORE = 6
const AFTER = 8

async function loadOf(
  world: World,
  { calendar }: Planner,
  { group, timing, form, workId }: Weighing,
): Promise<WorkTrial['load'][number]> {
  const { zone } = calendar
  const dueAt = timing.due?.at ?? 0
  const due = localAt(dueAt, zone)
  const from = Math.min(dueAt, Math.max(world.clock.now(), timing.appears?.at ?? 0, timing.opens?.at ?? 0))
  const days = { from: addDays(due.slice(0, 10), -BEFORE), to: addDays(due.slice(0, 10), AFTER + 7) }
  const rows = await loadsByPupil(world.db, {
    classId: group.classId,
    groupId: group.id,
    placeId: null,
    without: workId,
    ...days,
  })
  const { average, most } = weigh(rows, group.pupils)
  const submission: Asked = { minutes: form.minutes ?? 0, lane: form.lane, from, dueAt }
  const own = spreadLoad(calendar, submission)
  const lighter = lighterDay({ calendar, toInstant: instantsIn(zone) }, average, {
    ...submission,
    dueAt,
    time: due.slice(11),
  })
  const shown = Array.from({ length: BEFORE + AFTER }, (_, n) => addDays(days.from, n)).filter(
    date => (isSchoolDay(calendar, date) || own.has(date)) && date >= localDateAt(world.clock.now(), zone),
  )
  return {
    groupId: group.id,
    lighter: lighter ? { ...lighter, peak: Math.round(lighter.peak), now: Math.round(lighter.now) } : null,
    days: shown.map(date => ({
      date,
      others: Math.round(average.get(date) ?? 0),
      most: most.get(date) ?? 0,
      own: own.get(date) ?? 0,
    })),
  }
}

function weigh(rows: readonly { day: LocalDate; minutes: number }[], pupils: number) {
  const sum = new Map<LocalDate, number>()
  const most = new Map<LocalDate, number>()
  for (const { day, minutes } of rows) {
    sum.set(day, (sum.get(day) ?? 0) + minutes)
    most.set(day, Math.max(most.get(day) ?? 0, minutes))
  }
  const average = new Map([...sum].map(([day, minutes]) => [day, minutes / Math.max(1, pupils)]))
  return { average, most }
}
