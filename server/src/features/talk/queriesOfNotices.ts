import type { AccountId, ClassId, ConversationId, Instant, PlaceId } from '@oppen/core/ids'
import type { TalkRole } from '@oppen/core/talk'
import { type Database, jsonArray, jsonBoolean, jsonObject } from '../../db/index.js'
import { nameOf } from '../accounts/fragments.js'
import { ADDRESSEES, hasSeen } from './fragments.js'

/** Keeps where somebody was last: never back. */
export const putPosition = (
  db: Database,
  row: { accountId: AccountId; conversationId: ConversationId; at: Instant },
) =>
  db.run(
    `insert into read_positions (account_id, conversation_id, at) values ($accountId, $conversationId, $at)
     on conflict (account_id, conversation_id) do update set at = max(at, excluded.at)`,
    row,
  )

/** Writes the answer to a notice for a place, or another in its stead. */
export const putTap = (
  db: Database,
  row: {
    conversationId: ConversationId
    placeId: PlaceId
    side: 'pupil' | 'family'
    accountId: AccountId
    choice: string
    at: Instant
  },
) =>
  db.run(
    `insert into notice_taps (conversation_id, place_id, side, account_id, choice, at)
     values ($conversationId, $placeId, $side, $accountId, $choice, $at)
     on conflict (conversation_id, place_id, side) do update set account_id = excluded.account_id, choice = excluded.choice, at = excluded.at`,
    row,
  )

const SEEN_BY = `select ${jsonObject({
  people: jsonArray(
    jsonObject({
      accountId: 'a.account_id',
      name: nameOf('a.account_id'),
      side: 'a.side',
      of: 'json_group_array(a.name)',
      seen: jsonBoolean(hasSeen('a.account_id')),
    }),
    `from ${ADDRESSEES} a where a.account_id is not null group by a.account_id, a.side order by a.side desc, a.name`,
  ),
  notIn: `(select json_group_array(name) from (select name from ${ADDRESSEES}
      where side = 'pupil' and account_id is null order by name))`,
  taps: jsonArray(
    jsonObject({
      name: 'p.name',
      side: 't.side',
      choice: 't.choice',
      by: nameOf('t.account_id'),
      at: 't.at',
    }),
    'from notice_taps t join places p on p.id = t.place_id and p.left_at is null where t.conversation_id = v.id order by p.name, t.side',
  ),
  notTapped: `(select json_group_array(name) from (select distinct a.name from ${ADDRESSEES} a where v.asks is not null
      and not exists (select 1 from notice_taps t where t.conversation_id = v.id and t.place_id = a.place_id) order by a.name))`,
})} as json from conversations v where v.id = $conversationId and v.class_id = $classId and v.kind = 'notice' and v.removed_at is null`

export type StoredSeen = {
  readonly people: { accountId: AccountId; name: string; side: TalkRole; of: string[]; seen: boolean }[]
  readonly notIn: string[]
  readonly taps: { name: string; side: TalkRole; choice: string; by: string; at: Instant }[]
  readonly notTapped: string[]
}

/** Who of the audience of a notice has seen it and what was answered. */
export const seenOfNotice = async (
  db: Database,
  classId: ClassId,
  conversationId: ConversationId,
): Promise<StoredSeen | undefined> => {
  const json = await db.json(SEEN_BY, { classId, conversationId })
  return json === undefined ? undefined : JSON.parse(json)
}
