import type { AccountId, Instant, SpaceId } from '@oppen/core/ids'
import type { ScaleStep } from '@oppen/core/marks'
import type { NewsChoices, NewsFacts, NewsWay, TalkFacts } from '@oppen/core/news'
import type { AccountKind } from '@oppen/core/permissions'
import { markerInSql } from '@oppen/core/readMarkers'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'
import { MARK_WORDS, nameOf } from '../accounts/fragments.js'
import { MINE } from '../classes/fragments.js'
import { APPEARED, OWN_LINE, OWN_TIMING, STATUS } from '../submissions/fragments.js'
import {
  ANSWERS_VIEWER,
  CONCERNED,
  MENTIONS_VIEWER,
  OPEN_SPACES,
  ofNewMessages,
  POSITION,
  ROLE,
  SEATS,
  SHOWN_IN,
} from '../talk/fragments.js'
import type { PushRow } from './models.js'

const readAt = (marker: string): string =>
  `(select at from read_markers where account_id = $viewer and what = ${marker})`

/** Work of the places of `mine` of which there is something to tell: it appeared, changed, came back, or is due. */
const WORKS = jsonArray(
  jsonObject({
    spaceId: 'w.class_id',
    workId: 'w.id',
    title: 'w.title',
    kind: 'w.kind',
    place: jsonObject({ placeId: 'm.place_id', name: 'p.name' }),
    points: 'w.points',
    timing: jsonObject(OWN_TIMING),
    status: STATUS,
    appearedAt: OWN_LINE.postedAt,
    lookedAt: readAt(markerInSql('submission', 'w.id', 'm.place_id')),
    change: jsonNested(`(select json_object('at', n.at, 'by', ${nameOf('n.by_account')}) from work_news n
      where n.work_id = w.id order by n.at desc limit 1)`),
  }),
  `from mine m join places p on p.id = m.place_id
   join asked a on a.place_id = m.place_id and ${APPEARED}
   join works w on w.id = a.work_id and w.removed_at is null
   left join submissions i on i.work_id = w.id and i.place_id = m.place_id
   where ${OWN_LINE.postedAt} >= $since or i.handed_back_at >= $since or a.due_at between $now and $ahead or i.try_again_by between $now and $ahead
     or exists (select 1 from work_news n where n.work_id = w.id and n.at >= $since)`,
)

/** The conversations of these in which something was shown since, each with its `role`, the last so many. */
const HEARD = `heard as materialized (select * from (select v.*, ${ROLE} as role from conversations v
    where v.space_id in (select id from open_spaces) and v.last_shown_at >= $since)
    where role is not null order by last_shown_at desc limit 200)`

/** How many files stand with message `m`. */
const FILES = '(select count(*) from message_files f where f.message_id = m.id)'

const NOTICES = jsonArray(
  jsonObject({
    spaceId: 'v.space_id',
    conversationId: 'v.id',
    title: 'v.title',
    at: 'v.appears_at',
    by: nameOf('m.by_account'),
    html: 'substr(m.html, 1, 600)',
    files: FILES,
    isNew: jsonBoolean(`v.appears_at > ${POSITION}`),
  }),
  `from (select * from (select v.*, ${ROLE} as role from conversations v where v.space_id in (select id from open_spaces)
      and v.kind = 'notice' and v.appears_at between $since and max($now, v.made_at))
      where role is not null order by appears_at desc limit 100) v
   join messages m on m.id = v.id and m.by_account <> $viewer`,
)

/** Of a notice its replies alone: it is told by itself. */
const NOT_ITSELF = 'and m.id <> v.id'

