import type { AccountId, EntryId, Instant } from '@oppen/core/ids'
import type { AccountKind } from '@oppen/core/permissions'
import type { LocalDate } from '@oppen/core/zone'
import { type Database, jsonArray, jsonNested, jsonObject } from '../../db/index.js'
import { NOT_HIDDEN } from '../accounts/fragments.js'
import { MINE } from '../classes/fragments.js'
import { APPEARED, OWN_LINE, STATUS, TAUGHT_LINE } from '../submissions/fragments.js'
import type { Person } from '../timing/ownLessons.js'

const HEAD = { classId: 'c.id', className: 'c.name' } as const

const ownDeadlines = jsonArray(
  jsonObject({
    ...HEAD,
    work: jsonObject(OWN_LINE),
    dueAt: 'a.due_at',
    placeId: 'm.place_id',
    child: 'm.child',
    status: STATUS,
    groupNames: "json('[]')",
  }),
  `from mine m join classes c on c.id = m.class_id
   join asked a on a.place_id = m.place_id and ${APPEARED} and a.due_at >= $from and a.due_at < $until
   join works w on w.id = a.work_id left join submissions i on i.work_id = w.id and i.place_id = m.place_id
   order by a.due_at, w.posted_at, w.id`,
)

const taughtDeadlines = jsonArray(
  jsonObject({
    ...HEAD,
    work: jsonObject(TAUGHT_LINE),
    dueAt: 'u.due_at',
    placeId: 'null',
    child: 'null',
    status: 'null',
    groupNames: jsonNested('u.names'),
  }),
  `from (select w.id as work_id, wt.due_at, json_group_array(g.name order by g.position) as names
     from teachers t join classes k on k.id = t.class_id and k.archived_at is null
       and not exists (select 1 from hidden_classes s where s.account_id = $viewer and s.class_id = k.id)
       join works w on w.class_id = k.id and w.posted_at is not null and w.removed_at is null
       join work_times wt on wt.work_id = w.id and wt.due_at >= $from and wt.due_at < $until
       join groups g on g.id = wt.group_id
     where t.account_id = $viewer and (w.for_whom <> 'pupils' or exists (
       select 1 from work_pupils q join places p on p.id = q.place_id where q.work_id = w.id and p.group_id = g.id))
     group by w.id, wt.due_at) u
   join works w on w.id = u.work_id join classes c on c.id = w.class_id
   order by u.due_at, w.posted_at, w.id`,
)

const entriesJson = jsonArray(
  jsonObject({
    id: 'e.id',
    title: 'e.title',
    note: 'e.note',
    from: 'e.from_date',
    to: 'e.to_date',
    starts: 'e.starts',
    ends: 'e.ends',
  }),
  `from entries e where e.account_id = $viewer and e.removed_at is null and e.to_date >= $first and e.from_date <= $last
   order by e.from_date, e.starts, e.id`,
)

const OWN = `with ${MINE} select ${jsonObject({ deadlines: ownDeadlines, entries: entriesJson })} as json`
const TAUGHT = `select ${jsonObject({ deadlines: taughtDeadlines, entries: entriesJson })} as json`

export type DaysAsked = {
  /** The first and last day, and the moments at which they begin and are over. */
  readonly first: LocalDate
  readonly last: LocalDate
  readonly from: Instant
  readonly until: Instant
  readonly now: Instant
}

/** The deadlines and own entries of somebody on the days of a span, as JSON. */
export const daysJson = (db: Database, { accountId, kind }: Person, { now, ...asked }: DaysAsked) =>
  kind === 'teacher'
    ? db.json(TAUGHT, { viewer: accountId, ...asked })
    : db.json(OWN, { viewer: accountId, now, ...asked })

export const entryOf = (db: Database, accountId: AccountId, entryId: EntryId) =>
  db.row<{ id: EntryId }>('select id from entries where id = $entryId and account_id = $accountId', {
    entryId,
    accountId,
  })

export const feedOf = (db: Database, accountId: AccountId) =>
  db.row<{ source: string; madeAt: Instant; readAt: Instant | null }>(
    'select source, made_at as madeAt, read_at as readAt from feeds where account_id = $accountId',
    { accountId },
  )

export const readerOfFeed = (db: Database, hash: string) =>
  db.row<{ accountId: AccountId; kind: AccountKind; readAt: Instant | null; shownName: string }>(
    `select a.id as accountId, a.kind, f.read_at as readAt, a.shown_name as shownName
     from feeds f join accounts a on a.id = f.account_id where f.hash = $hash`,
    { hash },
  )

/** The names of the children that a family follows, by what stands for a child in its pages. */
export const childNames = (db: Database, viewer: AccountId) =>
  db.rows<{ child: string; name: string }>(
    `select distinct coalesce(p.account_id, p.id) as child, p.name from family_links f
       join places p on p.id = f.place_id and p.left_at is null join classes c on c.id = p.class_id
     where f.account_id = $viewer and ${NOT_HIDDEN} order by p.name`,
    { viewer },
  )
