import type { AccountId, CircleId, ClassId, Instant, PlaceId } from '@oppen/core/ids'
import type { SecretKind } from '@oppen/core/joining'
import type { AccountKind } from '@oppen/core/permissions'
import { isLanguage, type Language } from '@oppen/core/register'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'
import { EMAIL_ASKED, MARK_WORDS, TEACHER_NAME } from './fragments.js'

const ARCHIVED = jsonBoolean('c.archived_at is not null')
const place = jsonObject({ classId: 'p.class_id', placeId: 'p.id', archived: ARCHIVED })

/** The tables that say who belongs where. */
export const TIES = [
  'accounts',
  'sessions',
  'classes',
  'teachers',
  'places',
  'family_links',
  'circle_members',
] as const

/** What ties account `a` to classes `c`, all of them or those that are limited to, and to circles. */
const tiesTo = (inClass: string, inCircle: string) => `
  'teaches', ${jsonArray(
    jsonObject({ classId: 't.class_id', role: 't.role', archived: ARCHIVED }),
    `from teachers t join classes c on c.id = t.class_id where t.account_id = a.id ${inClass}`,
  )},
  'places', ${jsonArray(
    place,
    `from places p join classes c on c.id = p.class_id where p.account_id = a.id and p.left_at is null ${inClass}`,
  )},
  'follows', ${jsonArray(
    place,
    `from family_links l join places p on p.id = l.place_id and p.left_at is null
     join classes c on c.id = p.class_id and c.families = 1 where l.account_id = a.id ${inClass}`,
  )},
  'left', ${jsonArray(
    place,
    `from places p join classes c on c.id = p.class_id where p.account_id = a.id and p.left_how = 'left' ${inClass}`,
  )},
  'circles', ${jsonArray(
    jsonObject({ circleId: 'circle_id', role: 'role' }),
    `from circle_members where account_id = a.id ${inCircle}`,
  )}`

const person = `'accountId', a.id, 'kind', a.kind, 'guest', ${jsonBoolean('a.guest = 1')}, 'ownsSchool', ${jsonBoolean('a.owns_school = 1')}`

const viewers = (ties: string, ids: string) =>
  `select json_group_array(json(one)) as json from (
     select json_object(${person}, ${ties}) as one from accounts a where a.id in (${ids}))`

/** Everybody who is tied to a class, as viewers with their ties to it alone, as JSON. */
export const classViewersJson = (db: Database, classId: ClassId) =>
  db.json(
    viewers(
      tiesTo('and c.id = $classId', 'and 0'),
      `select account_id from teachers where class_id = $classId
       union select account_id from places where class_id = $classId and account_id is not null
       union select l.account_id from places p join family_links l on l.place_id = p.id where p.class_id = $classId`,
    ),
    { classId },
  )

/** The same of a circle. */
export const circleViewersJson = (db: Database, circleId: CircleId) =>
  db.json(
    viewers(
      tiesTo('and 0', 'and circle_id = $circleId'),
      'select account_id from circle_members where circle_id = $circleId',
    ),
    { circleId },
  )

/** The viewer behind a session, with all ties, as JSON; nothing where the session has ended. */
export const viewerJson = (db: Database, tokenHash: string, now: Instant) =>
  db.json(
    `select json_object(${person},
       'seenAt', s.seen_at, 'idle', s.idle, 'endsAt', s.ends_at, 'endsBy', s.ends_by, ${tiesTo('', '')}) as json
     from sessions s join accounts a on a.id = s.account_id
     where s.token_hash = $tokenHash and s.ends_at > $now and a.ended_at is null`,
    { tokenHash, now },
  )

type Secret = {
  id: AccountId
  kind: AccountKind
  secretHash: string
  secretOnce: number
  secretKind: SecretKind
  shownName: string
  email: string | null
}
const SECRET =
  'select id, kind, secret_hash as secretHash, secret_kind as secretKind, secret_once as secretOnce, shown_name as shownName, email from accounts'

/** The account of a user name or an e-mail address, with its hashed secret. */
export const accountByName = (db: Database, name: string) =>
  db.row<Secret>(`${SECRET} where guest = 0 and ended_at is null and (user_name = $name or email = $name)`, {
    name,
  })

