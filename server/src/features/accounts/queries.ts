import type { AccountId, Instant } from '@oppen/core/ids'
import type { AccountKind } from '@oppen/core/permissions'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import { TEACHER_NAME } from '../work/lines.js'

const ties = (alias: string) => `
  'teaches', ${jsonArray(jsonObject({ classId: 'class_id', role: 'role' }), `from teachers where account_id = ${alias}.id`)},
  'places', ${jsonArray(jsonObject({ classId: 'class_id', placeId: 'id' }), `from places where account_id = ${alias}.id`)},
  'follows', ${jsonArray(
    jsonObject({ classId: 'p.class_id', placeId: 'p.id' }),
    `from family_links l join places p on p.id = l.place_id where l.account_id = ${alias}.id`,
  )}`

/** The viewer behind a session, with all ties, as JSON; nothing where the session has ended. */
export const viewerJson = (db: Database, tokenHash: string, now: Instant) =>
  db.json(
    `select json_object('accountId', a.id, 'kind', a.kind, 'seenAt', s.seen_at, ${ties('a')}) as json
     from sessions s join accounts a on a.id = s.account_id
     where s.token_hash = $tokenHash and s.ends_at > $now`,
    { tokenHash, now },
  )

type Secret = { id: AccountId; kind: AccountKind; secretHash: string }

/** The account of a user name, with its hashed secret. */
export const accountByName = (db: Database, userName: string) =>
  db.row<Secret>('select id, kind, secret_hash as secretHash from accounts where user_name = $userName', {
    userName,
  })

/** All user names that begin with the given letters. */
export async function userNamesLike(db: Database, stem: string): Promise<Set<string>> {
  const rows = await db.rows<{ name: string }>(
    "select user_name as name from accounts where user_name like $stem escape '\\'",
    { stem: `${stem.replace(/[\\%_]/g, '\\$&')}%` },
  )
  return new Set(rows.map(row => row.name))
}

const tieJson = (role: string, place: 'p' | undefined) =>
  jsonObject({
    classId: 'c.id',
    className: 'c.name',
    yearLabel: 'c.year_label',
    teacherName: TEACHER_NAME,
    role,
    placeId: place ? 'p.id' : 'null',
    placeName: place ? 'p.name' : 'null',
    child: place ? 'coalesce(p.account_id, p.id)' : 'null',
  })

/** Who somebody is and every class they belong to, as JSON without the time. */
export const meJson = (db: Database, accountId: AccountId) =>
  db.json(
    `select json_object(
       'account', json_object('id', a.id, 'shownName', a.shown_name, 'userName', a.user_name, 'kind', a.kind),
       'ties', (select json_group_array(json(one)) from (
          select ${tieJson('t.role', undefined)} as one, c.made_at as made, '' as child
            from teachers t join classes c on c.id = t.class_id where t.account_id = a.id
          union all select ${tieJson("'pupil'", 'p')}, c.made_at, ''
            from places p join classes c on c.id = p.class_id where p.account_id = a.id
          union all select ${tieJson("'family'", 'p')}, c.made_at, p.name
            from family_links l join places p on p.id = l.place_id join classes c on c.id = p.class_id
            where l.account_id = a.id
          order by child, made, one))) as json
     from accounts a where a.id = $accountId`,
    { accountId },
  )
