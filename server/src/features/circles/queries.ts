import type { AccountId, CircleFileId, CircleId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonBoolean, jsonObject } from '../../db/index.js'
import type { CircleRole } from './models.js'

const MINE = (by: string) => jsonBoolean(`${by} = $viewer`)

const CIRCLE = `select ${jsonObject({
  id: 'o.id',
  name: 'o.name',
  code: 'iif($keeps = 1, o.code, null)',
  members: jsonArray(
    jsonObject({
      accountId: 'a.id',
      name: 'a.shown_name',
      kind: 'a.kind',
      role: 'm.role',
      mine: MINE('a.id'),
    }),
    'from circle_members m join accounts a on a.id = m.account_id where m.circle_id = o.id order by m.role, a.shown_name',
  ),
  files: jsonArray(
    jsonObject({
      id: 'f.id',
      by: 'a.shown_name',
      mine: MINE('f.by_account'),
      name: 'f.name',
      type: 'f.type',
      size: 'f.size',
      at: 'f.at',
    }),
    `from circle_files f join accounts a on a.id = f.by_account
     where f.circle_id = o.id and f.removed_at is null order by f.at desc, f.rowid desc`,
  ),
})} as json from circles o where o.id = $circleId`

/** A circle with its people and files; the code only for who looks after it. */
export const circleJson = (db: Database, circleId: CircleId, viewer: AccountId, keeps: boolean) =>
  db.json(CIRCLE, { circleId, viewer, keeps: keeps ? 1 : 0 })

export const circleOfCode = (db: Database, code: string) =>
  db.row<{ id: CircleId; name: string }>('select id, name from circles where code = $code', { code })

export const memberOf = (db: Database, circleId: CircleId, accountId: AccountId) =>
  db.row<{ role: CircleRole; administrators: number }>(
    `select role, (select count(*) from circle_members where circle_id = $circleId and role = 'administrator') as administrators
     from circle_members where circle_id = $circleId and account_id = $accountId`,
    { circleId, accountId },
  )

export const fileOfCircle = (db: Database, circleId: CircleId, fileId: CircleFileId) =>
  db.row<{ byAccount: AccountId; hash: string; name: string; type: string; size: number }>(
    `select by_account as byAccount, hash, name, type, size from circle_files
     where id = $fileId and circle_id = $circleId and removed_at is null`,
    { circleId, fileId },
  )
