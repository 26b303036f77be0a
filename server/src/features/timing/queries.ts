import type { ClassId, GroupId, Instant, PlaceId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { Lane } from '@oppen/core/timing'
import type { LocalDate } from '@oppen/core/zone'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import { NOT_HIDDEN } from '../accounts/fragments.js'
import type { ExtensionRow, LessonChangeRow, LessonRow, WorkTimeRow } from './models.js'

export const calendarRow = (db: Database) =>
  db.row<{ value: string }>("select value from settings where name = 'calendar'")

/** The lessons of a class, or of all classes. */
export const lessonRows = (db: Database, classId: ClassId | null) =>
  db.rows<LessonRow>(
    `select id, class_id as classId, group_id as groupId, weekday, starts, ends, place, rotation,
       from_date as fromDate, until_date as untilDate
     from lesson_times where $classId is null or class_id = $classId order by weekday, starts, id`,
    { classId },
  )

export const changeRows = (db: Database, classId: ClassId | null) =>
  db.rows<LessonChangeRow>(
    `select id, class_id as classId, group_id as groupId, lesson_id as lessonId, kind, on_date as onDate,
       to_date as toDate, starts, ends, place
     from lesson_changes where $classId is null or class_id = $classId order by coalesce(on_date, to_date), id`,
    { classId },
  )

export type GroupOf = { id: GroupId; classId: ClassId; name: string; className: string; pupils: number }

/** The groups of a class, or of all classes that are not archived. */
export const groupRows = (db: Database, classId: ClassId | null) =>
  db.rows<GroupOf>(
    `select g.id, g.class_id as classId, g.name, c.name as className,
       (select count(*) from places p where p.group_id = g.id and p.left_at is null) as pupils
     from groups g join classes c on c.id = g.class_id
     where iif($classId is null, c.archived_at is null, g.class_id = $classId) order by g.position`,
    { classId },
  )

export type TimedWork = {
  id: WorkId
  classId: ClassId
  title: string
  week: LocalDate | null
  lane: Lane | null
  rules: string
  groupRules: string
  forWhom: 'all' | 'groups' | 'pupils'
  minutes: number | null
  postedAt: Instant | null
}

/** What was removed asks for nothing, as if it were not posted. */
const TIMED = `select id, class_id as classId, title, week, lane, rules, group_rules as groupRules, for_whom as forWhom,
  minutes, iif(removed_at is null, posted_at, null) as postedAt from works`

export const timedWork = (db: Database, workId: WorkId) =>
  db.row<TimedWork>(`${TIMED} where id = $workId`, { workId })

/** All work of a class, or of all classes that are not archived, but what was removed. */
export const timedWorks = (db: Database, classId: ClassId | null) =>
  db.rows<TimedWork>(
    `${TIMED} where removed_at is null
       and iif($classId is null, class_id in (select id from classes where archived_at is null), class_id = $classId)`,
    { classId },
  )

/** Some works of one class whose times are due. */
export const staleWorks = (db: Database, most: number) =>
  db.rows<TimedWork>(
    `${TIMED} where id in (select work_id from stale_times
       where class_id = (select class_id from stale_times limit 1) limit $most)`,
    { most },
  )

/** What a work asks of each day now. */
export const loadsOfWork = (db: Database, workId: WorkId) =>
  db.rows<{ holder: string; day: string; minutes: number }>(
    'select holder, day, minutes from work_loads where work_id = $workId',
    { workId },
  )

/** Work posted before there were rules. */
export const worksWithoutRules = (db: Database) => db.rows<TimedWork>(`${TIMED} where rules = ''`)

export const timeRows = (db: Database, classId: ClassId | null) =>
  db.rows<WorkTimeRow>(
    `select t.work_id as workId, t.group_id as groupId, t.appears_at as appearsAt, t.opens_at as opensAt,
       t.due_at as dueAt, t.closes_at as closesAt, t.why, t.problems
     from work_times t join works w on w.id = t.work_id join groups g on g.id = t.group_id
     where $classId is null or w.class_id = $classId order by w.class_id, w.title, w.id, g.position`,
    { classId },
  )

/** The times of works whose ids are given as JSON. */
export const timeRowsOfSome = (db: Database, ids: string) =>
  db.rows<WorkTimeRow>(
    `select work_id as workId, group_id as groupId, appears_at as appearsAt, opens_at as opensAt,
       due_at as dueAt, closes_at as closesAt, why, problems
     from work_times where work_id in (select value from json_each($ids))`,
    { ids },
  )

export const timeRowsOf = (db: Database, workId: WorkId) =>
  db.rows<WorkTimeRow>(
    `select work_id as workId, group_id as groupId, appears_at as appearsAt, opens_at as opensAt,
       due_at as dueAt, closes_at as closesAt, why, problems from work_times where work_id = $workId`,
    { workId },
  )

export const extensionsOf = (db: Database, workId: WorkId) =>
  db.rows<ExtensionRow & { groupId: GroupId }>(
    `select x.work_id as workId, x.place_id as placeId, x.due, x.due_at as dueAt, x.why, x.at,
       x.by_account as byAccount, p.group_id as groupId
     from extensions x join places p on p.id = x.place_id where x.work_id = $workId`,
    { workId },
  )

export const pupilsOfWork = (db: Database, workId: WorkId) =>
  db.rows<{ placeId: PlaceId; groupId: GroupId }>(
    `select k.place_id as placeId, p.group_id as groupId from work_pupils k join places p on p.id = k.place_id
     where k.work_id = $workId`,
    { workId },
  )

export type OwnGroup = {
  classId: ClassId
  className: string
  groupId: GroupId
  groupName: string
  room: string | null
  child: string | null
}

const GROUP = {
  classId: 'c.id',
  className: 'c.name',
  groupId: 'g.id',
  groupName: 'g.name',
  room: 'g.room',
} as const

const TAUGHT_GROUPS = `select ${jsonArray(
  jsonObject({ ...GROUP, child: 'null' }),
  `from teachers t join classes c on c.id = t.class_id and c.archived_at is null join groups g on g.class_id = c.id
   where t.account_id = $viewer and ${NOT_HIDDEN} order by c.made_at, g.position`,
)} as json`

const OWN_GROUPS = `select ${jsonArray(
  jsonObject({ ...GROUP, child: 'coalesce(p.account_id, p.id)' }),
  `from places p join classes c on c.id = p.class_id and c.archived_at is null join groups g on g.id = p.group_id
   where p.left_at is null and ${NOT_HIDDEN} and (p.account_id = $viewer or (c.families = 1
     and exists (select 1 from family_links f where f.place_id = p.id and f.account_id = $viewer)))
   order by c.made_at`,
)} as json`

/** The groups whose lessons are somebody's: of the classes taught, or of the own or the children's places. */
export async function groupsOfPerson(
  db: Database,
  { accountId, kind }: Pick<Viewer, 'accountId' | 'kind'>,
): Promise<OwnGroup[]> {
  const json = await db.json(kind === 'teacher' ? TAUGHT_GROUPS : OWN_GROUPS, { viewer: accountId })
  return JSON.parse(json ?? '[]')
}
