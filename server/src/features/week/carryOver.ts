import type { CarryOverPage } from '@oppen/contract'
import type { ClassId, GroupId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import {
  type CarriedWeek,
  carriedRules,
  carriedWeeks,
  knowsYear,
  suggestedFirst,
  type TimingRules,
  weekOfRules,
} from '@oppen/core/timing'
import { isDate, type LocalDate, localDateAt, mondayOf } from '@oppen/core/zone'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit } from '../auditLog/service.js'
import { copyClass } from '../classes/service.js'
import { copyMarkRules } from '../markBook/service.js'
import { findWork } from '../submissions/works.js'
import { copyTalkRules } from '../talk/rules.js'
import { calendarOf, planOf } from '../timing/planner.js'
import { copyLessons } from '../timing/timetable.js'
import { findTimed, groupsAsked, setTimes } from '../timing/workTimes.js'
import { copyWork } from '../work/cards.js'
import { copyTopics } from '../work/topics.js'
import { carriedOvers, goals } from './models.js'
import { allGoals, classOfPress, classToCarry, worksToCarry } from './queries.js'

/** The Monday from which the new class begins. Refuses `carry_over_first`. */
function readFirst(typed: string): LocalDate {
  if (!isDate(typed)) throw new Refused('carry_over_first', undefined, 'first')
  return mondayOf(typed)
}

const rulesOf = (json: string): TimingRules => JSON.parse(json)
const textsOf = (json: string): string[] => JSON.parse(json)

/**
 * Everything of a class that has a week, with where each week goes from a Monday on; null for the Monday that suggests itself.
 */
async function planned(world: World, classId: ClassId, asked: LocalDate | null) {
  const [works, weeksOfGoals] = await Promise.all([
    worksToCarry(world.db, classId),
    allGoals(world.db, classId),
  ])
  const weekOf = new Map(works.map(work => [work.id, weekOfRules(work.week, rulesOf(work.rules))]))
  const used = [...weekOf.values(), ...weeksOfGoals.map(one => one.week)].filter(week => week !== null)
  const calendar = await calendarOf(world)
  const today = localDateAt(world.clock.now(), world.school.zone)
  const first = asked ?? suggestedFirst(calendar, used.sort()[0] ?? today)
  const weeks = carriedWeeks(used, first, calendar)
  return {
    first,
    termsKnown: knowsYear(calendar, first),
    works,
    weeksOfGoals,
    weekOf,
    weeks: new Map(weeks.map(week => [week.from, week])),
  }
}

/** What a class would bring into a year that begins with some week, or "next": how much, and where each week would go. */
export async function seeCarryOver(world: World, classId: ClassId, typed: string): Promise<CarryOverPage> {
  const asked = typed === 'next' ? null : readFirst(typed)
  const found = await classToCarry(world.db, classId)
  if (!found) throw new Refused('not_found')
  const { works, weeksOfGoals, weekOf, weeks, ...when } = await planned(world, classId, asked)
  const { groups } = await planOf(world, classId)
  const inWeek = (week: LocalDate) => works.filter(work => weekOf.get(work.id) === week).length
  return {
    ...found,
    ...when,
    groups: groups.map(group => group.name),
    weeks: [...weeks.values()].map(week => ({
      ...week,
      works: inWeek(week.from),
      goals: textsOf(weeksOfGoals.find(one => one.week === week.from)?.texts ?? '[]').length,
    })),
    unplanned: works.filter(work => weekOf.get(work.id) === null).length,
  }
}

export type CarryOver = {
  /** What this press is called: pressed twice it makes one class. */
  readonly press: string
  readonly name: string
  readonly yearLabel: string
  readonly first: string
}

/**
 * Makes a class of the next year of another: settings, groups, lessons, topics, work as drafts and goals, each week in its new place;
 * without people and what they made. What no school week is left for comes without a week and without times, and its goals do not come.
 */
export async function carryOver(
  world: World,
  viewer: Viewer,
  from: ClassId,
  { press, first: typed, ...asked }: CarryOver,
): Promise<{ classId: ClassId }> {
  const first = readFirst(typed)
  return world.db.write(async () => {
    const before = await classOfPress(world.db, { from, press, byAccount: viewer.accountId })
    if (before) return { classId: before.classId }
    const { classId, groups } = await copyClass(world, viewer, from, asked)
    const at = world.clock.now()
    await world.db
      .model(carriedOvers)
      .create({ classId, fromClass: from, press, byAccount: viewer.accountId, at })
    await copyLessons(world, { from, to: classId, groups })
    await copyTalkRules(world, from, classId)
    await copyMarkRules(world, from, classId)
    await copyWorks(world, viewer, { from, to: classId, groups, first })
    await audit(world, 'carried_over', { classId: from, by: viewer.accountId })
    return { classId }
  })
}

type Copying = {
  readonly from: ClassId
  readonly to: ClassId
  readonly groups: ReadonlyMap<GroupId, GroupId>
  readonly first: LocalDate
}

async function copyWorks(world: World, viewer: Viewer, { from, to, groups, first }: Copying): Promise<void> {
  const { works, weeksOfGoals, weekOf, weeks } = await planned(world, from, first)
  const topics = await copyTopics(world, from, to)
  const { planner } = await planOf(world, to)
  for (const { id: workId, topicId, forWhom } of works) {
    const work = await findWork(world, { classId: from, workId })
    const old = weekOf.get(workId) ?? null
    // what stands in no week has no times to move
    const week: CarriedWeek | undefined = old === null ? undefined : weeks.get(old)
    const moved = (rules: TimingRules) => (week ? carriedRules(rules, week) : rules)
    const ofGroups = Object.entries(JSON.parse(work.groupRules) as Record<GroupId, TimingRules>)
    const card = {
      week: work.week === null ? null : (week?.to ?? null),
      lane: week && week.to === null ? null : work.lane,
      rules: moved(rulesOf(work.rules)),
      groupRules: Object.fromEntries(
        ofGroups.flatMap(([id, rules]) => {
          const group = groups.get(id as GroupId)
          return group ? [[group, moved(rules)]] : []
        }),
      ),
    }
    const into = { classId: to, topicId: topicId && (topics.get(topicId) ?? null) }
    const id = await copyWork(world, viewer, { classId: from, workId }, { ...card, post: false, into })
    const asked = await groupsAsked(world, workId)
    const here = forWhom === 'groups' ? asked.flatMap(one => groups.get(one) ?? []) : [...groups.values()]
    await setTimes(world, await findTimed(world, id), here, planner)
  }
  for (const { week, texts } of weeksOfGoals) {
    const there = weeks.get(week)?.to
    if (there) await world.db.model(goals).upsert({ classId: to, week: there, texts })
  }
}