const TALKS = jsonArray(
  jsonObject({
    spaceId: 'v.space_id',
    conversationId: 'v.id',
    kind: 'v.kind',
    title: 'iif(v.work_id is null, v.title, (select w.title from works w where w.id = v.work_id))',
    workId: 'v.work_id',
    place: jsonNested(
      `(select ${jsonObject({ placeId: 'p.id', name: 'p.name' })} from places p where p.id = v.place_id)`,
    ),
    last: jsonObject({
      at: 'm.shown_at',
      by: nameOf('m.by_account'),
      html: 'substr(m.html, 1, 600)',
      files: FILES,
    }),
    news: jsonNested(
      ofNewMessages(
        jsonObject({
          fresh: 'count(*)',
          mentions: `coalesce(sum(${MENTIONS_VIEWER}), 0)`,
          answers: `coalesce(sum(${ANSWERS_VIEWER}), 0)`,
        }),
        NOT_ITSELF,
      ),
    ),
    lastIs: `case when ${MENTIONS_VIEWER} then 'mentioned' when ${ANSWERS_VIEWER} then 'answered' end`,
  }),
  `from heard v join messages m on m.id = (select m.id from messages m where ${SHOWN_IN} ${NOT_ITSELF}
     and m.by_account <> $viewer and m.removed_at is null and m.shown_at <= $until order by m.shown_at desc limit 1)
   where ${CONCERNED}`,
)

const waiting = (what: string, work: string, from: string, at: string): string =>
  jsonArray(
    jsonObject({
      what: `'${what}'`,
      spaceId: 'c.id',
      spaceName: 'c.name',
      work,
      count: 'count(*)',
      oldestAt: `min(${at})`,
      newestAt: `max(${at})`,
    }),
    from,
  )

const TEACHES = 'join teachers t on t.class_id = c.id and t.account_id = $viewer'

/** Conversations `v` of these that the viewer looks after: letters are looked after by teachers alone. */
const LOOKED_AFTER = `join seats s on s.space_id = c.id and s.role = 'teacher'
   join conversations v on v.space_id = c.id and v.removed_at is null and (v.kind <> 'letter' or s.oversees = 1)`

const MARKING = waiting(
  'marking',
  jsonObject({ id: 'w.id', title: 'w.title' }),
  `from open_spaces c ${TEACHES} join works w on w.class_id = c.id and w.removed_at is null and w.asks = 'handIn'
   join submissions i on i.work_id = w.id and i.phase = 'withTeacher'
   join places p on p.id = i.place_id and p.left_at is null group by w.id`,
  'i.handed_in_at',
)
const REQUESTS = waiting(
  'requests',
  'null',
  `from open_spaces c ${TEACHES} join join_requests q on q.class_id = c.id and q.answer is null group by c.id`,
  'q.at',
)
const NOD = waiting(
  'nod',
  'null',
  `from open_spaces c ${LOOKED_AFTER}
   join messages m on m.conversation_id = v.id and m.shown_at is null and m.state = 'waits' and m.removed_at is null
   group by c.id`,
  'm.written_at',
)
const REPORTS = waiting(
  'reports',
  'null',
  `from open_spaces c ${LOOKED_AFTER}
   join messages m on m.conversation_id = v.id and m.removed_at is null
   join message_reports r on r.message_id = m.id and r.settled_at is null group by c.id`,
  'r.at',
)
const INVITATIONS = waiting(
  'invitation',
  'null',
  `from invitations i join classes c on c.id = i.class_id
   where i.account_id = $viewer and i.answer is null and i.ends_at > $now group by i.id`,
  'i.made_at',
)

const FACTS = `with ${SEATS}, ${MINE}, ${OPEN_SPACES}, ${HEARD} select ${jsonObject({
  readAt: readAt(markerInSql('news')),
  kind: '(select kind from accounts where id = $viewer)',
  letterCopies: jsonBoolean('exists (select 1 from mail_choices where account_id = $viewer and letters = 1)'),
  choices: jsonNested('(select choices from news_choices where account_id = $viewer)'),
  spaces: jsonArray(
    jsonObject({ id: 'c.id', name: 'c.name', markWords: jsonNested(MARK_WORDS) }),
    'from open_spaces c',
  ),
  works: WORKS,
  notices: NOTICES,
  talks: TALKS,
  marking: MARKING,
  requests: REQUESTS,
  nod: NOD,
  reports: REPORTS,
  invitations: INVITATIONS,
})} as json`

