import type { AccountId, ConversationId, Instant, PlaceId, SpaceId } from '@oppen/core/ids'
import type { TalkRole } from '@oppen/core/talk'
import { type Database, jsonArray, jsonBoolean, jsonObject } from '../../db/index.js'
import { nameOf } from '../accounts/fragments.js'
import { ADDRESSEES, hasSeen, TAPS } from './fragments.js'

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

/** Writes the answer to a notice for a place or of a member, or another in its stead. */
export const putTap = (
  db: Database,
  row: {
    conversationId: ConversationId
    /** Null for a member of a circle. */
    placeId: PlaceId | null
    side: 'pupil' | 'family'
    accountId: AccountId
    choice: string
    at: Instant
  },
) =>
  db.run(
    `insert into notice_taps (conversation_id, place_id, side, account_id, choice, at)
     values ($conversationId, $placeId, $side, $accountId, $choice, $at)
     on conflict (conversation_id, coalesce(place_id, account_id), side) do update set account_id = excluded.account_id, choice = excluded.choice, at = excluded.at`,
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
      name: `coalesce(p.name, ${nameOf('t.account_id')})`,
      side: 't.side',
      choice: 't.choice',
      by: nameOf('t.account_id'),
      at: 't.at',
    }),
    `from ${TAPS} t left join places p on p.id = t.place_id
     order by coalesce(p.name, ${nameOf('t.account_id')}), t.side`,
  ),
  notTapped: `(select json_group_array(name) from (select distinct a.name from ${ADDRESSEES} a where v.asks is not null
      and not exists (select 1 from notice_taps t where t.conversation_id = v.id
        and coalesce(t.place_id, t.account_id) = coalesce(a.place_id, a.account_id)) order by a.name))`,
})} as json from conversations v where v.id = $conversationId and v.space_id = $spaceId and v.kind = 'notice' and v.removed_at is null`

export type StoredSeen = {
  readonly people: { accountId: AccountId; name: string; side: TalkRole; of: string[]; seen: boolean }[]
  readonly notIn: string[]
  readonly taps: { name: string; side: TalkRole; choice: string; by: string; at: Instant }[]
  readonly notTapped: string[]
}

/** Who of the audience of a notice has seen it and what was answered. */
export const seenOfNotice = async (
  db: Database,
  spaceId: SpaceId,
  conversationId: ConversationId,
): Promise<StoredSeen | undefined> => {
  const json = await db.json(SEEN_BY, { spaceId, conversationId })
  return json === undefined ? undefined : JSON.parse(json)
}
