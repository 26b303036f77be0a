import type { AccountId, ClassId, ConversationId, MessageId, TalkFileId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import { CLASS_RULES, type StoredRules } from './queries.js'

/** How much the files of the talk of a class take, and what lies ready for somebody, the newest first. */
export const talkFilesOf = async (
  db: Database,
  classId: ClassId,
  accountId: AccountId,
): Promise<{ used: number; ready: TalkFileId[] }> =>
  JSON.parse(
    (await db.json(
      `select ${jsonObject({
        used: '(select coalesce(sum(size), 0) from message_files where class_id = $classId)',
        ready: jsonArray(
          'json_quote(f.id)',
          'from message_files f where f.by_account = $accountId and f.message_id is null order by f.at desc, f.rowid desc',
        ),
      })} as json`,
      { classId, accountId },
    )) ?? 'null',
  )

/** The files of a message, whoever added them, and of some ids those that lie ready for somebody. */
export const filesOf = async (
  db: Database,
  {
    ids,
    ...asked
  }: { classId: ClassId; messageId: MessageId; accountId: AccountId; ids: readonly TalkFileId[] },
): Promise<TalkFileId[]> =>
  (
    await db.rows<{ id: TalkFileId }>(
      `select id from message_files where class_id = $classId and (message_id = $messageId
         or (message_id is null and by_account = $accountId and id in (select value from json_each($ids))))`,
      { ...asked, ids: JSON.stringify(ids) },
    )
  ).map(one => one.id)

/** A file of the talk of a class, and where it stands. */
export const fileToSend = (db: Database, classId: ClassId, talkFileId: TalkFileId) =>
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
     from message_files f left join messages m on m.id = f.message_id where f.id = $talkFileId and f.class_id = $classId`,
    { classId, talkFileId },
  )

/** What a class says about its talk; null where it never said anything. */
export const rulesOfClass = async (db: Database, classId: ClassId): Promise<StoredRules> =>
  JSON.parse((await db.json(`select ${CLASS_RULES} as json`, { classId })) ?? 'null')
