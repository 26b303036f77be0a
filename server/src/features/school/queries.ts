import type { PersonLine } from '@oppen/contract'
import type { AccountId, ClassId, PlaceId } from '@oppen/core/ids'
import type { AccountKind } from '@oppen/core/permissions'
import { type Bind, type Database, jsonArray, jsonBoolean, jsonObject } from '../../db/index.js'
import { EMAIL_ASKED } from '../accounts/fragments.js'

/** How many owners the school has. */
export const ownerCount = async (db: Database): Promise<number> =>
  (
    await db.row<{ n: number }>(
      'select count(*) as n from accounts where owns_school = 1 and ended_at is null',
    )
  )?.n ?? 0

/** The stand-in pupil of a class is no person. */
const NO_STAND_IN = 'not exists (select 1 from stand_ins s where s.account_id = a.id)'

type Counts = { teachers: number; pupils: number; families: number; classes: number; archived: number }

export const peopleCounts = async (db: Database): Promise<Counts> =>
  (await db.row<Counts>(
    `select
       (select count(*) from accounts where kind = 'teacher' and ended_at is null) as teachers,
       (select count(*) from accounts a where kind = 'pupil' and guest = 0 and ${NO_STAND_IN}) as pupils,
       (select count(*) from accounts where kind = 'family') as families,
       (select count(*) from classes where archived_at is null) as classes,
       (select count(*) from classes where archived_at is not null) as archived`,
  )) ?? { teachers: 0, pupils: 0, families: 0, classes: 0, archived: 0 }

/** How many rows hold moments that were worked out from local times of the school. */
export const momentsInZone = async (db: Database): Promise<number> =>
  (
    await db.row<{ n: number }>(
      `select (select count(*) from works) + (select count(*) from extensions) + (select count(*) from entries)
       + (select count(*) from lesson_times) as n`,
    )
  )?.n ?? 0

/** The tables that say how large the files are that they name, and the class each belongs to, if it is one. */
const SIZED = [
  `select w.class_id, f.size from files f join works w on w.id = f.work_id`,
  `select w.class_id, m.size from materials m join works w on w.id = m.work_id where m.size is not null`,
  'select w.class_id, f.size from annotation_files f join works w on w.id = f.work_id',
  'select class_id, size from class_files',
  'select space_id as class_id, size from message_files',
  'select null as class_id, size from circle_files',
].join(' union all ')

export const storedBytes = async (db: Database): Promise<{ files: number; database: number }> =>
  (await db.row<{ files: number; database: number }>(
    `select coalesce((select sum(size) from (${SIZED})), 0) as files,
       (select page_count from pragma_page_count) * (select page_size from pragma_page_size) as database`,
  )) ?? { files: 0, database: 0 }

/** How much the files of each class take, the largest first. */
export const roomOfClasses = (db: Database) =>
  db.rows<{ classId: ClassId; name: string; archived: number; used: number }>(
    `select c.id as classId, c.name, c.archived_at is not null as archived, coalesce(sum(s.size), 0) as used
     from classes c left join (${SIZED}) s on s.class_id = c.id group by c.id order by used desc, c.name`,
  )

const TEACHERS = `select ${jsonObject({
  teachers: jsonArray(
    jsonObject({
      accountId: 'a.id',
      shownName: 'a.shown_name',
      userName: 'a.user_name',
      email: 'a.email',
      emailAsked: EMAIL_ASKED,
      ownsSchool: jsonBoolean('a.owns_school = 1'),
      fresh: jsonBoolean('a.secret_once = 1'),
      endedAt: 'a.ended_at',
      seenAt: '(select max(seen_at) from sessions s where s.account_id = a.id)',
      classes: jsonArray(
        jsonObject({ classId: 'c.id', name: 'c.name', owns: jsonBoolean("t.role = 'owner'") }),
        `from teachers t join classes c on c.id = t.class_id and c.archived_at is null
         where t.account_id = a.id order by c.name`,
      ),
    }),
    `from accounts a where a.kind = 'teacher' order by a.ended_at is not null, a.shown_name, a.id`,
  ),
})} as json`

/** Every teacher of the school, as JSON. */
export const teachersJson = (db: Database) => db.json(TEACHERS)

/** A teacher, by account. */
export const teacherById = (db: Database, accountId: AccountId) =>
  db.row<{
    shownName: string
    userName: string
    ownsSchool: number
    endedAt: number | null
  }>(
    `select shown_name as shownName, user_name as userName, owns_school as ownsSchool, ended_at as endedAt
     from accounts where id = $accountId and kind = 'teacher'`,
    { accountId },
  )

/** The classes that a teacher owns, archived ones too: each needs somebody. */
export const ownedClasses = (db: Database, accountId: AccountId) =>
  db.rows<{ classId: ClassId; name: string }>(
    `select c.id as classId, c.name from teachers t join classes c on c.id = t.class_id
     where t.account_id = $accountId and t.role = 'owner' order by c.name`,
    { accountId },
  )

/** Lines of the audit log of the whole school, the newest first, older than a line. */
export const schoolAuditLog = (db: Database, before: number, most: number) =>
  db.json(
    `select ${jsonArray(
      jsonObject({
        id: 'r.id',
        at: 'r.at',
        kind: 'r.kind',
        by: 'a.shown_name',
        name: "r.params ->> 'name'",
        className: 'coalesce(c.name, o.name)',
      }),
      `from audit_log r left join accounts a on a.id = r.by_account left join classes c on c.id = r.class_id
         left join circles o on o.id = r.circle_id where r.id < $before order by r.id desc limit $most`,
    )} as json`,
    { before, most },
  )

