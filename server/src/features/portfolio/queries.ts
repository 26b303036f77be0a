import type { KeptPage, PortfolioPage } from '@oppen/contract'
import type { AccountId, ClassId, FileId, Instant, PlaceId, SharedLinkId, WorkId } from '@oppen/core/ids'
import type { Sharing } from '@oppen/core/portfolio'
import type { WorkKind } from '@oppen/core/work'
import type { LocalDate } from '@oppen/core/zone'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'
import type { WorksheetAt } from '../work/ownWork.js'

export type OwnPlace = { readonly classId: ClassId; readonly placeId: PlaceId }
export type KeptKey = { readonly placeId: PlaceId; readonly workId: WorkId; readonly handIn: number }
export type KeptAddress = OwnPlace & KeptKey

/** What was handed in, `h`, is kept by somebody. */
const IS_KEPT = `exists (select 1 from kept_works k where k.work_id = h.work_id and k.place_id = h.place_id
  and k.hand_in = h.number and k.removed_at is null)`

/** Why a hand-in `h` of the pupil at place `p` is kept. */
const REASONS = jsonArray(
  jsonObject({
    side: 'k.side',
    why: 'k.why',
    goal: 'k.goal',
    at: 'k.at',
    by: "iif(k.side = 'pupil', p.name, a.shown_name)",
  }),
  `from kept_works k join accounts a on a.id = k.by_account where k.work_id = h.work_id and k.place_id = h.place_id
   and k.hand_in = h.number and k.removed_at is null order by k.side`,
)

const IS_OPEN = 'l.revoked_at is null and l.ends_at > $now'
const OF_HAND_IN = 'l.work_id = h.work_id and l.place_id = h.place_id and l.hand_in = h.number'

/** So much of a text is read for how it begins. */
const BEGINNING = 3_000

const PIECE = {
  workId: 'w.id',
  kind: 'w.kind',
  handIn: 'h.number',
  title: 'w.title',
  handedInAt: 'h.at',
  reasons: REASONS,
}

const PORTFOLIO = `select ${jsonObject({
  className: 'c.name',
  pupil: jsonObject({ placeId: 'p.id', name: 'p.name' }),
  sharing: 'c.sharing',
  pieces: jsonArray(
    jsonObject({
      ...PIECE,
      topicName: 't.name',
      excerpt: `substr(h.html, 1, ${BEGINNING})`,
      picture: `(select f.id from hand_in_files x join files f on f.id = x.file_id
        where x.hand_in_id = h.id and f.type like 'image/%' order by f.added_at, f.id limit 1)`,
      links: `(select count(*) from shared_links l where ${OF_HAND_IN} and ${IS_OPEN})`,
    }),
    `from hand_ins h join works w on w.id = h.work_id and w.class_id = c.id left join topics t on t.id = w.topic_id
     where h.place_id = p.id and ${IS_KEPT} order by h.at desc, h.number desc, w.id`,
  ),
})} as json from places p join classes c on c.id = p.class_id where p.id = $placeId and p.class_id = $classId`

export type PortfolioRow = Omit<PortfolioPage, 'shares'> & { readonly sharing: Sharing }

/** Everything that is kept of one pupil in a class; undefined where there is no such place. */
export async function portfolioOf(
  db: Database,
  at: OwnPlace & { readonly now: Instant },
): Promise<PortfolioRow | undefined> {
  const json = await db.json(PORTFOLIO, at)
  return json === undefined ? undefined : JSON.parse(json)
}

/** How many hand-ins of a pupil are kept besides one. */
export async function countKept(db: Database, { placeId, workId, handIn }: KeptKey): Promise<number> {
  const row = await db.row<{ count: number }>(
    `select count(*) as count from hand_ins h where h.place_id = $placeId and ${IS_KEPT}
     and (h.work_id <> $workId or h.number <> $handIn)`,
    { placeId, workId, handIn },
  )
  return row?.count ?? 0
}

/** What was handed in, with the stored files that went with it, and those pictures of the work that stand in it. */
const HANDED_IN = {
  html: 'h.html',
  worksheet: jsonNested('h.worksheet'),
  files: jsonArray(
    jsonObject({ id: 'f.id', name: 'f.name', type: 'f.type', hash: 'f.hash', size: 'f.size' }),
    `from (select f.id, f.name, f.type, f.hash, f.size, f.added_at as at from hand_in_files x
         join files f on f.id = x.file_id where x.hand_in_id = h.id
       union all select m.id, m.title, m.type, m.hash, m.size, 0 from materials m where m.work_id = h.work_id
         and m.kind = 'file' and m.type like 'image/%' and instr(h.html, '/materials/' || m.id || '"') > 0) f
     order by f.at, f.id`,
  ),
}

const FROM_HAND_IN = `from hand_ins h join works w on w.id = h.work_id join places p on p.id = h.place_id
  and p.class_id = w.class_id join classes c on c.id = p.class_id
  where h.place_id = $placeId and h.work_id = $workId and h.number = $handIn and c.id = $classId`

