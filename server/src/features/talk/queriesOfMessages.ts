import type {
  AccountId,
  ConversationId,
  GroupId,
  Instant,
  MessageId,
  SpaceId,
  TalkFileId,
} from '@oppen/core/ids'
import type { MessageState, Reaction, TalkRole } from '@oppen/core/talk'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'
import { nameOf } from '../accounts/fragments.js'
import { READERS, ROLE, SEATS, SHOWN_IN, UNSHOWN_IN } from './fragments.js'
import type { MessageRow } from './models.js'

/** Who looks, at which class or circle, and when. */
export type Asked = { readonly viewer: AccountId; readonly spaceId: SpaceId; readonly now: Instant }

const readable = (
  more: string,
): string => `readable as materialized (select * from (select v.*, ${ROLE} as role
    from conversations v where v.space_id = $spaceId and ${more}) where role is not null)`
/**
 * The conversations of a class or circle that the viewer reads, each with its `role`; from `SEATS`. Side notes, of which there may be one
 * for each pupil and piece of work, are not among them.
 */
export const READABLE = readable("v.kind <> 'sideNote'")
/** The same for one conversation alone, of any kind. */
export const READ_ONE = readable('v.id = $conversationId')

/** A conversation beside work as it is before anything was said, by its columns. */
const NOT_BEGUN: Readonly<Record<string, string>> = {
  id: "''",
  space_id: 'w.class_id',
  kind: '$kind',
  work_id: 'w.id',
  place_id: '$placeId',
  about_work: 'null',
  about_place: 'null',
  title: "''",
  by_account: 'w.posted_by',
  made_at: '0',
  appears_at: '0',
  for_pupils: '1',
  for_families: '0',
  all_groups: '1',
  replies: '1',
  asks: 'null',
  choices: 'null',
  writers: "'all'",
  begins: '1',
  quiet: '0',
  quiet_why: "''",
  hours: 'null',
  nod: '0',
  last_shown_at: 'null',
  removed_at: 'null',
}
const list = (row: (name: string, value: string) => string): string =>
  Object.entries(NOT_BEGUN)
    .map(([name, value]) => row(name, value))
    .join(', ')

/** The conversation of $kind beside work $workId, with the pupil of $placeId or of all: also before anything was said in it. */
export const READ_BESIDE = `readable as materialized (select * from (select v.*, ${ROLE} as role from (
    select ${list(name => name)} from conversations
      where space_id = $spaceId and work_id = $workId and kind = $kind and coalesce(place_id, '') = coalesce($placeId, '')
    union all
    select ${list((name, value) => `${value} as ${name}`)} from works w
      where w.id = $workId and w.class_id = $spaceId and not exists (select 1 from conversations o
        where o.work_id = w.id and o.kind = $kind and coalesce(o.place_id, '') = coalesce($placeId, ''))
        and ($placeId is null or exists (select 1 from asked a where a.work_id = w.id and a.place_id = $placeId))
    ) v) where role is not null)`

/** A message as it is stored, with what belongs to it. */
export type StoredMessage = {
  readonly id: MessageId
  readonly by: AccountId
  readonly name: string
  readonly side: TalkRole
  readonly html: string
  readonly writtenAt: Instant
  readonly shownAt: Instant | null
  readonly state: MessageState
  readonly editedAt: Instant | null
  readonly word: string
  readonly removed: boolean
  readonly removedBy: string | null
  readonly answers: {
    id: MessageId
    by: AccountId
    name: string
    side: TalkRole
    html: string
    state: MessageState
    removed: boolean
    writtenAt: Instant
  } | null
  readonly files: readonly { id: TalkFileId; name: string; type: string; size: number }[]
  readonly reactions: readonly {
    readonly reaction: Reaction
    readonly count: number
    readonly mine: boolean
  }[]
  readonly reports: readonly { readonly by: string; readonly word: string }[]
}

const HEAD = (m: string) => ({
  id: `${m}.id`,
  by: `${m}.by_account`,
  name: nameOf(`${m}.by_account`),
  side: `${m}.side`,
  html: `${m}.html`,
  writtenAt: `${m}.written_at`,
  state: `${m}.state`,
  removed: jsonBoolean(`${m}.removed_at is not null`),
})

/** A `StoredMessage`, from the row `m`. */
export const MESSAGE = jsonObject({
  ...HEAD('m'),
  shownAt: 'm.shown_at',
  editedAt: 'm.edited_at',
  word: 'm.decided_word',
  removedBy: nameOf('m.removed_by'),
  answers: jsonNested(
    `(select ${jsonObject({ ...HEAD('w'), html: 'substr(w.html, 1, 400)' })} from messages w where w.id = m.answers)`,
  ),
  files: jsonArray(
    jsonObject({ id: 'f.id', name: 'f.name', type: 'f.type', size: 'f.size' }),
    'from message_files f where f.message_id = m.id order by f.position',
  ),
  reactions: jsonArray(
    jsonObject({
      reaction: 'e.reaction',
      count: 'count(*)',
      mine: jsonBoolean('max(e.account_id = $viewer)'),
    }),
    'from message_reactions e where e.message_id = m.id group by e.reaction',
  ),
  reports: jsonArray(
    jsonObject({ by: nameOf('q.account_id'), word: 'q.word' }),
    'from message_reports q where q.message_id = m.id and q.settled_at is null order by q.at',
  ),
})