/** The account that a person of the school's identity provider comes in with. */
export const accountByIdentity = (db: Database, identity: string) =>
  db.row<{ id: AccountId }>('select id from accounts where identity = $identity and ended_at is null', {
    identity,
  })

/** Somebody who has an account of their own, by the user name. */
export const personNamed = (db: Database, userName: string) =>
  db.row<{ id: AccountId; kind: AccountKind; shownName: string }>(
    'select id, kind, shown_name as shownName from accounts where user_name = $userName and guest = 0 and ended_at is null',
    { userName },
  )

/** The account with a user name, to be tied to an identity. */
export const accountToTie = (db: Database, userName: string) =>
  db.row<{ id: AccountId }>(
    'select id from accounts where user_name = $userName and guest = 0 and identity is null and ended_at is null',
    { userName },
  )

export const accountById = (db: Database, id: AccountId) => db.row<Secret>(`${SECRET} where id = $id`, { id })

/** All user names that begin with the given letters. */
export async function userNamesLike(db: Database, stem: string): Promise<Set<string>> {
  const rows = await db.rows<{ name: string }>(
    "select user_name as name from accounts where user_name like $stem escape '\\'",
    { stem: `${stem.replace(/[\\%_]/g, '\\$&')}%` },
  )
  return new Set(rows.map(row => row.name))
}

const tieJson = (role: string, has: 'p' | undefined) =>
  jsonObject({
    classId: 'c.id',
    className: 'c.name',
    yearLabel: 'c.year_label',
    teacherName: TEACHER_NAME,
    role,
    placeId: has ? 'p.id' : 'null',
    placeName: has ? 'p.name' : 'null',
    child: has ? 'coalesce(p.account_id, p.id)' : 'null',
    archived: ARCHIVED,
    tint: 'c.tint',
    sign: 'c.sign',
    lets: jsonObject({
      takeBack: jsonBoolean('c.take_back = 1'),
      improve: jsonBoolean('c.improve = 1'),
      edit: jsonBoolean('coalesce((select u.pupils_edit from talk_rules u where u.space_id = c.id), 1) = 1'),
    }),
    markWords: jsonNested(MARK_WORDS),
    hidden: jsonBoolean(
      'exists (select 1 from hidden_classes s where s.account_id = a.id and s.class_id = c.id)',
    ),
    since: has ? 'coalesce(p.claimed_at, p.made_at)' : 'c.made_at',
    hasFace: has
      ? jsonBoolean(
          'p.picture is not null or exists (select 1 from accounts f where f.id = p.account_id and f.picture is not null)',
        )
      : "json('false')",
  })

const tablet = `(select json_object('className', c.name, 'idleMinutes', c.idle_minutes, 'endsBy', s.ends_by)
  from sessions s join tablets t on t.id = s.tablet_id join classes c on c.id = t.class_id
  where s.token_hash = $tokenHash)`

/** Who somebody is and every class they belong to, as JSON without the time. */
export const meJson = (db: Database, accountId: AccountId, tokenHash: string | null) =>
  db.json(
    `select json_object(
       'account', ${jsonObject({
         id: 'a.id',
         shownName: 'a.shown_name',
         userName: 'a.user_name',
         kind: 'a.kind',
         email: 'a.email',
         emailAsked: EMAIL_ASKED,
         guest: jsonBoolean('a.guest = 1'),
         ownsSchool: jsonBoolean('a.owns_school = 1'),
         secretKind: 'a.secret_kind',
         secretOnce: jsonBoolean('a.secret_once = 1'),
         language: 'a.language',
         hasPicture: jsonBoolean('a.picture is not null'),
       })},
       'reading', ${jsonObject({
         own: jsonNested('(select settings from reading_settings r where r.account_id = a.id)'),
         // of several teachers the one who set it last
         beginning: jsonNested(
           `(select b.settings from places p join reading_beginnings b on b.place_id = p.id
             where p.account_id = a.id and p.left_at is null order by b.at desc, b.place_id limit 1)`,
         ),
       })},
       'tablet', ${jsonNested(tablet)},
       'circles', ${jsonArray(
         jsonObject({ circleId: 'o.id', name: 'o.name', role: 'm.role' }),
         'from circle_members m join circles o on o.id = m.circle_id where m.account_id = a.id order by o.name',
       )},
       'ties', (select json_group_array(json(one)) from (
          select ${tieJson('t.role', undefined)} as one, c.made_at as made, '' as child
            from teachers t join classes c on c.id = t.class_id where t.account_id = a.id
          union all select ${tieJson("iif(p.left_at is null, 'pupil', 'leaver')", 'p')}, c.made_at, ''
            from places p join classes c on c.id = p.class_id
            where p.account_id = a.id and (p.left_at is null or p.left_how = 'left')
          union all select ${tieJson("'family'", 'p')}, c.made_at, p.name
            from family_links l join places p on p.id = l.place_id and p.left_at is null
            join classes c on c.id = p.class_id and c.families = 1
            where l.account_id = a.id
          order by child, made, one))) as json
     from accounts a where a.id = $accountId`,
    { accountId, tokenHash },
  )

