import type { AccountId, ConversationId, Instant, MessageId, PlaceId, SpaceId, WorkId } from '@oppen/core/ids'
import type { Hours, TalkRole } from '@oppen/core/talk'
import { type Database, jsonArray, jsonBoolean, jsonNested, jsonObject } from '../../db/index.js'
import { nameOf } from '../accounts/fragments.js'
import { APPEARED } from '../submissions/fragments.js'
import {
  attended,
  BELONGS,
  CONCERNED,
  newMessages,
  ROLE,
  SEATS,
  SHOWN_IN,
  SPACES,
  spaceName,
} from './fragments.js'
import type { Asked } from './queriesOfMessages.js'

/**
 * Everybody of class or circle $spaceId who has an account, as rows of account_id, name, side, is_pupil, of (the children of a
 * family) and places; the owner first.
 */
const CORRESPONDENTS = `(select t.account_id, ${nameOf('t.account_id')} as name, 'teacher' as side, 0 as is_pupil, '[]' as of, '[]' as places,
    iif(t.role = 'owner', 0, 1) as rank
    from teachers t where t.class_id = $spaceId
  union all
  select p.account_id, p.name, 'pupil', 1, '[]', json_array(p.id), 2 from places p
    where p.class_id = $spaceId and p.account_id is not null and p.left_at is null
  union all
  select f.account_id, ${nameOf('f.account_id')}, 'family', 0, json_group_array(p.name),
    json_group_array(p.id), 3 from family_links f
    join places p on p.id = f.place_id and p.left_at is null join classes k on k.id = p.class_id and k.families = 1
    where p.class_id = $spaceId group by f.account_id
  union all
  select a.id, a.shown_name, iif(m.role = 'administrator', 'teacher', 'pupil'), a.kind = 'pupil', '[]', '[]',
    iif(m.role = 'administrator', 0, 2)
    from circle_members m join accounts a on a.id = m.account_id where m.circle_id = $spaceId)`

export type StoredCorrespondent = {
  readonly accountId: AccountId
  readonly name: string
  readonly side: TalkRole
  readonly isPupil: boolean
  readonly of: string[]
  readonly placeIds: PlaceId[]
  /** When a teacher reads letters; null for always, or where it was not said. */
  readonly hours: Hours | null
  readonly word: string | null
}

const PEOPLE = jsonArray(
  jsonObject({
    accountId: 'q.account_id',
    name: 'q.name',
    side: 'q.side',
    isPupil: jsonBoolean('q.is_pupil = 1'),
    of: jsonNested('q.of'),
    placeIds: jsonNested('q.places'),
    hours: jsonNested('h.hours'),
    word: 'h.word',
  }),
  `from ${CORRESPONDENTS} q left join letter_hours h on h.account_id = q.account_id and q.side = 'teacher'
   order by q.rank, q.name, q.account_id`,
)

/** Everybody of a class who can be written to, the viewer among them. */
export const correspondentsOf = async (db: Database, spaceId: SpaceId): Promise<StoredCorrespondent[]> =>
  JSON.parse((await db.json(`select ${PEOPLE} as json`, { spaceId })) ?? '[]')

/** The letters of class or circle $spaceId that the viewer reads, the newest first; from `seats`. */
export const LETTERS = jsonArray(
  jsonObject({
    id: 'v.id',
    title: 'v.title',
    others: jsonArray(
      `json_quote(${nameOf('l.account_id')})`,
      'from conversation_people l where l.conversation_id = v.id and l.account_id <> $viewer order by l.side, l.account_id',
    ),
    concerned: jsonBoolean(CONCERNED),
    newMessages: newMessages(),
    lastAt: 'v.last_shown_at',
    begins: `coalesce((select substr(m.html, 1, 400) from messages m where ${SHOWN_IN} and m.removed_at is null
        order by m.shown_at desc limit 1), '')`,
  }),
  `from (select * from (select v.*, ${ROLE} as role from conversations v
      where v.space_id = $spaceId and v.kind = 'letter') where role is not null
    order by coalesce(last_shown_at, made_at) desc, id limit 100) v order by coalesce(v.last_shown_at, v.made_at) desc, v.id`,
)

export type StoredLetter = {
  id: ConversationId
  title: string
  others: string[]
  concerned: boolean
  newMessages: number
  lastAt: Instant | null
  begins: string
}

const CAN_WRITE = `select ${jsonObject({
  spaceName: 'c.name',
  attended: jsonBoolean(attended('c.id')),
  rules: jsonNested(
    `(select ${jsonObject({
      pupilsWrite: jsonBoolean('u.pupils_write = 1'),
      pupilLetters: jsonBoolean('u.pupil_letters = 1'),
      pupilMedia: jsonBoolean('u.pupil_media = 1'),
    })} from talk_rules u where u.space_id = c.id)`,
  ),
  people: PEOPLE,
  own: jsonNested(
    `(select ${jsonObject({ hours: jsonNested('h.hours'), word: 'h.word' })} from letter_hours h where h.account_id = $viewer)`,
  ),
})} as json from ${SPACES} c where c.id = $spaceId`

type StoredRules = { pupilsWrite: boolean; pupilLetters: boolean } | null
type StoredMedia = { pupilsWrite: boolean; pupilLetters: boolean; pupilMedia: boolean } | null
export type StoredCorrespondents = {
  readonly spaceName: string
  /** Whether a teacher looks after it. */
  readonly attended: boolean
  readonly rules: StoredMedia
  readonly people: readonly StoredCorrespondent[]
  readonly own: { hours: Hours | null; word: string } | null
}

