import type { AccountId, ConversationId, MessageId, SpaceId, TalkFileId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import { SPACE_RULES, type StoredRules } from './queries.js'

/** How much the files of the talk of space $spaceId take, of a circle with its other files. */
const SPACE_USED = `(select coalesce(sum(size), 0) from message_files where space_id = $spaceId)
    + (select coalesce(sum(size), 0) from circle_files where circle_id = $spaceId and removed_at is null)`

/** How much the files of the talk of a class take, and what lies ready for somebody, the newest first. */
export const talkFilesOf = async (
  db: Database,
  spaceId: SpaceId,
  accountId: AccountId,
): Promise<{ used: number; ready: TalkFileId[] }> =>
  JSON.parse(
    (await db.json(
      `select ${jsonObject({
        used: SPACE_USED,
        ready: jsonArray(
          'json_quote(f.id)',
          'from message_files f where f.by_account = $accountId and f.message_id is null order by f.at desc, f.rowid desc',
        ),
      })} as json`,
      { spaceId, accountId },
    )) ?? 'null',
  )

/** How much the files of a space take. */
export const usedBy = async (db: Database, spaceId: SpaceId): Promise<number> =>
  (await db.row<{ used: number }>(`select ${SPACE_USED} as used`, { spaceId }))?.used ?? 0

/** The files of a message, whoever added them, and of some ids those that lie ready for somebody. */
export const filesOf = async (
  db: Database,
  {
    ids,
    ...asked
  }: { spaceId: SpaceId; messageId: MessageId; accountId: AccountId; ids: readonly TalkFileId[] },
): Promise<TalkFileId[]> =>
  (
    await db.rows<{ id: TalkFileId }>(
      `select id from message_files where space_id = $spaceId and (message_id = $messageId
         or (message_id is null and by_account = $accountId and id in (select value from json_each($ids))))`,
      { ...asked, ids: JSON.stringify(ids) },
    )
  ).map(one => one.id)

/** A file of the talk of a class, and where it stands. */
export const fileToSend = (db: Database, spaceId: SpaceId, talkFileId: TalkFileId) =>
  db.row<{
    hash: string
    name: string
    type: string
    size: number
    byAccount: AccountId
    messageId: MessageId | null
    conversationId: ConversationId | null
  }>(
    `select f.hash, f.name, f.type, f.size, f.by_account as byAccount, f.message_id as messageId,
       m.conversation_id as conversationId
     from message_files f left join messages m on m.id = f.message_id where f.id = $talkFileId and f.space_id = $spaceId`,
    { spaceId, talkFileId },
  )

/** What a class or circle says about its talk; null where it never said anything. */
export const rulesOfSpace = async (db: Database, spaceId: SpaceId): Promise<StoredRules> =>
  JSON.parse((await db.json(`select ${SPACE_RULES} as json`, { spaceId })) ?? 'null')
