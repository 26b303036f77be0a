import type { AccountId, ClassId, Instant, MaterialId, PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonNested, jsonObject } from '../../db/index.js'
import { APPEARED, DETAILS, groupTimes } from '../submissions/fragments.js'
import type { MaterialRow, WorkRow } from './models.js'

export const topicNamed = (db: Database, topicId: TopicId) =>
  db.row<{ name: string }>('select name from topics where id = $topicId', { topicId })

export const topicByName = (db: Database, classId: ClassId, name: string) =>
  db.row<{ id: TopicId }>('select id from topics where class_id = $classId and name = $name', {
    classId,
    name,
  })

/** The place of the work that stands first in a topic. */
export const firstPosition = (db: Database, classId: ClassId, topicId: TopicId | null) =>
  db.row<{ position: number | null }>(
    'select min(position) as position from works where class_id = $classId and topic_id is $topicId',
    { classId, topicId },
  )

export const placesAmong = (db: Database, classId: ClassId) =>
  db.rows<{ id: PlaceId }>('select id from places where class_id = $classId and left_at is null', { classId })

export const materialsOf = (db: Database, workId: WorkId) =>
  db.rows<MaterialRow>(
    `select id, work_id as workId, kind, title, url, hash, type, size, position from materials
     where work_id = $workId order by position, id`,
    { workId },
  )

const FORM = jsonObject({
  kind: 'w.kind',
  topicId: 'w.topic_id',
  title: 'w.title',
  directions: 'w.directions',
  details: jsonNested(DETAILS),
  week: 'w.week',
  lane: 'w.lane',
  forWhom: 'w.for_whom',
  groupIds:
    "(select json_group_array(group_id) from work_times where work_id = w.id and w.for_whom = 'groups')",
  placeIds: '(select json_group_array(place_id) from work_pupils where work_id = w.id)',
  rules: jsonNested('w.rules'),
  groupRules: jsonNested('w.group_rules'),
  // hundredths, as a person would type them
  points: "iif(w.points is null, null, rtrim(rtrim(printf('%.2f', w.points / 100.0), '0'), '.'))",
  minutes: 'w.minutes',
  category: 'w.category',
  links: jsonArray(
    jsonObject({ title: 'm.title', url: 'm.url' }),
    "from materials m where m.work_id = w.id and m.kind = 'link' order by m.position",
  ),
})

const WORK_PAGE = `select ${jsonObject({
  className: 'c.name',
  workId: 'w.id',
  version: 'w.version',
  postedAt: 'w.posted_at',
  begun: jsonArray(
    jsonObject({ placeId: 'p.id', name: 'p.name' }),
    `from submissions i join places p on p.id = i.place_id and p.left_at is null
     where i.work_id = w.id and i.phase <> 'excused' order by p.name`,
  ),
  notBegun: `(select count(*) from asked a join places p on p.id = a.place_id and p.left_at is null
    where a.work_id = w.id and not exists (select 1 from submissions i where i.work_id = w.id and i.place_id = p.id))`,
  form: FORM,
  files: jsonArray(
    jsonObject({
      id: 'm.id',
      kind: 'm.kind',
      title: 'm.title',
      url: 'm.url',
      type: 'm.type',
      size: 'm.size',
    }),
    "from materials m where m.work_id = w.id and m.kind = 'file' order by m.position, m.id",
  ),
  times: groupTimes(),
  extensions: jsonArray(
    jsonObject({ placeId: 'x.place_id', name: 'p.name', due: 'x.due', dueAt: 'x.due_at' }),
    'from extensions x join places p on p.id = x.place_id where x.work_id = w.id order by p.name',
  ),
})} as json from works w join classes c on c.id = w.class_id where w.id = $workId and w.class_id = $classId`

/** A work as its teachers write it. */
export const workPageJson = (db: Database, classId: ClassId, workId: WorkId) =>
  db.json(WORK_PAGE, { classId, workId })

/** All work of a topic, removed work too, in its order. */
export const worksOfTopic = (db: Database, classId: ClassId, topicId: TopicId | null) =>
  db.rows<{ id: WorkId; position: number }>(
    `select id, position from works where class_id = $classId and topic_id is $topicId
     order by pinned desc, position, id`,
    { classId, topicId },
  )

/** How much room all files of a class take, those of pupils and those beside directions, and all that come, but for one upload. */
export const roomOfClass = async (db: Database, classId: ClassId, but: string): Promise<number> =>
  (
    await db.row<{ used: number }>(
      `select (select coalesce(sum(m.size), 0) from materials m join works w on w.id = m.work_id where w.class_id = $classId)
         + (select coalesce(sum(f.size), 0) from files f join places p on p.id = f.place_id where p.class_id = $classId)
         + (select coalesce(sum(size), 0) from uploads where class_id = $classId and id <> $but) as used`,
      { classId, but },
    )
  )?.used ?? 0

/** A file of the directions, where the viewer teaches the class or has a submission of work that is open. */
export const materialOf = (
  db: Database,
  { classId, workId, materialId }: { classId: ClassId; workId: WorkId; materialId: MaterialId },
  viewer: AccountId,
  now: Instant,
) =>
  db.row<{ title: string; hash: string; type: string; size: number }>(
    `select m.title, m.hash, m.type, m.size from materials m join works w on w.id = m.work_id
     where m.id = $materialId and m.work_id = $workId and w.class_id = $classId and m.kind = 'file'
       and (exists (select 1 from teachers where class_id = $classId and account_id = $viewer)
         or exists (select 1 from asked a join places p on p.id = a.place_id
              left join family_links f on f.place_id = p.id and f.account_id = $viewer
              where a.work_id = w.id and ${APPEARED} and (a.opens_at is null or a.opens_at <= $now)
                and (p.account_id = $viewer or f.account_id is not null)))`,
    { classId, workId, materialId, viewer, now },
  )

/** The formatted texts of a work, and the class it is in. */
export const textsOf = (db: Database, workId: WorkId) =>
  db.row<{ classId: ClassId; directions: string; details: string | null }>(
    'select class_id as classId, directions, details from works where id = $workId',
    { workId },
  )

/** All of a work, for copying it. */
export const fullWork = (db: Database, classId: ClassId, workId: WorkId) =>
  db.row<WorkRow>(
    `select id, class_id as classId, topic_id as topicId, kind, asks, title, directions, details, week, lane,
       rules, group_rules as groupRules, for_whom as forWhom, by_family as byFamily, points, minutes, category, extra, counts, rubric, keep_back as keepBack,
       pinned, position, version,
       made_at as madeAt, posted_at as postedAt, posted_by as postedBy, removed_at as removedAt
     from works where id = $workId and class_id = $classId`,
    { classId, workId },
  )

/** The single pupils for whom a work is. */
export const pupilsOf = (db: Database, workId: WorkId) =>
  db.rows<{ placeId: PlaceId }>('select place_id as placeId from work_pupils where work_id = $workId', {
    workId,
  })
