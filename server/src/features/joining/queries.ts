import type { AccountId, ClassId, DoorId, Instant, PlaceId } from '@oppen/core/ids'
import type { Database } from '../../db/index.js'
import { TEACHER_NAME } from '../work/lines.js'

export type FoundDoor = {
  id: DoorId
  classId: ClassId
  code: string
  closesAt: Instant | null
  closedAt: Instant | null
  className: string
  teacherName: string
}

/** The door that a code opens or opened, whichever it is. */
export const doorByCode = (db: Database, code: string) =>
  db.row<FoundDoor>(
    `select d.id, d.class_id as classId, d.code, d.closes_at as closesAt, d.closed_at as closedAt,
            c.name as className, ${TEACHER_NAME} as teacherName
     from doors d join classes c on c.id = d.class_id where d.code = $code`,
    { code },
  )

/** The newest door of a class. */
export const newestDoor = (db: Database, classId: ClassId) =>
  db.row<{ id: DoorId; code: string; openedAt: Instant; closesAt: Instant | null; closedAt: Instant | null }>(
    `select id, code, opened_at as openedAt, closes_at as closesAt, closed_at as closedAt
     from doors where class_id = $classId order by opened_at desc, rowid desc limit 1`,
    { classId },
  )

export const freePlaces = (db: Database, classId: ClassId) =>
  db.rows<{ id: PlaceId; name: string }>(
    'select id, name from places where class_id = $classId and account_id is null order by name',
    { classId },
  )

export const placeOfClass = (db: Database, classId: ClassId, placeId: PlaceId) =>
  db.row<{ id: PlaceId; name: string; accountId: AccountId | null }>(
    'select id, name, account_id as accountId from places where id = $placeId and class_id = $classId',
    { placeId, classId },
  )

export const placeOfAccount = (db: Database, classId: ClassId, accountId: AccountId) =>
  db.row<{ id: PlaceId; name: string }>(
    'select id, name from places where account_id = $accountId and class_id = $classId',
    { accountId, classId },
  )

export const placeByKey = (db: Database, keyHash: string) =>
  db.row<{ id: PlaceId; classId: ClassId; childName: string; className: string; teacherName: string }>(
    `select p.id, p.class_id as classId, p.name as childName, c.name as className, ${TEACHER_NAME} as teacherName
     from places p join classes c on c.id = p.class_id where p.key_hash = $keyHash`,
    { keyHash },
  )

export const classHead = (db: Database, classId: ClassId) =>
  db.row<{ className: string; yearLabel: string; teacherName: string }>(
    `select c.name as className, c.year_label as yearLabel, ${TEACHER_NAME} as teacherName
     from classes c where c.id = $classId`,
    { classId },
  )

/** Every place of a class, with when it came in by the given door. */
export const attendance = (db: Database, classId: ClassId, doorId: DoorId | null) =>
  db.rows<{ placeId: PlaceId; name: string; at: Instant | null }>(
    `select p.id as placeId, p.name, e.at from places p
     left join door_entries e on e.place_id = p.id and e.door_id = $doorId
     where p.class_id = $classId order by e.at desc, p.name`,
    { classId, doorId },
  )
