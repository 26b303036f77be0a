import type { AccountId, Instant } from '@oppen/core/ids'
import { around, type Bind, type Database, fit, jsonBoolean, jsonObject } from '../../db/index.js'
import { APPEARED } from '../submissions/fragments.js'
import { ROLE, SEATS, SHOWN_IN } from '../talk/fragments.js'
import { MADE_SOURCES, type SourceKind } from './sources.js'

export const dueRows = (db: Database, most: number) =>
  db.rows<{ kind: SourceKind; ref: string }>('select kind, ref from search_due limit $most', { most })

const TAUGHT = 'exists (select 1 from teachers t where t.account_id = $viewer and t.class_id = e.class_id)'
const OWN = `exists (select 1 from places p where p.account_id = $viewer and p.left_at is null and p.class_id = e.class_id)`
/** The places of the viewer or the viewer's children in the class of the entry. */
const MINE = `from places p join classes k on k.id = p.class_id where p.left_at is null and p.class_id = e.class_id
  and (p.account_id = $viewer or (k.families = 1
    and exists (select 1 from family_links f where f.place_id = p.id and f.account_id = $viewer)))`
/** The room or the letter of a message or a title that was found; null for anything else. */
const standsIn = (
  kind: 'room' | 'letter',
): string => `(select v.id from conversations v where v.kind = '${kind}'
    and v.id = case e.kind when 'room' then e.ref when 'message' then (select conversation_id from messages where id = e.ref) end)`
/** Whether the viewer reads the conversation of a message that was found, and hears its writer there. */
const SEES_MESSAGE = `exists (select 1 from (select v.*, ${ROLE} as role from conversations v
    where v.id = (select conversation_id from messages where id = e.ref)) v
  join messages m on m.id = e.ref where v.role is not null and ${SHOWN_IN})`
const SEES_ROOM = `exists (select 1 from conversations v where v.id = e.ref and ${ROLE} is not null)`
const OWN_PLACE = 'exists (select 1 from places p where p.id = e.place_id and p.account_id = $viewer)'
const asked = (more: string) => `exists (select 1 ${MINE} and exists (
  select 1 from asked a where a.work_id = e.work_id and a.place_id = p.id and ${APPEARED} ${more}))`
const OPEN = 'and (a.opens_at is null or a.opens_at <= $now)'

/** What pupils make on submissions, in a `case` of the kinds of entries. */
const made = (then: string): string => MADE_SOURCES.map(kind => `when '${kind}' then ${then}`).join(' ')
/** Entries that have the title of their work. */
const WITHOUT_TITLE = ['directions', ...MADE_SOURCES].map(kind => `'${kind}'`).join(', ')

/**
 * Whether the viewer may see entry `e`; that the viewer belongs to its class or circle is seen to before. Work and
 * what belongs to it are seen by those of whom it is asked, directions once they are open; work that was taken away by
 * nobody; what pupils say in Talk and beside their work is not for families; names of classmates are for those with an
 * account to come back to.
 */
const VISIBLE = `(e.work_id is null or exists (select 1 from works t where t.id = e.work_id and t.removed_at is null))
  and case e.kind
  when 'work' then ${TAUGHT} or ${asked('')}
  when 'directions' then ${TAUGHT} or ${asked(OPEN)}
  when 'material' then ${TAUGHT} or ${asked(OPEN)}
  when 'file' then ${TAUGHT} or ${OWN_PLACE}
  ${made(`${TAUGHT} or ${OWN_PLACE}`)}
  when 'message' then ${SEES_MESSAGE}
  when 'room' then ${SEES_ROOM}
  when 'place' then ${TAUGHT} or (${OWN} and $guest = 0) or exists (select 1 ${MINE} and p.id = e.place_id)
  else 1 end`

const KIND = `case e.kind ${made("'work'")} when 'directions' then 'work' when 'message' then 'post' when 'room' then 'post'
  when 'material' then 'file' when 'classFile' then 'file' when 'classLink' then 'file' when 'circleFile' then 'file'
  when 'place' then 'person' when 'teacher' then 'person' else e.kind end`

/** The child of whom work is asked, or whose name was found. */
const CHILD = (column: string) => `iif($kind = 'family', (select ${column} ${MINE}
  and (p.id = e.place_id or (e.work_id is not null and exists (
    select 1 from asked a where a.work_id = e.work_id and a.place_id = p.id))
    or (e.place_id is null and e.work_id is null)) order by p.name limit 1), null)`

/**
 * The texts that fit best ($hits of them) are looked through with the viewer's permissions, which costs far more than
 * finding them; what comes out says whether there were more.
 */
const FOUND = `with ${SEATS}, hits as materialized (
    select rowid as id, ${fit('search_texts')} as fit from search_texts where search_texts match $match
    order by fit limit $hits),
  best as materialized (
    select e.id, h.fit from hits h join search_entries e on e.id = h.id where ${VISIBLE} order by h.fit limit $most)
  select json_object('more', ${jsonBoolean('(select count(*) from hits) = $hits')}, 'found', (
  select json_group_array(json(one)) from (select ${jsonObject({
    kind: KIND,
    ref: 'e.ref',
    classId: 'e.class_id',
    circleId: 'e.circle_id',
    where:
      'coalesce((select name from classes where id = e.class_id), (select name from circles where id = e.circle_id))',
    workId: 'e.work_id',
    roomId: standsIn('room'),
    letterId: standsIn('letter'),
    placeId: `coalesce(e.place_id, ${CHILD('p.id')})`,
    child: CHILD('coalesce(p.account_id, p.id)'),
    draft: jsonBoolean('w.id is not null and w.posted_at is null'),
    title: `iif(e.kind in (${WITHOUT_TITLE}) or (e.kind = 'message' and e.work_id is not null), w.title, ${around('search_texts', 'title', 24)})`,
    body: around('search_texts', 'body', 16),
    at: 'e.at',
  })} as one
  from best join search_texts on search_texts.rowid = best.id join search_entries e on e.id = best.id
    left join works w on w.id = e.work_id
  where search_texts match $match order by best.fit, e.at desc))) as json`

export type SearchAsked = {
  readonly viewer: AccountId
  readonly kind: string
  readonly guest: 0 | 1
  readonly match: string
  readonly now: Instant
  readonly most: number
  /** So many texts that fit are looked through for those that the viewer may see. */
  readonly hits: number
}

export const foundJson = (db: Database, asked: SearchAsked) => db.json(FOUND, asked as Bind)