type SessionLine = {
  tokenHash: string
  device: string
  cameBy: 'secret' | 'door' | 'key' | 'tablet' | 'invitation' | 'school'
  beganAt: Instant
  seenAt: Instant
}

/** Where an account is signed in, the latest first. */
export const sessionsOf = (db: Database, accountId: AccountId, now: Instant) =>
  db.rows<SessionLine>(
    `select token_hash as tokenHash, device, came_by as cameBy, began_at as beganAt, seen_at as seenAt
     from sessions where account_id = $accountId and ends_at > $now order by seen_at desc`,
    { accountId, now },
  )

export const emailIsTaken = async (db: Database, email: string, but: AccountId): Promise<boolean> =>
  !!(await db.row('select 1 from accounts where email = $email and id <> $but', { email, but }))

export const pictureOfAccount = (db: Database, accountId: AccountId) =>
  db.row<{ picture: string | null }>('select picture from accounts where id = $accountId', { accountId })

/** The pupil of a place, where somebody with an account has it and is in the class now. */
export const tiesOfPupil = (db: Database, classId: ClassId, placeId: PlaceId) =>
  db.row<{ accountId: AccountId; name: string; userName: string }>(
    `select a.id as accountId, p.name, a.user_name as userName from places p join accounts a on a.id = p.account_id
     where p.id = $placeId and p.class_id = $classId and p.left_at is null and a.guest = 0 and a.kind = 'pupil'`,
    { placeId, classId },
  )

export const resetByToken = (db: Database, tokenHash: string, now: Instant) =>
  db.row<{ accountId: AccountId; kind: AccountKind }>(
    `select r.account_id as accountId, a.kind from resets r join accounts a on a.id = r.account_id
     where r.token_hash = $tokenHash and r.ends_at > $now and a.ended_at is null`,
    { tokenHash, now },
  )

/** Whether a session was begun on a tablet that a class shares. */
export const onTablet = async (db: Database, tokenHash: string): Promise<boolean> =>
  (await db.row('select 1 as shared from sessions where token_hash = $tokenHash and tablet_id is not null', {
    tokenHash,
  })) !== undefined

/**
 * The language in which Oppen writes to a person: the one they chose, else that of the family of a child whom they
 * follow, else English.
 */
export async function languageOfAccount(db: Database, accountId: AccountId): Promise<Language> {
  const found = await db.row<{ language: string | null }>(
    `select coalesce(a.language, (select p.family_language from family_links l join places p on p.id = l.place_id
        where l.account_id = a.id and p.family_language is not null order by l.made_at limit 1)) as language
      from accounts a where a.id = $accountId`,
    { accountId },
  )
  return found?.language && isLanguage(found.language) ? found.language : 'en'
}

/** A place of a class by its name, and whose account does things there where it is the stand-in; nothing for who is not here. */
export const placeSeenAs = (db: Database, { classId, placeId }: { classId: ClassId; placeId: PlaceId }) =>
  db.row<{ name: string; standIn: AccountId | null }>(
    `select p.name, s.account_id as standIn from places p left join stand_ins s on s.place_id = p.id
     where p.id = $placeId and p.class_id = $classId and (p.left_at is null or s.place_id is not null)`,
    { classId, placeId },
  )