/** Whatever is shown in `v` to whoever reads it as `v.role`, or some of it. */
export const shown = (which: string): string =>
  jsonArray(MESSAGE, `from (select m.* from messages m where ${SHOWN_IN} ${which}) m order by m.shown_at`)

/** What waits or was sent back in `v`, as its reader sees it before others do. */
export const UNSHOWN = jsonArray(
  MESSAGE,
  `from messages m where ${UNSHOWN_IN} order by m.written_at limit 100`,
)

const stretchSql = (which: string) =>
  `with ${SEATS}, ${READ_ONE} select ${shown(which)} as json from readable v`
const BEFORE = stretchSql('and m.shown_at < $at order by m.shown_at desc limit $most')
const AFTER = stretchSql('and m.shown_at > $at order by m.shown_at limit $most')

type InConversation = Asked & { readonly conversationId: ConversationId }
const read = async (
  db: Database,
  sql: string,
  asked: InConversation & { at: Instant; most: number },
): Promise<StoredMessage[]> => JSON.parse((await db.json(sql, asked)) ?? '[]')

/** Messages shown before a moment, the last so many. */
export const shownBefore = (db: Database, asked: InConversation, at: Instant, most: number) =>
  read(db, BEFORE, { ...asked, at, most })

/** Messages shown after a moment, the first so many. */
export const shownAfter = (db: Database, asked: InConversation, at: Instant, most: number) =>
  read(db, AFTER, { ...asked, at, most })

const OWN_UNSHOWN = `with ${SEATS}, ${READ_ONE} select ${UNSHOWN} as json from readable v`

/** What waits or was sent back: the own messages, and for teachers all. */
export const unshownOf = async (db: Database, asked: InConversation): Promise<StoredMessage[]> =>
  JSON.parse((await db.json(OWN_UNSHOWN, asked)) ?? '[]')

const SHOWN_TO = `select ${jsonObject({
  message: jsonNested(`(select ${MESSAGE} from messages m where m.id = $messageId)`),
  readers: jsonArray(jsonObject({ account: 'r.account_id', role: 'r.role' }), `from ${READERS} r`),
})} as json from conversations v where v.id = $conversationId`

/** A message with those who read its conversation now. */
export const shownTo = async (
  db: Database,
  asked: { readonly conversationId: ConversationId; readonly messageId: MessageId; readonly now: Instant },
): Promise<
  { message: StoredMessage | null; readers: { account: AccountId; role: TalkRole }[] } | undefined
> => {
  // nobody's own reactions are in it
  const json = await db.json(SHOWN_TO, { ...asked, viewer: '' })
  return json === undefined ? undefined : JSON.parse(json)
}

/** What somebody has sent under the same name before, wherever it was. */
export const sentAs = (db: Database, byAccount: AccountId, once: string) =>
  db.row<Pick<MessageRow, 'id' | 'state' | 'conversationId'>>(
    `select id, state, conversation_id as conversationId from messages
     where by_account = $byAccount and once = $once`,
    { byAccount, once },
  )

/** A message of exactly this conversation. */
export const messageOf = (db: Database, conversationId: ConversationId, messageId: MessageId) =>
  db.row<
    Pick<MessageRow, 'byAccount' | 'side' | 'state' | 'writtenAt' | 'shownAt' | 'removedAt' | 'html'> & {
      name: string
    }
  >(
    `select by_account as byAccount, side, state, written_at as writtenAt, shown_at as shownAt, removed_at as removedAt, html,
       ${nameOf('by_account')} as name from messages where id = $messageId and conversation_id = $conversationId`,
    { conversationId, messageId },
  )

const READERS_OF = `with ${SEATS}, ${READ_ONE} select ${jsonObject({
  readers: jsonArray(
    jsonObject({
      account: 'q.account_id',
      name: 'q.name',
      role: 'q.role',
      hasWritten: jsonBoolean(`exists (select 1 from messages m where ${SHOWN_IN} and m.removed_at is null
        and m.by_account = q.account_id)`),
    }),
    `from (select r.account_id, min(r.role) as role, ${nameOf('r.account_id')} as name from ${READERS} r
      group by r.account_id) q order by q.name, q.account_id`,
  ),
  groups: jsonArray(
    jsonObject({ id: 'g.id', name: 'g.name' }),
    `from groups g where g.class_id = v.space_id and (v.all_groups = 1 or exists (select 1 from conversation_groups k
      where k.conversation_id = v.id and k.group_id = g.id)) order by g.position`,
  ),
})} as json from readable v`

/** Who reads a conversation that the viewer reads, and the groups of its audience. */
export const readersOf = async (
  db: Database,
  asked: InConversation,
): Promise<{
  readers: { account: AccountId; name: string; role: TalkRole; hasWritten: boolean }[]
  groups: { id: GroupId; name: string }[]
}> => JSON.parse((await db.json(READERS_OF, asked)) ?? '{"readers":[],"groups":[]}')

/** When somebody wrote messages since a moment, the last first. */
export const writtenSince = async (
  db: Database,
  accountId: AccountId,
  since: Instant,
  most: number,
): Promise<Instant[]> =>
  (
    await db.rows<{ at: Instant }>(
      `select written_at as at from messages where by_account = $accountId and written_at > $since
       order by written_at desc limit $most`,
      { accountId, since, most },
    )
  ).map(one => one.at)
