import type {
  AccountId,
  ClassId,
  DoorId,
  Instant,
  JoinRequestId,
  KeyId,
  PlaceId,
  TabletId,
} from '@oppen/core/ids'
import type { Admits, KeyKind, OwnSecret, SecretKind } from '@oppen/core/joining'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import { TEACHER_NAME } from '../accounts/fragments.js'
import type { WaitLine } from '../classes/doors.js'

export type FoundDoor = {
  id: DoorId
  classId: ClassId
  code: string
  admits: Admits
  ownSecret: OwnSecret
  families: number
  shared: number
  closesAt: Instant | null
  closedAt: Instant | null
  className: string
  teacherName: string
}

export type Behind = {
  /** The door that the code opens or opened. */
  readonly door: FoundDoor | null
  readonly circle: { readonly name: string; readonly administrator: string } | null
  /** Places of the door's class that nobody has taken. */
  readonly places: readonly { readonly id: PlaceId; readonly name: string }[]
}

const BEHIND = `select ${jsonObject({
  door: `(select ${jsonObject({
    id: 'd.id',
    classId: 'd.class_id',
    code: 'd.code',
    admits: 'd.admits',
    closesAt: 'd.closes_at',
    closedAt: 'd.closed_at',
    className: 'c.name',
    ownSecret: 'c.own_secret',
    families: 'c.families',
    shared: 'c.shared',
    teacherName: TEACHER_NAME,
  })} from doors d join classes c on c.id = d.class_id where d.code = $code)`,
  circle: `(select ${jsonObject({
    name: 'o.name',
    administrator: `(select a.shown_name from circle_members m join accounts a on a.id = m.account_id
      where m.circle_id = o.id and m.role = 'administrator' order by m.at limit 1)`,
  })} from circles o where o.code = $code)`,
  places: jsonArray(
    jsonObject({ id: 'p.id', name: 'p.name' }),
    `from doors d join places p on p.class_id = d.class_id
     where d.code = $code and p.account_id is null and p.left_at is null and p.guest = 0 order by p.name`,
  ),
})} as json`

/** All that stands behind a code, in one statement: a whole class lookUps within a minute. */
export async function findByCode(db: Database, code: string): Promise<Behind> {
  return JSON.parse((await db.json(BEHIND, { code })) ?? '{}')
}

/** How many codes open something now: doors and circles. */
export async function openCodes(db: Database, now: Instant): Promise<number> {
  const found = await db.row<{ open: number }>(
    `select (select count(*) from doors where closed_at is null and (closes_at is null or closes_at > $now))
          + (select count(*) from circles where code is not null) as open`,
    { now },
  )
  return found?.open ?? 0
}

export const placeOfClass = (db: Database, classId: ClassId, placeId: PlaceId) =>
  db.row<{ id: PlaceId; name: string; accountId: AccountId | null }>(
    `select id, name, account_id as accountId from places
     where id = $placeId and class_id = $classId and left_at is null`,
    { placeId, classId },
  )

export const placeOfAccount = (db: Database, classId: ClassId, accountId: AccountId) =>
  db.row<{ id: PlaceId; name: string; leftHow: 'moved' | 'left' | 'merged' | null }>(
    `select id, name, left_how as leftHow from places
     where account_id = $accountId and class_id = $classId and left_how is not 'merged'`,
    { accountId, classId },
  )

export type KeyHolder = {
  keyId: KeyId
  kind: KeyKind
  placeId: PlaceId
  classId: ClassId
  accountId: AccountId | null
  childName: string
  className: string
  teacherName: string
  families: number
  endedAt: Instant | null
  leftAt: Instant | null
}

/** The pupil whose key this is or was. */
export const holderByKey = (db: Database, hash: string) =>
  db.row<KeyHolder>(
    `select k.id as keyId, k.kind, p.id as placeId, p.class_id as classId, p.account_id as accountId,
            p.name as childName, c.name as className, c.families, ${TEACHER_NAME} as teacherName,
            k.ended_at as endedAt, p.left_at as leftAt
     from keys k join places p on p.id = k.place_id join classes c on c.id = p.class_id where k.hash = $hash`,
    { hash },
  )

type FoundWait = WaitLine & {
  classId: ClassId
  accountId: AccountId | null
  secretHash: string | null
  secretKind: SecretKind | null
  answer: 'yes' | 'no' | null
  placeId: PlaceId | null
}
const WAIT = `select id, kind, name, about, at, class_id as classId, account_id as accountId,
  secret_hash as secretHash, secret_kind as secretKind, answer, place_id as placeId from join_requests`

export const joinRequestOfClass = (db: Database, classId: ClassId, joinRequestId: JoinRequestId) =>
  db.row<FoundWait>(`${WAIT} where id = $joinRequestId and class_id = $classId`, { joinRequestId, classId })

export const joinRequestByToken = (db: Database, tokenHash: string) =>
  db.row<FoundWait>(`${WAIT} where token_hash = $tokenHash`, { tokenHash })

export type FoundTablet = {
  id: TabletId
  classId: ClassId
  className: string
  teacherName: string
  ownSecret: OwnSecret
  idleMinutes: number
}

/** The shared tablet of a token, with its class; nothing once it is shared no more, or the class is archived. */
export const tabletByToken = (db: Database, tokenHash: string) =>
  db.row<FoundTablet>(
    `select t.id, t.class_id as classId, c.name as className, c.own_secret as ownSecret,
            c.idle_minutes as idleMinutes, ${TEACHER_NAME} as teacherName
     from tablets t join classes c on c.id = t.class_id
     where t.token_hash = $tokenHash and t.ended_at is null and c.shared = 1 and c.archived_at is null`,
    { tokenHash },
  )

export type TabletFace = {
  id: PlaceId
  name: string
  accountId: AccountId | null
  secretKind: SecretKind | null
  secretHash: string | null
  picture: string | null
}
// who has spent a secret for one use chooses anew, in the kind of the class
const FACE = `select p.id, p.name, p.account_id as accountId, a.secret_hash as secretHash,
  case when a.secret_once = 1 and a.secret_hash = '' then 'unset' else a.secret_kind end as secretKind,
  coalesce(a.picture, p.picture) as picture
  from places p left join accounts a on a.id = p.account_id
  where p.class_id = $classId and p.left_at is null and p.guest = 0`

/** The faces on a shared tablet. */
export const facesOfClass = (db: Database, classId: ClassId) =>
  db.rows<TabletFace>(`${FACE} order by p.name`, { classId })

export const faceOfClass = (db: Database, classId: ClassId, placeId: PlaceId) =>
  db.row<TabletFace>(`${FACE} and p.id = $placeId`, { classId, placeId })

export const cardsOfClass = (db: Database, classId: ClassId) =>
  db.rows<{ placeId: PlaceId; name: string; familyLanguage: string | null }>(
    `select id as placeId, name, family_language as familyLanguage from places
     where class_id = $classId and left_at is null and guest = 0 order by name`,
    { classId },
  )
