import type { CircleId, ClassId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonBoolean, jsonObject } from '../../db/index.js'

/** Everybody who belongs to the class now, and so whose failed sign-ins its teachers may read. */
const MEMBERS = `(select account_id from teachers where class_id = $classId
  union select account_id from places where class_id = $classId and left_at is null
  union select l.account_id from family_links l join places p on p.id = l.place_id
    where p.class_id = $classId and p.left_at is null)`

const lines = (which: string): string =>
  jsonArray(
    jsonObject({
      id: 'r.id',
      at: 'r.at',
      kind: 'r.kind',
      by: 'a.shown_name',
      name: "r.params ->> 'name'",
      ofClass: jsonBoolean('coalesce(r.class_id, r.circle_id, r.by_account) is not null'),
    }),
    `from audit_log r left join accounts a on a.id = r.by_account where ${which} order by r.at desc, r.id desc limit 500`,
  )

const RECORD = `select ${jsonObject({
  name: 'c.name',
  lines: lines(`r.class_id = $classId or (r.class_id is null and r.circle_id is null and r.at >= c.made_at
    and (r.by_account is null or r.by_account in ${MEMBERS}))`),
})} as json from classes c where c.id = $classId`

const OF_CIRCLE = `select ${jsonObject({
  name: 'o.name',
  lines: lines('r.circle_id = $circleId'),
})} as json from circles o where o.id = $circleId`

/** The record of a class, the newest first. */
export const auditLogJson = (db: Database, classId: ClassId) => db.json(RECORD, { classId })

/** The audit log of a circle, which is about its talk. */
export const circleAuditLogJson = (db: Database, circleId: CircleId) => db.json(OF_CIRCLE, { circleId })
