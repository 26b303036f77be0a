import type { AccountId, ClassId, GroupId, Instant, InvitationId, PlaceId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonBoolean, jsonObject } from '../../db/index.js'
import { TEACHER_NAME } from '../accounts/fragments.js'

const familiesOfPlace = jsonArray(
  jsonObject({ accountId: 'a.id', name: 'a.shown_name', since: 'l.made_at' }),
  'from family_links l join accounts a on a.id = l.account_id where l.place_id = p.id order by a.shown_name',
)

const placeJson = jsonObject({
  id: 'p.id',
  name: 'p.name',
  groupId: 'p.group_id',
  guest: jsonBoolean('p.guest = 1'),
  claimedAt: 'p.claimed_at',
  userName: 'iif(p.guest = 1, null, a.user_name)',
  secretKind: 'a.secret_kind',
  secretOnce: jsonBoolean('a.secret_once = 1'),
  hasPicture: jsonBoolean('p.picture is not null or a.picture is not null'),
  email: 'p.email',
  number: 'p.number',
  familyLanguage: 'p.family_language',
  seenAt: '(select max(seen_at) from sessions s where s.account_id = p.account_id)',
  leftAt: 'p.left_at',
  leftHow: 'p.left_how',
  families: familiesOfPlace,
})

export const places = (which: string) =>
  jsonArray(
    placeJson,
    `from places p left join accounts a on a.id = p.account_id where p.class_id = c.id and ${which} order by p.name`,
  )

const TEACHERS = jsonArray(
  jsonObject({ accountId: 'a.id', name: 'a.shown_name', role: 't.role' }),
  'from teachers t join accounts a on a.id = t.account_id where t.class_id = c.id order by t.role desc, a.shown_name',
)

const GROUPS = jsonArray(
  jsonObject({ id: 'id', name: 'name' }),
  'from groups where class_id = c.id order by position',
)

const INVITATIONS = jsonArray(
  jsonObject({
    id: 'i.id',
    kind: 'i.kind',
    to: 'coalesce(i.email, a.shown_name)',
    about: '(select name from places where id = i.place_id)',
    at: 'i.made_at',
  }),
  `from invitations i left join accounts a on a.id = i.account_id
   where i.class_id = c.id and i.answer is null and i.ends_at > $now order by i.made_at desc`,
)

const TABLETS = jsonArray(
  jsonObject({ id: 'id', name: 'name', since: 'made_at' }),
  'from tablets where class_id = c.id and ended_at is null order by name, id',
)

/** The register as JSON, without the keys, which the database does not hold. */
export const registerJson = (db: Database, classId: ClassId, now: Instant) =>
  db.json(
    `select ${jsonObject({
      classId: 'c.id',
      className: 'c.name',
      yearLabel: 'c.year_label',
      families: jsonBoolean('c.families = 1'),
      archived: jsonBoolean('c.archived_at is not null'),
      teachers: TEACHERS,
      groups: GROUPS,
      places: places('p.left_at is null'),
      away: places("p.left_how in ('moved', 'left')"),
      waiting: jsonArray(
        jsonObject({ id: 'id', kind: 'kind', name: 'name', about: 'about', at: 'at' }),
        'from join_requests where class_id = c.id and answer is null order by at, id',
      ),
      invitations: INVITATIONS,
      merges: jsonArray(
        jsonObject({
          id: 'm.id',
          from: 'f.name',
          into: 'i.name',
          at: 'm.at',
        }),
        `from merges m join places f on f.id = m.from_place join places i on i.id = m.into_place
         where m.class_id = c.id and m.undone_at is null order by m.at desc`,
      ),
    })} as json from classes c where c.id = $classId`,
    { classId, now },
  )

export async function pupilsMay(
  db: Database,
  classId: ClassId,
): Promise<{ readonly takeBack: boolean; readonly improve: boolean; readonly seeOthers: boolean }> {
  const row = await db.row<{ takeBack: number; improve: number; seeOthers: number }>(
    'select take_back as takeBack, improve, see_others as seeOthers from classes where id = $classId',
    { classId },
  )
  return { takeBack: row?.takeBack === 1, improve: row?.improve === 1, seeOthers: row?.seeOthers === 1 }
}