/** People: accounts that are no guests, and places that nobody has claimed. */
const PEOPLE = `select a.id as person_id, a.kind, a.shown_name as name, a.user_name, a.made_at,
    a.shown_name || ' ' || a.user_name || ' ' || coalesce((select group_concat(p.name, ' ') from places p where p.account_id = a.id), '') as words
  from accounts a where a.guest = 0 and ${NO_STAND_IN}
  union all select p.id, 'place', p.name, null, p.made_at, p.name from places p where p.account_id is null
    and not exists (select 1 from stand_ins s where s.place_id = p.id)`

/** The classes of a person, by name. */
const CLASSES_OF = `(select json_group_array(name) from (
  select c.name from teachers t join classes c on c.id = t.class_id where t.account_id = o.person_id
  union select c.name from places p join classes c on c.id = p.class_id
    where p.account_id = o.person_id or p.id = o.person_id
  union select c.name from family_links l join places p on p.id = l.place_id join classes c on c.id = p.class_id
    where l.account_id = o.person_id order by 1))`

/** Everybody's id and all the names they go by, in the order of their names. */
export const allNames = (db: Database) =>
  db.rows<{ personId: string; words: string }>(
    `select o.person_id as personId, o.words from (${PEOPLE}) o order by o.name, o.person_id`,
  )

/** People by their ids, in that order. */
export async function peopleRows(db: Database, ids: readonly string[]): Promise<PersonLine[]> {
  const rows = await db.rows<Omit<PersonLine, 'classes'> & { classes: string }>(
    `select o.person_id as personId, o.kind, o.name, o.user_name as userName, ${CLASSES_OF} as classes
     from json_each($ids) i join (${PEOPLE}) o on o.person_id = i.value order by i.key`,
    { ids: JSON.stringify(ids) },
  )
  return rows.map(row => ({ ...row, classes: JSON.parse(row.classes) }))
}

/** The own places of account or place $personId, with those that were joined to them. */
const OWN_PLACES = `with recursive own (id) as (
  select p.id from places p where p.account_id = $personId or (p.id = $personId and p.account_id is null)
  union select m.from_place from merges m join own on own.id = m.into_place where m.undone_at is null)`

type PersonRow = {
  kind: AccountKind | 'place'
  name: string
  userName: string | null
  accountId: AccountId | null
  madeAt: number
  seenAt: number | null
  classes: string
  /** JSON, as the others: ids of places, names and mail addresses that the person goes by. */
  places: string
  names: string
  addresses: string
}

export const personRow = (db: Database, personId: string) =>
  db.row<PersonRow>(
    `${OWN_PLACES}
     select o.kind, o.name, o.user_name as userName, iif(o.kind = 'place', null, o.person_id) as accountId,
       o.made_at as madeAt, (select max(seen_at) from sessions s where s.account_id = o.person_id) as seenAt,
       ${CLASSES_OF} as classes,
       (select json_group_array(id) from own) as places,
       (select json_group_array(name) from (select o.name as name union select name from places where id in own)) as names,
       (select json_group_array(email) from (
          select email from accounts where id = o.person_id and email is not null
          union select email from places where id in own and email is not null)) as addresses
     from (${PEOPLE}) o where o.person_id = $personId`,
    { personId },
  )

/** The families of a pupil, or the children of a family. */
export const tiedPeople = (
  db: Database,
  { personId, places }: { personId: string; places: readonly PlaceId[] },
) =>
  db.rows<{ personId: string; name: string }>(
    `select distinct a.id as personId, a.shown_name as name from family_links l join accounts a on a.id = l.account_id
       where l.place_id in (select value from json_each($places))
     union select distinct coalesce(p.account_id, p.id), p.name from family_links l join places p on p.id = l.place_id
       where l.account_id = $personId order by 2`,
    { personId, places: JSON.stringify(places) },
  )

type Rows = { readonly table: string; readonly own?: string; readonly wrote?: string }

/** Which rows of a table are a person's. */
export const isTheirs = ({ own, wrote }: Rows): string =>
  [own, wrote].flatMap(one => (one ? [`(${one})`] : [])).join(' or ')

/** How many rows of each table are a person's. */
export const countsOfPerson = (db: Database, tables: readonly Rows[], bind: Bind) =>
  db.rows<{ kind: string; count: number }>(
    tables
      .map(one => `select '${one.table}' as kind, count(*) as count from ${one.table} where ${isTheirs(one)}`)
      .join(' union all '),
    bind,
  )

/** How many files a person has on works and in circles, and their bytes. */
export const filesOfPerson = async (db: Database, bind: Bind): Promise<{ count: number; bytes: number }> =>
  (await db.row<{ count: number; bytes: number }>(
    `select count(*) as count, coalesce(sum(size), 0) as bytes from (
       select size from files where place_id in (select value from json_each($places))
       union all select size from circle_files where by_account = $account)`,
    bind,
  )) ?? { count: 0, bytes: 0 }

/** The rows of a person in a table, whole. */
export const rowsOfPerson = (db: Database, one: Rows, bind: Bind) =>
  db.rows<Record<string, unknown>>(`select * from ${one.table} where ${isTheirs(one)}`, bind)
