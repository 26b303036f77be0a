import type { ClassId, GroupId, PlaceId, WorkId } from '@oppen/core/ids'
import type { LocalDate } from '@oppen/core/zone'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'

/** Of whom a load is asked: one place, a group, or all of the class. */
export type Who = {
  readonly classId: ClassId
  readonly groupId: GroupId | null
  readonly placeId: PlaceId | null
}

export type Days = { readonly from: LocalDate; readonly to: LocalDate }

/**
 * The pupils asked about and all places that they have, in whichever class: their groups hold load, and beside these
 * the places themselves.
 */
const THEIRS = `with mine as materialized (
    select id, class_id, group_id, account_id from places where class_id = $classId and left_at is null
      and ($groupId is null or group_id = $groupId) and ($placeId is null or id = $placeId)),
  theirs as materialized (
    select id as pupil, id, class_id, group_id from mine where account_id is null
    union all
    select m.id, q.id, q.class_id, q.group_id from mine m
      join places q on q.account_id = m.account_id and q.left_at is null
      join classes c on c.id = q.class_id and c.archived_at is null)`

export type DayLoad = { day: LocalDate; minutes: number; here: number }

/**
 * The minutes of each day for a pupil, on average over the pupils asked about: in all their classes, and in this
 * one. How much is read depends on the days and the groups, not on how much work is posted.
 */
export async function averageLoad(
  db: Database,
  { classId, groupId, placeId }: Who,
  { from, to }: Days,
): Promise<DayLoad[]> {
  const json = await db.json(AVERAGE, { classId, groupId, placeId, from, to })
  return JSON.parse(json ?? '[]')
}

const AVERAGE = `${THEIRS}, holders as materialized (
       select group_id as holder, class_id, count(*) as pupils from theirs group by group_id
       union all select id, class_id, 1 from theirs)
     select ${jsonArray(
       jsonObject({ day: 'day', minutes: 'minutes', here: 'here' }),
       `from (select d.day, 1.0 * sum(d.minutes * h.pupils) / (select max(1, count(*)) from mine) as minutes,
       1.0 * sum(iif(h.class_id = $classId, d.minutes * h.pupils, 0)) / (select max(1, count(*)) from mine) as here
     from holders h join day_loads d on d.holder = h.holder and d.day between $from and $to
     group by d.day having sum(d.minutes) <> 0 order by d.day)`,
     )} as json`

/** The minutes of each day of every pupil of a group, over all their classes, with one work left out. */
export const loadsByPupil = (
  db: Database,
  { classId, groupId, placeId, without, from, to }: Who & Days & { readonly without: WorkId | null },
) =>
  db.rows<{ pupil: PlaceId; day: LocalDate; minutes: number }>(
    `${THEIRS}, holders as materialized (
       select pupil, group_id as holder from theirs union all select pupil, id from theirs)
     select h.pupil, d.day, sum(d.minutes
         - coalesce((select minutes from work_loads x where x.work_id = $without and x.holder = d.holder and x.day = d.day), 0)
       ) as minutes
     from holders h join day_loads d on d.holder = h.holder and d.day between $from and $to
     group by h.pupil, d.day`,
    { classId, groupId, placeId, without, from, to },
  )