/** The settings of a class as JSON. */
export const settingsJson = (db: Database, classId: ClassId, now: Instant) =>
  db.json(
    `select ${jsonObject({
      classId: 'c.id',
      name: 'c.name',
      yearLabel: 'c.year_label',
      families: jsonBoolean('c.families = 1'),
      shared: jsonBoolean('c.shared = 1'),
      ownSecret: 'c.own_secret',
      idleMinutes: 'c.idle_minutes',
      admits: 'c.admits',
      takeBack: jsonBoolean('c.take_back = 1'),
      improve: jsonBoolean('c.improve = 1'),
      seeOthers: jsonBoolean('c.see_others = 1'),
      sharing: 'c.sharing',
      tint: 'c.tint',
      sign: 'c.sign',
      archivedAt: 'c.archived_at',
      teachers: TEACHERS,
      groups: GROUPS,
      tablets: TABLETS,
      invitations: INVITATIONS,
    })} as json from classes c where c.id = $classId`,
    { classId, now },
  )

export const namesOfClass = (db: Database, classId: ClassId) =>
  db.rows<{ name: string }>('select name from places where class_id = $classId and left_at is null', {
    classId,
  })

export const groupsOfClass = (db: Database, classId: ClassId) =>
  db.rows<{ id: GroupId; name: string; position: number; room: string | null }>(
    'select id, name, position, room from groups where class_id = $classId order by position',
    { classId },
  )

export type FoundPlace = {
  id: PlaceId
  name: string
  groupId: GroupId
  accountId: AccountId | null
  claimedAt: Instant | null
  guest: number
  familyLanguage: string | null
  picture: string | null
  leftAt: Instant | null
  leftHow: 'moved' | 'left' | 'merged' | null
}

export const placeOfRegister = (db: Database, classId: ClassId, placeId: PlaceId) =>
  db.row<FoundPlace>(
    `select id, name, group_id as groupId, account_id as accountId, claimed_at as claimedAt, guest,
            family_language as familyLanguage, picture, left_at as leftAt, left_how as leftHow
     from places where id = $placeId and class_id = $classId`,
    { placeId, classId },
  )

/** The place itself and, where a pupil has it, that pupil's places in other classes. */
export const siblingPlaces = (db: Database, placeId: PlaceId) =>
  db.rows<{ classId: ClassId; placeId: PlaceId }>(
    `select s.class_id as classId, s.id as placeId from places p
     join places s on s.id = p.id or (p.account_id is not null and s.account_id = p.account_id and s.left_at is null)
     where p.id = $placeId`,
    { placeId },
  )

/** The families of a place and of the other places of its pupil. */
export const familiesOfPlaces = (db: Database, placeId: PlaceId) =>
  db.rows<{ accountId: AccountId }>(
    `select distinct l.account_id as accountId from places p
     join places s on s.id = p.id or (p.account_id is not null and s.account_id = p.account_id and s.left_at is null)
     join family_links l on l.place_id = s.id where p.id = $placeId`,
    { placeId },
  )

export const familiesOfOne = (db: Database, placeId: PlaceId) =>
  db.rows<{ accountId: AccountId; name: string }>(
    `select a.id as accountId, a.shown_name as name from family_links l join accounts a on a.id = l.account_id
     where l.place_id = $placeId`,
    { placeId },
  )

export const teacherOfClass = (db: Database, classId: ClassId, accountId: AccountId) =>
  db.row<{ role: 'owner' | 'coTeacher'; name: string }>(
    `select t.role, a.shown_name as name from teachers t join accounts a on a.id = t.account_id
     where t.class_id = $classId and t.account_id = $accountId`,
    { classId, accountId },
  )

/** Everybody tied to a class, for telling them that they are not any more. */
export const membersOfClass = (db: Database, classId: ClassId) =>
  db.rows<{ accountId: AccountId }>(
    `select account_id as accountId from teachers where class_id = $classId
     union select account_id from places where class_id = $classId and account_id is not null
     union select l.account_id from family_links l join places p on p.id = l.place_id where p.class_id = $classId`,
    { classId },
  )

