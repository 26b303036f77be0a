import type { AccountId, ClassId, GroupId, Instant, PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import type { Lane } from '@oppen/core/timing'
import type { LocalDate } from '@oppen/core/zone'
import { type Database, jsonArray, jsonNested, jsonObject } from '../../db/index.js'
import { LINKS } from '../about/fragments.js'
import {
  APPEARED,
  counts,
  groupTimes,
  OWN_LINE,
  POSTING,
  STATUS,
  TAUGHT_LINE,
} from '../submissions/fragments.js'
import { newNotes, ownNewNotes } from '../talk/fragments.js'

/** Work without a week stands in the week that its deadline falls into. */
const LANE = {
  lane: "coalesce(w.lane, 'followUp')",
  topicName: '(select name from topics where id = w.topic_id)',
}

const ownCard = jsonObject({
  ...OWN_LINE,
  ...LANE,
  posting: "'posted'",
  why: jsonNested('a.why'),
  mine: STATUS,
  newNotes: ownNewNotes('$placeId'),
  counts: 'null',
  times: "json('[]')",
})

/**
 * Work of a week is found by the week, or by a deadline where it has none; never by looking through all there is. The
 * tables hold ids, and `cross join` keeps the database from beginning at the other end.
 */
const DUE_WITHIN = (from: string, to: string) => `select t.work_id as id from work_times t
    where t.group_id = (select group_id from places where id = $placeId) and t.due_at between ${from} and ${to}
  union select x.work_id from extensions x where x.place_id = $placeId and x.due_at between ${from} and ${to}`

const ownFrom = (ids: string, where: string) => `from (${ids}) h cross join works w on w.id = h.id
  cross join asked a on a.work_id = w.id and a.place_id = $placeId
  left join submissions i on i.work_id = w.id and i.place_id = a.place_id
  where ${APPEARED} and ${where} order by a.due_at, w.title, w.id`

const OUTSTANDING = `coalesce(i.phase, 'untouched') in ('untouched', 'started', 'tryAgain') and w.asks = 'handIn'
  or coalesce(i.phase, 'untouched') = 'untouched' and w.asks = 'finish'`

const goalsJson = jsonNested(
  "coalesce((select texts from goals where class_id = $classId and week = $week), '[]')",
)

const OWN_WEEK = `select ${jsonObject({
  className: 'c.name',
  pupil: jsonObject({ placeId: 'p.id', name: 'p.name' }),
  groups: jsonArray(
    jsonObject({ id: 'g.id', name: 'g.name', room: 'g.room' }),
    'from groups g where g.id = p.group_id',
  ),
  goals: goalsJson,
  links: LINKS,
  cards: jsonArray(
    ownCard,
    ownFrom(
      `select id from works where class_id = $classId and week = $week union ${DUE_WITHIN('$from', '$to')}`,
      '(w.week = $week or (w.week is null and a.due_at between $from and $to))',
    ),
  ),
  waiting: jsonArray(
    ownCard,
    ownFrom(
      `select id from (${DUE_WITHIN('$since', '$from - 1')}) where $now between $from and $to`,
      `a.due_at < $from and coalesce(w.week, '') <> $week
        and (a.closes_at is null or a.closes_at > $now) and ${OUTSTANDING}`,
    ),
  ),
  cameBack: jsonArray(
    jsonObject({
      workId: 'w.id',
      title: 'w.title',
      by: `(select b.shown_name from moves m join accounts b on b.id = m.by_account where m.work_id = w.id
        and m.place_id = i.place_id and m.kind in ('handBack', 'tryAgain') order by m.number desc limit 1)`,
      at: 'i.handed_back_at',
      mark: "iif(i.phase = 'handedBack', i.mark, null)",
      points: 'w.points',
      feedback: 'i.feedback',
    }),
    `from submissions i join works w on w.id = i.work_id and w.removed_at is null
     where i.place_id = $placeId and i.handed_back_at between $from and $to and i.phase in ('handedBack', 'tryAgain')
     order by i.handed_back_at desc`,
  ),
  changesAt: `(select min(t.appears_at) from work_times t where t.group_id = p.group_id and t.appears_at > $now)`,
})} as json from places p join classes c on c.id = p.class_id where p.id = $placeId and p.class_id = $classId`

export type WeekSpan = {
  readonly week: LocalDate
  readonly from: Instant
  readonly to: Instant
  readonly now: Instant
  /** From when on work that still waits is looked for. */
  readonly since: Instant
}

/** The week of one pupil. */
export const ownWeekJson = (
  db: Database,
  { classId, placeId, viewer }: { classId: ClassId; placeId: PlaceId; viewer: AccountId },
  span: WeekSpan,
) => db.json(OWN_WEEK, { classId, placeId, viewer, ...span })

const TAUGHT_WEEK = `select ${jsonObject({
  className: 'c.name',
  pupil: 'null',
  groups: jsonArray(
    jsonObject({ id: 'g.id', name: 'g.name', room: 'g.room' }),
    'from groups g where g.class_id = c.id order by g.position',
  ),
  goals: goalsJson,
  links: LINKS,
  cards: jsonArray(
    jsonObject({
      ...TAUGHT_LINE,
      ...LANE,
      posting: POSTING,
      why: 'null',
      mine: 'null',
      newNotes: newNotes(),
      counts: counts(),
      times: groupTimes({ counts: jsonNested(counts('t.group_id')) }),
    }),
    `from (select id from works where class_id = $classId and week = $week
           union select t.work_id from groups g join work_times t on t.group_id = g.id and t.due_at between $from and $to
             join works o on o.id = t.work_id and o.week is null where g.class_id = $classId) h
       cross join works w on w.id = h.id and w.removed_at is null
     order by (select min(due_at) from work_times where work_id = w.id), w.title, w.id`,
  ),
  waiting: "json('[]')",
  cameBack: "json('[]')",
  changesAt: 'null',
})} as json from classes c where c.id = $classId`

/** The week of a class as its teachers see it. */
export const taughtWeekJson = (
  db: Database,
  classId: ClassId,
  viewer: AccountId,
  { since: _, ...span }: WeekSpan,
) => db.json(TAUGHT_WEEK, { classId, viewer, ...span })

/** What is written about the lessons of these keys. */
export async function notesOfLessons(
  db: Database,
  classId: ClassId,
  keys: readonly string[],
): Promise<LessonNote[]> {
  if (!keys.length) return []
  const json = await db.json(NOTES, { classId, keys: JSON.stringify(keys) })
  return JSON.parse(json ?? '[]')
}

type LessonNote = { groupId: GroupId; lessonKey: string; live: string; own: string }

const NOTES = `select ${jsonArray(
  jsonObject({ groupId: 'group_id', lessonKey: 'lesson_key', live: 'live', own: 'own' }),
  'from lesson_notes where class_id = $classId and lesson_key in (select value from json_each($keys))',
)} as json`

export const worksOfWeek = (db: Database, classId: ClassId, week: LocalDate) =>
  db.rows<{ id: WorkId; title: string }>(
    `select id, title from works where class_id = $classId and week = $week and removed_at is null
     order by case lane when 'getReady' then 0 when 'lesson' then 1 else 2 end, position`,
    { classId, week },
  )

export type WorkToCarry = {
  readonly id: WorkId
  readonly week: LocalDate | null
  readonly lane: Lane | null
  /** `TimingRules` of all groups, and of single ones by their ids, as JSON. */
  readonly rules: string
  readonly groupRules: string
  readonly topicId: TopicId | null
  readonly forWhom: string
}

/** All work of a class that is not removed, with where it stands and the rules of its times, by its ids. */
export const worksToCarry = (db: Database, classId: ClassId) =>
  db.rows<WorkToCarry>(
    `select id, week, lane, rules, group_rules as groupRules, topic_id as topicId, for_whom as forWhom from works
     where class_id = $classId and removed_at is null order by id`,
    { classId },
  )

/** What took the place of each group, or of each topic, of a class in one that was made of it: it stands at the same place. */
export async function counterparts<Id extends string>(
  db: Database,
  table: 'groups' | 'topics',
  { from, to }: { readonly from: ClassId; readonly to: ClassId },
): Promise<ReadonlyMap<Id, Id>> {
  const rows = await db.rows<{ before: Id; after: Id }>(
    `select b.id as before, a.id as after from ${table} b join ${table} a on a.class_id = $to and a.position = b.position
       and a.name = b.name where b.class_id = $from`,
    { from, to },
  )
  return new Map(rows.map(({ before, after }) => [before, after]))
}

/** The goals of every week of a class. */
export const allGoals = (db: Database, classId: ClassId) =>
  db.rows<{ week: LocalDate; texts: string }>(
    "select week, texts from goals where class_id = $classId and texts <> '[]' order by week",
    { classId },
  )

/** The class that a press of a teacher has made. */
export const classOfPress = (
  db: Database,
  pressed: { readonly from: ClassId; readonly press: string; readonly byAccount: AccountId },
) =>
  db.row<{ classId: ClassId; lastWork: string; done: number }>(
    `select class_id as classId, last_work as lastWork, done from carried_over
     where from_class = $from and by_account = $byAccount and press = $press`,
    pressed,
  )

/** A class as it is carried over. */
export const classToCarry = (db: Database, classId: ClassId) =>
  db.row<{ className: string; yearLabel: string; topics: number }>(
    `select name as className, year_label as yearLabel,
       (select count(*) from topics t where t.class_id = c.id) as topics from classes c where c.id = $classId`,
    { classId },
  )

export const goalsOf = (db: Database, classId: ClassId, week: LocalDate) =>
  db.row<{ texts: string }>('select texts from goals where class_id = $classId and week = $week', {
    classId,
    week,
  })
