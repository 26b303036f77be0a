import type { CarryOverPage } from '@oppen/contract'
import type { ClassId, GroupId, TopicId } from '@oppen/core/ids'
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
import { notifyTopics } from '../submissions/notify.js'
import { copyTalkRules } from '../talk/rules.js'
import { calendarOf, planOf } from '../timing/planner.js'
import { copyLessons } from '../timing/timetable.js'
import { findTimed, groupsAsked, setTimes } from '../timing/workTimes.js'
import { type Card, copyWork } from '../work/cards.js'
import { copyTopics } from '../work/topics.js'
import { carriedOvers, goals } from './models.js'
import {
  allGoals,
  classOfPress,
  classToCarry,
  counterparts,
  type WorkToCarry,
  worksToCarry,
} from './queries.js'

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

/** So many pieces of work are copied in one command: others save in between. */
const AT_ONCE = 10

/**
 * Makes a class of the next year of another: settings, groups, lessons, topics, work as drafts and goals, each week in its new place;
 * without people and what they made. What no school week is left for comes without a week and without times, and its goals do not come.
 * Where it was cut, the same press goes on.
 */
export async function carryOver(
  world: World,
  viewer: Viewer,
  from: ClassId,
  { first: typed, ...asked }: CarryOver,
): Promise<{ classId: ClassId }> {
  const plan = await planned(world, from, readFirst(typed))
  const pressed = { from, press: asked.press, byAccount: viewer.accountId }
  const classId = await world.db.write(async () => {
    const before = await classOfPress(world.db, pressed)
    return before?.classId ?? begin(world, viewer, { ...asked, from, plan })
  })
  let done = false
  while (!done) done = await world.db.write(() => copyNext(world, viewer, { pressed, plan }))
  return { classId }
}

type Plan = Awaited<ReturnType<typeof planned>>
type Beginning = Pick<CarryOver, 'press' | 'name' | 'yearLabel'> & {
  readonly from: ClassId
  readonly plan: Plan
}

/** Everything but the work; inside a command. */
async function begin(
  world: World,
  viewer: Viewer,
  { from, press, plan, ...asked }: Beginning,
): Promise<ClassId> {
  const { classId, groups } = await copyClass(world, viewer, from, asked)
  const at = world.clock.now()
  const row = { classId, fromClass: from, press, byAccount: viewer.accountId, at, lastWork: '', done: 0 }
  await world.db.model(carriedOvers).create(row)
  await copyLessons(world, { from, to: classId, groups })
  await copyTalkRules(world, from, classId)
  await copyMarkRules(world, from, classId)
  await copyTopics(world, from, classId)
  for (const { week, texts } of plan.weeksOfGoals) {
    const there = plan.weeks.get(week)?.to
    if (there) await world.db.model(goals).upsert({ classId, week: there, texts })
  }
  await audit(world, 'carried_over', { classId: from, by: viewer.accountId })
  return classId
}

type Going = { readonly pressed: Parameters<typeof classOfPress>[1]; readonly plan: Plan }

/** Copies some more of the work; inside a command. True once all of it is there. */
async function copyNext(world: World, viewer: Viewer, { pressed, plan }: Going): Promise<boolean> {
  const now = await classOfPress(world.db, pressed)
  if (!now || now.done) return true
  const { classId: to } = now
  const { from } = pressed
  const groups = await counterparts<GroupId>(world.db, 'groups', { from, to })
  const topics = await counterparts<TopicId>(world.db, 'topics', { from, to })
  const { planner } = await planOf(world, to)
  const left = plan.works.filter(work => work.id > now.lastWork)
  const some = left.slice(0, AT_ONCE)
  for (const work of some) {
    const card = cardOf(work, groups, plan)
    const into = { classId: to, topicId: work.topicId && (topics.get(work.topicId) ?? null) }
    const source = { classId: from, workId: work.id }
    const id = await copyWork(world, viewer, source, { ...card, post: false, into })
    const asked = work.forWhom === 'groups' ? await groupsAsked(world, work.id) : [...groups.keys()]
    const here = asked.flatMap(one => groups.get(one) ?? [])
    await setTimes(world, await findTimed(world, id), here, planner)
  }
  const done = left.length <= AT_ONCE
  const lastWork = some.at(-1)?.id ?? now.lastWork
  await world.db.model(carriedOvers).update({ lastWork, done: Number(done) }, { where: { classId: to } })
  notifyTopics(world, to)
  return done
}

/** Where a piece of work stands in the class of the next year, with the rules of its times there. */
function cardOf(work: WorkToCarry, groups: ReadonlyMap<GroupId, GroupId>, { weekOf, weeks }: Plan): Card {
  const old = weekOf.get(work.id) ?? null
  // what stands in no week has no times to move
  const week: CarriedWeek | undefined = old === null ? undefined : weeks.get(old)
  const moved = (rules: TimingRules) => (week ? carriedRules(rules, week) : rules)
  const ofGroups = Object.entries(JSON.parse(work.groupRules) as Record<GroupId, TimingRules>)
  return {
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
}
