import type { ClassId, DoorId, Instant, JoinRequestId, PlaceId } from '@oppen/core/ids'
import type { Admits } from '@oppen/core/joining'
import type { Database } from '../../db/index.js'
import { TEACHER_NAME } from '../accounts/fragments.js'
import type { DoorRow } from './models.js'

/** Whether a code was ever given out, to a door or a circle. */
export const codeIsTaken = async (db: Database, code: string): Promise<boolean> =>
  !!(await db.row(
    'select 1 from doors where code = $code union all select 1 from circles where code = $code',
    {
      code,
    },
  ))

type NewestDoor = Pick<DoorRow, 'id' | 'code' | 'admits' | 'openedAt' | 'closesAt' | 'closedAt'>

/** The newest door of a class. */
export const newestDoor = (db: Database, classId: ClassId) =>
  db.row<NewestDoor>(
    `select id, code, admits, opened_at as openedAt, closes_at as closesAt, closed_at as closedAt
     from doors where class_id = $classId order by opened_at desc, rowid desc limit 1`,
    { classId },
  )

export const classHead = (db: Database, classId: ClassId) =>
  db.row<{ className: string; yearLabel: string; teacherName: string; admits: Admits; shared: number }>(
    `select c.name as className, c.year_label as yearLabel, c.admits, c.shared, ${TEACHER_NAME} as teacherName
     from classes c where c.id = $classId`,
    { classId },
  )

/** Every place of a class, with when it came in by the given door. */
export const attendance = (db: Database, classId: ClassId, doorId: DoorId | null) =>
  db.rows<{ placeId: PlaceId; name: string; at: Instant | null }>(
    `select p.id as placeId, p.name, e.at from places p
     left join door_entries e on e.place_id = p.id and e.door_id = $doorId
     where p.class_id = $classId and p.left_at is null order by e.at desc, p.name`,
    { classId, doorId },
  )

export type WaitLine = {
  id: JoinRequestId
  kind: 'newcomer' | 'family' | 'tablet'
  name: string
  about: string | null
  at: Instant
}

/** Who waits at a class, the first one first. */
export const joinRequestsOfClass = (db: Database, classId: ClassId) =>
  db.rows<WaitLine>(
    'select id, kind, name, about, at from join_requests where class_id = $classId and answer is null order by at, id',
    { classId },
  )
