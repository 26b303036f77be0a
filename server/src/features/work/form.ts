import type { WorkForm } from '@oppen/contract'
import { readAddress } from '@oppen/core/about'
import type { ClassId, GroupId, Instant, PlaceId } from '@oppen/core/ids'
import { readPoints } from '@oppen/core/marks'
import { isBlank, LIMITS, readText } from '@oppen/core/texts'
import { readRule, TIMES, type TimeRule, type TimingRules } from '@oppen/core/timing'
import { hasPoints, KINDS } from '@oppen/core/work'
import { instantOf, isDate, mondayOf } from '@oppen/core/zone'
import { readHtml } from '../../html.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { serverKind } from '../kinds/index.js'
import type { GroupOf } from '../timing/planner.js'
import type { WorkRow } from './models.js'
import { placesAmong } from './queriesOfPosting.js'
import { topicOfClass } from './queriesOfTopics.js'

export type ReadWork = {
  readonly row: Omit<
    WorkRow,
    | 'id'
    | 'classId'
    | 'pinned'
    | 'position'
    | 'version'
    | 'madeAt'
    | 'postedAt'
    | 'postedBy'
    | 'removedAt'
    | 'extra'
    | 'counts'
    | 'rubric'
    | 'keepBack'
  >
  readonly groupIds: readonly GroupId[]
  readonly placeIds: readonly PlaceId[]
  readonly links: readonly { title: string; url: string }[]
}

export type Reading = {
  readonly classId: ClassId
  readonly groups: readonly GroupOf[]
  /** A draft may lack what posted work needs. */
  readonly draft: boolean
}

/** The form of a work as it would be kept; what is wrong is refused with its field. */
export async function readForm(
  world: World,
  form: WorkForm,
  { classId, groups, draft }: Reading,
): Promise<ReadWork> {
  if (form.topicId && !(await topicOfClass(world.db, classId, form.topicId)))
    throw new Refused('not_found', undefined, 'topicId')
  const rules = readRules(world, form.rules, 'rules')
  const { groupIds, groupRules } = readGroups(world, form, groups)
  const placeIds = await readPupils(world, classId, form)
  if (!draft && !(form.forWhom === 'pupils' ? placeIds : groupIds).length)
    throw new Refused('nobody_asked', undefined, 'forWhom')
  return {
    row: {
      kind: form.kind,
      asks: KINDS[form.kind].asks,
      byFamily: serverKind(form.kind).byFamily?.(form.details) ? 1 : 0,
      topicId: form.topicId,
      title: draft && !form.title.trim() ? '' : take(readText('title', form.title), 'title'),
      directions: isBlank(form.directions)
        ? ''
        : await readHtml(world, 'directions', form.directions, 'directions'),
      details: await serverKind(form.kind).readDetails(world, form.details, draft),
      week: readWeek(form.week),
      lane: form.week === null ? null : (form.lane ?? 'followUp'),
      rules: JSON.stringify(rules),
      groupRules: JSON.stringify(groupRules),
      forWhom: form.forWhom,
      points: pointsOf(form),
      minutes: form.minutes,
      category: readShort(form.category, 'category'),
    },
    groupIds,
    placeIds,
    // a line that was only begun says nothing yet
    links: form.links.flatMap((link, index) =>
      link.url.trim() || link.title.trim() ? [readLink(link, `links.${index}`)] : [],
    ),
  }
}

/** The points that a teacher typed, or those of its parts together; none where there are none. */
function pointsOf({ kind, points, details }: WorkForm): number | null {
  const { pointsOf: summed } = serverKind(kind)
  if (summed) return summed(details) || null
  return points === null || !hasPoints(kind) ? null : take(readPoints(points), 'points')
}

function readWeek(week: string | null): string | null {
  if (week === null) return null
  if (!isDate(week)) throw new Refused('week_unreadable', undefined, 'week')
  return mondayOf(week)
}

const MOST_SHORT = 80

/** A short line of text, tidied. Refuses `text_long` at its field. */
export function readShort(text: string, path: string): string {
  const tidy = text.trim().replace(/\s+/g, ' ')
  if (tidy.length <= MOST_SHORT) return tidy
  throw new Refused('text_long', { what: path, most: MOST_SHORT, got: tidy.length }, path)
}

/** The rules as core reads them, their fixed times among those that exist. */
function readRules(world: World, rules: TimingRules, path: string): TimingRules {
  const read = (name: (typeof TIMES)[number]): TimeRule | null => {
    const rule = rules[name]
    if (!rule) return null
    if (rule.is === 'fixed') take(instantOf(rule.local, world.school.zone), `${path}.${name}`)
    return take(readRule(rule), `${path}.${name}`)
  }
  return { appears: read('appears'), opens: read('opens'), due: read('due'), closes: read('closes') }
}

function readGroups(world: World, form: WorkForm, groups: readonly GroupOf[]) {
  const asked = form.forWhom === 'groups' ? groups.filter(one => form.groupIds.includes(one.id)) : groups
  const own = asked.flatMap(({ id }) => {
    const rules = form.groupRules[id]
    return rules ? [[id, readRules(world, rules, `groupRules.${id}`)] as const] : []
  })
  return { groupIds: asked.map(one => one.id), groupRules: Object.fromEntries(own) }
}

async function readPupils(
  world: World,
  classId: ClassId,
  { forWhom, placeIds }: WorkForm,
): Promise<PlaceId[]> {
  if (forWhom !== 'pupils') return []
  const here = await placesAmong(world.db, classId)
  const known = new Set(here.map(one => one.id))
  return [...new Set(placeIds)].filter(id => known.has(id))
}

/** A link to elsewhere: a web address, named by itself where no title is given. */
function readLink({ title, url }: { title: string; url: string }, path: string) {
  const address = readAddress(url)
  if (!address) throw new Refused('link_unreadable', { text: url.trim().slice(0, 80) }, path)
  const tidy = title.trim().slice(0, LIMITS.title)
  return { title: tidy || address.replace(/^https?:\/\//, ''), url: address }
}

/** A time to come. Refuses `time_past` and what `instantOf` refuses. */
export function readTime(
  world: World,
  local: string | null,
  path: string,
): { at: Instant; twice: boolean } | null {
  if (local === null) return null
  const time = take(instantOf(local, world.school.zone), path)
  if (time.at <= world.clock.now()) throw new Refused('time_past', { now: world.clock.now() }, path)
  return time
}

/** Which fixed times of a form come twice that night. */
export const ambiguousTimes = (world: World, { rules }: Pick<WorkForm, 'rules'>): string[] =>
  TIMES.filter(name => {
    const rule = rules[name]
    if (rule?.is !== 'fixed') return false
    const time = instantOf(rule.local, world.school.zone)
    return time.ok && time.value.twice
  })
