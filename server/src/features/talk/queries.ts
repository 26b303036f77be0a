import type { NoticeLink } from '@oppen/contract'
import type { AccountId, ConversationId, GroupId, Instant, PlaceId, SpaceId, WorkId } from '@oppen/core/ids'
import type { ConversationKind, Reaction, RoomRules, TalkRole } from '@oppen/core/talk'
import { type Bind, type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'
import { nameOf } from '../accounts/fragments.js'
import { APPEARED } from '../submissions/fragments.js'
import {
  ADDRESSEES,
  attended,
  BELONGS,
  hasSeen,
  newMessages,
  OWN_SEATS,
  POSITION,
  SEATS,
  SHOWN_IN,
  SPACES,
  spaceName,
  TAPS,
} from './fragments.js'
import type { ConversationRow } from './models.js'
import { LETTERS, type StoredLetter } from './queriesOfLetters.js'
import {
  type Asked,
  MESSAGE,
  READ_BESIDE,
  READ_ONE,
  READABLE,
  type StoredMessage,
  shown,
  UNSHOWN,
} from './queriesOfMessages.js'

/** The groups of `v`; null for all. */
const AUDIENCE = jsonObject({
  pupils: jsonBoolean('v.for_pupils = 1'),
  families: jsonBoolean('v.for_families = 1'),
  groups: `iif(v.all_groups = 1, null, ${jsonArray('json_quote(g.group_id)', 'from conversation_groups g where g.conversation_id = v.id')})`,
})

/** How many accounts have seen notice `v`, of how many that can. */
const SEEN = `(select json_object('count', count(*) filter (where ${hasSeen('a.account_id')}), 'of', count(*))
  from (select distinct account_id from ${ADDRESSEES} where account_id is not null) a)`

/** Who of the viewer's places is asked for work `w`, that has appeared. */
const ASKED_PLACE = `(select a.place_id from asked a join seats s on s.place_id = a.place_id and s.space_id = v.space_id
    where a.work_id = w.id and ${APPEARED} limit 1)`

/** What notice `v` leads to, as far as whoever reads it as `v.role` has it. */
const LINKS = jsonArray(
  jsonObject({
    workId: 'k.work_id',
    week: 'k.week',
    title: "coalesce(w.title, '')",
    placeId: `iif(w.id is null, null, ${ASKED_PLACE})`,
  }),
  `from conversation_links k left join works w on w.id = k.work_id and w.removed_at is null where k.conversation_id = v.id
     and (k.week is not null or (w.id is not null and (v.role = 'teacher' or ${ASKED_PLACE} is not null))) order by k.position`,
)

const NOTICE = jsonObject({
  id: 'v.id',
  root: jsonNested(`(select ${MESSAGE} from messages m where m.id = v.id)`),
  role: 'v.role',
  madeAt: 'v.made_at',
  appearsAt: 'v.appears_at',
  pinned: jsonBoolean('v.pinned = 1'),
  audience: AUDIENCE,
  links: LINKS,
  position: POSITION,
  takesReplies: jsonBoolean('v.replies = 1'),
  count: `(select count(*) from messages m where ${SHOWN_IN} and m.id <> v.id)`,
  newReplies: newMessages('and m.id <> v.id'),
  replies: shown(`and m.id <> v.id order by m.shown_at desc limit $replies`),
  unshown: UNSHOWN,
  asks: 'v.asks',
  choices: jsonNested("coalesce(v.choices, '[]')"),
  own: jsonArray(
    jsonObject({
      placeId: 's.place_id',
      name: "coalesce((select name from places where id = s.place_id), '')",
      choice:
        '(select choice from notice_taps t where t.conversation_id = v.id and t.side = s.role and coalesce(t.place_id, t.account_id) = coalesce(s.place_id, $viewer))',
    }),
    OWN_SEATS,
  ),
  seen: jsonNested(`iif(v.role = 'teacher', ${SEEN}, null)`),
  taps: jsonArray(
    jsonObject({ choice: 't.choice', count: 'count(*)' }),
    `from ${TAPS} t where v.role = 'teacher' group by t.choice`,
  ),
})

export type StoredNotice = {
  readonly id: ConversationId
  readonly root: StoredMessage
  readonly role: TalkRole
  readonly madeAt: Instant
  readonly appearsAt: Instant
  readonly pinned: boolean
  readonly links: NoticeLink[]
  readonly audience: { pupils: boolean; families: boolean; groups: GroupId[] | null }
  readonly position: Instant
  readonly takesReplies: boolean
  readonly count: number
  readonly newReplies: number
  readonly replies: readonly StoredMessage[]
  readonly unshown: readonly StoredMessage[]
  readonly asks: 'read' | 'choice' | null
  readonly choices: string[]
  readonly own: { placeId: PlaceId | null; name: string; choice: string | null }[]
  readonly seen: { count: number; of: number } | null
  readonly taps: { choice: string; count: number }[]
}

const RULES = jsonObject({
  writers: 'v.writers',
  begin: jsonBoolean('v.begins = 1'),
  quiet: jsonBoolean('v.quiet = 1'),
  quietWhy: 'v.quiet_why',
  hours: jsonNested('v.hours'),
  nod: jsonBoolean('v.nod = 1'),
})

/** What class or circle $spaceId says about its talk. */
export const SPACE_RULES = jsonNested(
  `(select ${jsonObject({
    pupilsWrite: jsonBoolean('u.pupils_write = 1'),
    familiesWrite: jsonBoolean('u.families_write = 1'),
    nod: jsonBoolean('u.nod = 1'),
    pupilLetters: jsonBoolean('u.pupil_letters = 1'),
    pupilMedia: jsonBoolean('u.pupil_media = 1'),
    pupilsEdit: jsonBoolean('u.pupils_edit = 1'),
    reactions: jsonNested('u.reactions'),
  })} from talk_rules u where u.space_id = $spaceId)`,
)

/** The same by itself; null where none were set. */
export async function storedRules(db: Database, spaceId: SpaceId): Promise<StoredRules> {
  const json = await db.json(`select ${SPACE_RULES} as json`, { spaceId })
  return json ? JSON.parse(json) : null
}

/** The groups of a class, by their order. */
const GROUPS_OF = (classId: string): string =>
  jsonArray(
    jsonObject({ id: 'g.id', name: 'g.name' }),
    `from groups g where g.class_id = ${classId} order by g.position`,
  )

const TALK = `with ${SEATS}, ${READABLE} select ${jsonObject({
  spaceName: 'c.name',
  rules: SPACE_RULES,
  groups: GROUPS_OF('c.id'),
  notices: jsonArray(
    NOTICE,
    "from (select * from readable where kind = 'notice' order by pinned desc, appears_at desc, id limit 100) v order by v.pinned desc, v.appears_at desc, v.id",
  ),
  rooms: jsonArray(
    jsonObject({
      id: 'v.id',
      title: 'v.title',
      audience: AUDIENCE,
      rules: RULES,
      newMessages: newMessages(),
      lastAt: 'v.last_shown_at',
    }),
    "from readable v where v.kind = 'room' order by v.position, v.made_at, v.id",
  ),
  letters: LETTERS,
  waiting: `(select count(*) from messages m join readable v on v.id = m.conversation_id and v.role = 'teacher'
    where m.state = 'waits' and m.removed_at is null)`,
  reported: `(select count(distinct q.message_id) from message_reports q join messages m on m.id = q.message_id
    join readable v on v.id = m.conversation_id and v.role = 'teacher' where q.settled_at is null and m.removed_at is null)`,
})} as json from ${SPACES} c where c.id = $spaceId`

export type StoredRoom = {
  readonly id: ConversationId
  readonly title: string
  readonly audience: StoredNotice['audience']
  readonly rules: RoomRules
  readonly newMessages: number
  readonly lastAt: Instant | null
}
export type StoredRules = {
  readonly pupilsWrite: boolean
  readonly familiesWrite: boolean
  readonly nod: boolean
  readonly pupilLetters: boolean
  readonly pupilMedia: boolean
  readonly pupilsEdit: boolean
  readonly reactions: readonly Reaction[]
} | null

export type StoredTalk = {
  readonly spaceName: string
  readonly rules: StoredRules
  readonly groups: { id: GroupId; name: string }[]
  readonly notices: readonly StoredNotice[]
  readonly rooms: readonly StoredRoom[]
  readonly letters: readonly StoredLetter[]
  readonly waiting: number
  readonly reported: number
}

/** All talk of a class or circle as the viewer may see it: so many replies of each notice. */
export const talkOf = async (
  db: Database,
  asked: Asked,
  replies: number,
): Promise<StoredTalk | undefined> => {
  const json = await db.json(TALK, { ...asked, replies })
  return json === undefined ? undefined : JSON.parse(json)
}

const NOTICE_OF = `with ${SEATS}, ${READ_ONE} select ${NOTICE} as json from readable v where v.kind = 'notice'`

/** One notice with all its replies. */
export const noticeOf = async (
  db: Database,
  asked: Asked & { conversationId: ConversationId },
): Promise<StoredNotice | undefined> => {
  const json = await db.json(NOTICE_OF, { ...asked, replies: 1_000 })
  return json === undefined ? undefined : JSON.parse(json)
}

/** The people of letter `v`, and whether they still belong to its class or circle. */
const PEOPLE = jsonArray(
  jsonObject({
    accountId: 'l.account_id',
    name: nameOf('l.account_id'),
    side: 'l.side',
    isPupil: jsonBoolean('l.is_pupil = 1'),
    here: jsonBoolean(BELONGS),
  }),
  'from conversation_people l where l.conversation_id = v.id order by l.side, l.account_id',
)

/** What commands look at: the conversation, as what the viewer reads it, and the rules that hold there. */
export type Opened = {
  /** Empty for one beside work in which nothing was said yet. */
  readonly id: ConversationId
  readonly kind: ConversationKind
  readonly title: string
  readonly spaceName: string
  readonly role: TalkRole
  readonly workId: WorkId | null
  readonly placeId: PlaceId | null
  /** Who made it; beside work, who posted that. */
  readonly begunBy: AccountId
  readonly aboutWork: WorkId | null
  readonly aboutPlace: PlaceId | null
  /** Of a letter, whom it is to and from, the viewer as well. */
  readonly people: readonly {
    accountId: AccountId
    name: string
    side: TalkRole
    isPupil: boolean
    here: boolean
  }[]
  readonly audience: StoredNotice['audience']
  readonly appearsAt: Instant
  readonly lastShownAt: Instant | null
  readonly replies: boolean
  readonly asks: 'read' | 'choice' | null
  readonly choices: string[]
  readonly rules: RoomRules
  readonly spaceRules: StoredRules
  /** Whether a teacher looks after the space. */
  readonly attended: boolean
  readonly groups: { id: GroupId; name: string }[]
  readonly nodForPerson: boolean
  readonly position: Instant
  readonly own: { placeId: PlaceId | null; side: 'pupil' | 'family' }[]
}

const OPENED = `${jsonObject({
  id: 'v.id',
  kind: 'v.kind',
  workId: 'v.work_id',
  placeId: 'v.place_id',
  begunBy: 'v.by_account',
  aboutWork: 'v.about_work',
  aboutPlace: 'v.about_place',
  people: PEOPLE,
  title: 'v.title',
  spaceName: spaceName('v.space_id'),
  role: 'v.role',
  audience: AUDIENCE,
  appearsAt: 'v.appears_at',
  lastShownAt: 'v.last_shown_at',
  replies: jsonBoolean('v.replies = 1'),
  asks: 'v.asks',
  choices: jsonNested("coalesce(v.choices, '[]')"),
  rules: RULES,
  spaceRules: SPACE_RULES,
  attended: jsonBoolean(attended('v.space_id')),
  groups: GROUPS_OF('v.space_id'),
  nodForPerson: jsonBoolean(
    "exists (select 1 from nod_places n join seats s on s.place_id = n.place_id and s.role = 'pupil' where s.space_id = v.space_id)",
  ),
  position: POSITION,
  own: jsonArray(jsonObject({ placeId: 's.place_id', side: 's.role' }), OWN_SEATS),
})} as json from readable v`

const OPEN_ONE = `with ${SEATS}, ${READ_ONE} select ${OPENED}`
const OPEN_BESIDE = `with ${SEATS}, ${READ_BESIDE} select ${OPENED}`

const read = async (db: Database, sql: string, asked: Bind): Promise<Opened | undefined> => {
  const json = await db.json(sql, asked)
  return json === undefined ? undefined : JSON.parse(json)
}

/** A conversation that the viewer reads; undefined where there is none. */
export const openedOf = (db: Database, asked: Asked & { readonly conversationId: ConversationId }) =>
  read(db, OPEN_ONE, asked)

/** The conversation beside a piece of work, with one pupil or of the class; undefined where the viewer reads none there. */
export const besideOf = (
  db: Database,
  { placeId, ...asked }: Asked & { readonly workId: WorkId; readonly placeId: PlaceId | null },
) => read(db, OPEN_BESIDE, { ...asked, placeId, kind: placeId ? 'sideNote' : 'thread' })

/** When the next notice that was planned appears; null for none. */
export const nextPlanned = async (db: Database, now: Instant): Promise<Instant | null> =>
  (
    await db.row<{ at: Instant | null }>(
      'select min(appears_at) as at from conversations where appears_at > $now and made_at < appears_at',
      { now },
    )
  )?.at ?? null

/** The classes and circles in which a planned notice appeared after one moment and by another. */
export const appearedBetween = (db: Database, since: Instant, now: Instant) =>
  db.rows<{ spaceId: SpaceId }>(
    `select distinct space_id as spaceId from conversations
     where appears_at > $since and appears_at <= $now and made_at < appears_at and removed_at is null`,
    { since, now },
  )

/** A conversation of exactly this space, removed or not. */
export const conversationOf = (db: Database, spaceId: SpaceId, conversationId: ConversationId) =>
  db.row<Pick<ConversationRow, 'kind' | 'removedAt' | 'madeAt' | 'appearsAt' | 'title' | 'lastShownAt'>>(
    `select kind, removed_at as removedAt, made_at as madeAt, appears_at as appearsAt, title, last_shown_at as lastShownAt from conversations
     where id = $conversationId and space_id = $spaceId`,
    { spaceId, conversationId },
  )

/** Messages with where they stand, the oldest first, for a teacher to see to. */
const moderated = (which: string): string =>
  jsonArray(
    jsonObject({
      conversationId: 'v.id',
      where: "coalesce(nullif(v.title, ''), (select w.title from works w where w.id = v.work_id), '')",
      kind: 'v.kind',
      workId: 'v.work_id',
      message: MESSAGE,
    }),
    `from messages m join readable v on v.id = m.conversation_id and v.role = 'teacher'
     where m.removed_at is null and ${which} order by m.written_at, m.id limit 200`,
  )

const NOD = `with ${SEATS}, ${READABLE} select ${jsonObject({
  spaceName: 'c.name',
  waiting: moderated("m.state = 'waits'"),
  reported: moderated(
    'exists (select 1 from message_reports q where q.message_id = m.id and q.settled_at is null)',
  ),
  pupils: jsonArray(
    jsonObject({
      placeId: 'p.id',
      name: 'p.name',
      nod: jsonBoolean('exists (select 1 from nod_places n where n.place_id = p.id)'),
    }),
    'from places p where p.class_id = c.id and p.left_at is null order by p.name',
  ),
})} as json from ${SPACES} c where c.id = $spaceId`

type Waiting = {
  conversationId: ConversationId
  where: string
  kind: ConversationKind
  workId: WorkId | null
  message: StoredMessage
}
export type StoredNod = {
  readonly spaceName: string
  readonly waiting: readonly Waiting[]
  readonly reported: readonly Waiting[]
  readonly pupils: { placeId: PlaceId; name: string; nod: boolean }[]
}

/** What waits for the nod in a class or circle, and what was reported. */
export const nodOf = async (db: Database, asked: Asked): Promise<StoredNod | undefined> => {
  const json = await db.json(NOD, asked)
  return json === undefined ? undefined : JSON.parse(json)
}