/** Everybody of a class who could be written to, with the rules about it and when the viewer reads letters. */
export const canWriteJson = async (
  db: Database,
  { viewer, spaceId }: Pick<Asked, 'viewer' | 'spaceId'>,
): Promise<StoredCorrespondents | undefined> => {
  const json = await db.json(CAN_WRITE, { viewer, spaceId })
  return json === undefined ? undefined : JSON.parse(json)
}

/** What a class or circle says about letters; null for how it begins. */
export const rulesOfLetters = async (db: Database, spaceId: SpaceId): Promise<StoredRules> => {
  const row = await db.row<{ pupilsWrite: number; pupilLetters: number }>(
    'select pupils_write as pupilsWrite, pupil_letters as pupilLetters from talk_rules where space_id = $spaceId',
    { spaceId },
  )
  return row ? { pupilsWrite: row.pupilsWrite === 1, pupilLetters: row.pupilLetters === 1 } : null
}

const TEACHES = "exists (select 1 from seats s where s.space_id = $spaceId and s.role = 'teacher')"

/** What of the class the writer may name: teachers all of it, others what is asked of their places, and those. */
const NAMED = `with ${SEATS} select ${jsonObject({
  workId: `(select w.id from works w where w.id = $workId and w.class_id = $spaceId and w.removed_at is null and (${TEACHES}
    or exists (select 1 from seats s join asked a on a.place_id = s.place_id and a.work_id = w.id and ${APPEARED})))`,
  placeId: `(select p.id from places p where p.id = $placeId and p.class_id = $spaceId and (${TEACHES}
    or exists (select 1 from seats s where s.place_id = p.id)))`,
})} as json`

/** What a writer says that a letter is about, as far as it is theirs to name. */
export const namedBy = async (
  db: Database,
  asked: Asked & { readonly workId: WorkId | null; readonly placeId: PlaceId | null },
): Promise<Pick<About, 'workId' | 'placeId'>> => JSON.parse((await db.json(NAMED, asked)) ?? '{}')

const ABOUT = `select ${jsonObject({
  workId: 'w.id',
  title: 'w.title',
  placeId: 'p.id',
  name: 'p.name',
})} as json from (select 1) left join works w on w.id = $workId and w.class_id = $spaceId and w.removed_at is null
  left join places p on p.id = $placeId and p.class_id = $spaceId`

export type About = {
  workId: WorkId | null
  title: string | null
  placeId: PlaceId | null
  name: string | null
}

/** What a letter is about, by its names; null where it is nothing of the class. */
export const aboutOf = async (
  db: Database,
  asked: { readonly spaceId: SpaceId; readonly workId: WorkId | null; readonly placeId: PlaceId | null },
): Promise<About> => JSON.parse((await db.json(ABOUT, asked)) ?? '{}')

/** Whether a teacher looks after a class or circle. */
export const isAttended = async (db: Database, spaceId: SpaceId): Promise<boolean> =>
  (await db.row<{ is: number }>(`select ${attended('$spaceId')} as "is"`, { spaceId }))?.is === 1

/** When the teachers of a letter read letters, for those who have said so. */
export const hoursOfPeople = (db: Database, conversationId: ConversationId) =>
  db.rows<{ accountId: AccountId; hours: string; word: string }>(
    `select h.account_id as accountId, h.hours, h.word from letter_hours h
     join conversation_people l on l.account_id = h.account_id and l.side = 'teacher'
     where l.conversation_id = $conversationId and h.hours is not null`,
    { conversationId },
  )

/** Those in a letter but for one, who want a copy of it and still belong to the class. */
export const copiesOf = (db: Database, conversationId: ConversationId, but: AccountId) =>
  db.rows<{ accountId: AccountId }>(
    `select l.account_id as accountId from conversations v join conversation_people l on l.conversation_id = v.id
     join mail_choices c on c.account_id = l.account_id and c.letters = 1
     where v.id = $conversationId and l.account_id <> $but and ${BELONGS}`,
    { conversationId, but },
  )

/** So many of the messages before one are named by it, the last ones. */
const MOST_EARLIER = 30

const LETTER = `select ${jsonObject({
  conversationId: 'v.id',
  spaceId: 'v.space_id',
  inCircle: jsonBoolean('exists (select 1 from circles where id = v.space_id)'),
  spaceName: spaceName('v.space_id'),
  title: 'v.title',
  by: nameOf('m.by_account'),
  html: 'm.html',
  files: jsonArray(
    'json_quote(f.name)',
    'from message_files f where f.message_id = m.id order by f.position',
  ),
  at: 'm.shown_at',
  earlier: jsonArray(
    'json_quote(e.id)',
    `from (select id, shown_at from messages where conversation_id = v.id and shown_at < m.shown_at
      order by shown_at desc limit ${MOST_EARLIER}) e order by e.shown_at`,
  ),
})} as json from messages m join conversations v on v.id = m.conversation_id and v.kind = 'letter' and v.removed_at is null
  join conversation_people l on l.conversation_id = v.id and l.account_id = $accountId
  where m.id = $messageId and m.state = 'shown' and m.removed_at is null and ${BELONGS}`

export type MailedLetter = {
  conversationId: ConversationId
  spaceId: SpaceId
  inCircle: boolean
  spaceName: string
  title: string
  by: string
  html: string
  /** The names of its files. */
  files: string[]
  at: Instant
  earlier: string[]
}

/** A message of a letter as it is copied to somebody in it; undefined where it is not there for them. */
export const letterOf = async (
  db: Database,
  accountId: AccountId,
  messageId: MessageId,
): Promise<MailedLetter | undefined> => {
  const json = await db.json(LETTER, { accountId, messageId })
  return json === undefined ? undefined : JSON.parse(json)
}