export type FoundInvitation = {
  id: InvitationId
  classId: ClassId
  kind: 'pupil' | 'coTeacher' | 'family'
  accountId: AccountId | null
  email: string | null
  placeId: PlaceId | null
  childName: string | null
  className: string
  by: string
  /** Whom it is for: an e-mail address or a name. */
  to: string
  endsAt: Instant
  answer: string | null
}

const INVITATION = `select i.id, i.class_id as classId, i.kind, i.account_id as accountId, i.email, i.place_id as placeId,
  (select name from places where id = i.place_id) as childName, c.name as className, b.shown_name as by,
  coalesce(i.email, p.shown_name) as "to", i.ends_at as endsAt, i.answer
  from invitations i join classes c on c.id = i.class_id join accounts b on b.id = i.made_by
  left join accounts p on p.id = i.account_id`

/** An invitation to the family of a child who is in the class now. */
export const invitationByToken = (db: Database, tokenHash: string) =>
  db.row<FoundInvitation>(
    `${INVITATION} where i.token_hash = $tokenHash
       and exists (select 1 from places h where h.id = i.place_id and h.left_at is null)`,
    { tokenHash },
  )

export const invitationOf = (db: Database, invitationId: InvitationId) =>
  db.row<FoundInvitation>(`${INVITATION} where i.id = $invitationId`, { invitationId })

/** What waits for an answer of somebody: invitations to them. */
export const invitationsTo = (db: Database, accountId: AccountId, now: Instant) =>
  db.rows<FoundInvitation>(
    `${INVITATION} where i.account_id = $accountId and i.answer is null and i.ends_at > $now order by i.made_at`,
    { accountId, now },
  )

/** The teachers of the school, but for one. */
export const colleaguesOf = (db: Database, accountId: AccountId) =>
  db.rows<{ userName: string; name: string }>(
    `select user_name as userName, shown_name as name from accounts
     where kind = 'teacher' and ended_at is null and id <> $accountId order by shown_name`,
    { accountId },
  )

export const headOfClass = (db: Database, classId: ClassId) =>
  db.row<{ className: string; teacherName: string; families: number }>(
    `select c.name as className, c.families, ${TEACHER_NAME} as teacherName from classes c where c.id = $classId`,
    { classId },
  )

/** The place that is somebody's in a class, or was until they left. */
export const placeOfAccountIn = (db: Database, classId: ClassId, accountId: AccountId) =>
  db.row<{ id: PlaceId; name: string; leftHow: 'moved' | 'left' | null }>(
    `select id, name, left_how as leftHow from places
     where class_id = $classId and account_id = $accountId and left_how is not 'merged'`,
    { classId, accountId },
  )

/** The picture that stands for somebody on the register: the own one, or the teacher's. */
export const faceOfPlace = (db: Database, classId: ClassId, placeId: PlaceId) =>
  db.row<{ picture: string | null }>(
    `select coalesce(iif(p.left_at is null, a.picture, null), p.picture) as picture from places p left join accounts a on a.id = p.account_id
     where p.id = $placeId and p.class_id = $classId`,
    { placeId, classId },
  )

type RegisterRow = {
  number: string | null
  name: string
  groupName: string
  email: string | null
  userName: string | null
  families: string | null
  familyLanguage: string | null
}

/** The register as rows, for a spreadsheet. */
export const registerRows = (db: Database, classId: ClassId) =>
  db.rows<RegisterRow>(
    `select p.number, p.name, g.name as groupName, p.email, iif(p.guest = 1, null, a.user_name) as userName,
       (select group_concat(f.shown_name, '; ') from family_links l join accounts f on f.id = l.account_id
        where l.place_id = p.id) as families, p.family_language as familyLanguage
     from places p join groups g on g.id = p.group_id left join accounts a on a.id = p.account_id
     where p.class_id = $classId and p.left_at is null order by g.position, p.name`,
    { classId },
  )

/** The stand-in pupil of a class. */
export const standInOf = (db: Database, classId: ClassId) =>
  db.row<{ placeId: PlaceId }>('select place_id as placeId from stand_ins where class_id = $classId', {
    classId,
  })