type StoredFile = {
  readonly id: FileId
  readonly name: string
  readonly type: string
  readonly hash: string
  readonly size: number
}
export type HandedIn = {
  readonly workId: WorkId
  readonly kind: WorkKind
  readonly handIn: number
  readonly title: string
  readonly handedInAt: Instant
  readonly reasons: KeptPage['reasons']
  readonly html: string
  readonly worksheet: WorksheetAt | null
  readonly files: readonly StoredFile[]
}

export type KeptRow = HandedIn &
  Pick<KeptPage, 'className' | 'pupil' | 'goals'> & {
    readonly handIns: readonly { readonly number: number; readonly kept: boolean }[]
    readonly sharing: Sharing
    readonly links: readonly {
      readonly id: SharedLinkId
      readonly by: string
      readonly madeBy: AccountId
      readonly source: string
      readonly endsAt: Instant
    }[]
  }

const KEPT = `select ${jsonObject({
  ...PIECE,
  ...HANDED_IN,
  className: 'c.name',
  pupil: jsonObject({ placeId: 'p.id', name: 'p.name' }),
  sharing: 'c.sharing',
  goals: `(select json_group_array(text) from (select one.value as text, max(g.week = coalesce(w.week, '')) as own,
     max(g.week) as week from goals g, json_each(g.texts) one where g.class_id = c.id and g.week <= $today
     group by one.value order by own desc, week desc, one.value))`,
  handIns: jsonArray(
    jsonObject({
      number: 'o.number',
      kept: jsonBoolean(`exists (select 1 from kept_works k where k.work_id = o.work_id and k.place_id = o.place_id
        and k.hand_in = o.number and k.removed_at is null)`),
    }),
    'from hand_ins o where o.work_id = h.work_id and o.place_id = h.place_id order by o.number',
  ),
  links: jsonArray(
    jsonObject({
      id: 'l.id',
      by: 'a.shown_name',
      madeBy: 'l.made_by',
      source: 'l.source',
      endsAt: 'l.ends_at',
    }),
    `from shared_links l join accounts a on a.id = l.made_by where ${OF_HAND_IN} and ${IS_OPEN} order by l.made_at, l.id`,
  ),
})} as json ${FROM_HAND_IN}`

type Reading = KeptAddress & { readonly now: Instant; readonly today: LocalDate }

/** One hand-in, whether or not anybody keeps it, with what a portfolio says of it; undefined where there is none. */
export async function keptOf(db: Database, at: Reading): Promise<KeptRow | undefined> {
  const json = await db.json(KEPT, at)
  return json === undefined ? undefined : JSON.parse(json)
}

/** Whether there is such a hand-in in the class. */
export const hasHandIn = async (db: Database, at: KeptAddress): Promise<boolean> =>
  (await db.row(`select 1 as found ${FROM_HAND_IN}`, at)) !== undefined

/** Everything that is kept of one pupil, with what was handed in, the oldest first. */
export const keptInFull = async (db: Database, { classId, placeId }: OwnPlace): Promise<HandedIn[]> => {
  const rows = await db.rows<{ json: string }>(
    `select ${jsonObject({ ...PIECE, ...HANDED_IN })} as json from hand_ins h join works w on w.id = h.work_id
     join places p on p.id = h.place_id and p.class_id = w.class_id
     where h.place_id = $placeId and w.class_id = $classId and ${IS_KEPT} order by h.at, w.id, h.number`,
    { classId, placeId },
  )
  return rows.map(row => JSON.parse(row.json))
}

export type OpenedLink = KeptAddress & {
  readonly endsAt: Instant
  readonly revokedAt: Instant | null
  readonly sharing: Sharing
  /** How whoever made it is tied to the pupil now; null for not at all. */
  readonly tied: 'teacher' | 'pupil' | 'family' | null
}

/**
 * The kept piece to which a key leads, by its hash. How its maker stands to the pupil today is looked up each time: whoever has
 * left the class has no link into it.
 */
export const linkOf = (db: Database, hash: string) =>
  db.row<OpenedLink>(
    `select c.id as classId, l.place_id as placeId, l.work_id as workId, l.hand_in as handIn, l.ends_at as endsAt,
       l.revoked_at as revokedAt, c.sharing,
       case when exists (select 1 from teachers t where t.class_id = c.id and t.account_id = l.made_by) then 'teacher'
            when p.account_id = l.made_by and p.left_at is null then 'pupil'
            when p.left_at is null and c.families = 1 and exists (select 1 from family_links f
              where f.place_id = p.id and f.account_id = l.made_by) then 'family' end as tied
     from shared_links l join places p on p.id = l.place_id join classes c on c.id = p.class_id
     join hand_ins h on ${OF_HAND_IN}
     where l.hash = $hash and ${IS_KEPT}`,
    { hash },
  )