type Html<T> = Omit<T, 'text'> & { readonly html: string }
type Counts = 'fresh' | 'mentions' | 'answers'
type Waits = NewsFacts['waiting']

export type StoredNews = {
  readonly readAt: Instant | null
  readonly kind: AccountKind
  /** Whether letters are copied by mail anyhow. */
  readonly letterCopies: boolean
  readonly choices: NewsChoices | null
  readonly spaces: { id: SpaceId; name: string; markWords: readonly ScaleStep[] }[]
  readonly works: NewsFacts['works']
  readonly notices: readonly Html<NewsFacts['notices'][number]>[]
  readonly talks: readonly (Omit<TalkFacts, 'last' | Counts> & {
    readonly last: Html<TalkFacts['last']>
    /** Null where nothing is new. */
    readonly news: Pick<TalkFacts, Counts> | null
  })[]
  readonly marking: Waits
  readonly requests: Waits
  readonly nod: Waits
  readonly reports: Waits
  readonly invitations: Waits
}

/** What could be new to somebody by a moment, in one statement. */
export const newsFacts = async (
  db: Database,
  asked: {
    readonly viewer: AccountId
    readonly now: Instant
    readonly since: Instant
    /** Of what is due until then it may be time to remind. */
    readonly ahead: Instant
    /** A conversation stands as it did then. */
    readonly until: Instant
  },
): Promise<StoredNews> => JSON.parse((await db.json(FACTS, asked)) ?? 'null')

/** What somebody chose; undefined for nothing. */
export async function choicesOf(db: Database, accountId: AccountId): Promise<NewsChoices | undefined> {
  const json = await db.json('select choices as json from news_choices where account_id = $accountId', {
    accountId,
  })
  return json === undefined ? undefined : JSON.parse(json)
}

export type Reachable = {
  readonly accountId: AccountId
  /** Whether there is an address, and a device. */
  readonly mail: number
  readonly push: number
  readonly choices: string | null
}

const REACHABLE = `select a.id as accountId, a.email is not null as mail,
    exists (select 1 from push_subscriptions p where p.account_id = a.id) as push,
    (select choices from news_choices c where c.account_id = a.id) as choices
  from accounts a where a.ended_at is null`

/** The next accounts after one that can be reached outside of Oppen and want to be, in the order of their ids. */
export const reachableAfter = (db: Database, after: string, most: number) =>
  db.rows<Reachable>(
    `${REACHABLE} and a.id > $after and (exists (select 1 from push_subscriptions p where p.account_id = a.id)
       or (a.email is not null and exists (select 1 from news_choices c where c.account_id = a.id)))
     order by a.id limit $most`,
    { after, most },
  )

/** Until when somebody was told, by way. */
export const toldOf = (db: Database, accountId: AccountId) =>
  db.rows<{ way: NewsWay; toldUntil: Instant; sentAt: Instant | null }>(
    'select way, told_until as toldUntil, sent_at as sentAt from news_told where account_id = $accountId',
    { accountId },
  )

/** Whether the device of a session shows what is new. */
export const hasDevice = async (db: Database, tokenHash: string): Promise<boolean> =>
  (await db.row('select 1 as found from push_subscriptions where token_hash = $tokenHash', { tokenHash })) !==
  undefined

/** The devices on which somebody is told. */
export const devicesOf = (db: Database, accountId: AccountId) =>
  db.rows<Pick<PushRow, 'id' | 'tokenHash' | 'endpoint' | 'p256dh' | 'auth'>>(
    `select id, token_hash as tokenHash, endpoint, p256dh, auth from push_subscriptions
     where account_id = $accountId order by made_at`,
    { accountId },
  )
