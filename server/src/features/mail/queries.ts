import type { AccountId, Instant, MailId } from '@oppen/core/ids'
import type { AccountKind } from '@oppen/core/permissions'
import type { Database } from '../../db/index.js'
import type { MailChoices, OutgoingKind, OutgoingRow } from './models.js'

type MailLine = { id: MailId; at: Instant; to: string; subject: string; file: string }

/** What a teacher had sent or was sent, and what went to families of the classes that this teacher teaches and is not theirs alone. */
const MAIL = `select id, at, recipient as "to", subject, file from mails m
  where (m.by_account = $teacher or (m.own = 1 and m.to_account = $teacher) or (m.own = 0 and exists (
    select 1 from family_links f join places p on p.id = f.place_id and p.left_at is null join teachers t on t.class_id = p.class_id
    where f.account_id = m.to_account and t.account_id = $teacher)))`

export const mailsNewest = (db: Database, teacher: AccountId) =>
  db.rows<MailLine>(`${MAIL} order by at desc, rowid desc limit 200`, { teacher })

export const mailById = (db: Database, teacher: AccountId, id: MailId) =>
  db.row<MailLine>(`${MAIL} and id = $id`, { teacher, id })

/** Messages of some kinds that wait to be sent by a moment, the longest first. */
export const dueMails = (db: Database, kinds: readonly OutgoingKind[], now: Instant, most: number) =>
  db.rows<Pick<OutgoingRow, 'accountId' | 'kind' | 'ref' | 'tries'>>(
    `select account_id as accountId, kind, ref, tries from outgoing_mails
     where sent_at is null and due_at <= $now and kind in (select value from json_each($kinds)) order by due_at limit $most`,
    { now, most, kinds: JSON.stringify(kinds) },
  )

/** To whom a message goes, and in which language; undefined where the account has no address any more. */
export const addresseeOf = (db: Database, accountId: AccountId) =>
  db.row<{ email: string; language: string | null; kind: AccountKind }>(
    `select email, language, kind from accounts where id = $accountId and email is not null and ended_at is null`,
    { accountId },
  )

/** What somebody has sent to their address; how one begins where nothing was chosen. */
export async function mailChoicesOf(db: Database, accountId: AccountId): Promise<MailChoices> {
  const row = await db.row<{ digest: number; letters: number }>(
    'select digest, letters from mail_choices where account_id = $accountId',
    { accountId },
  )
  return row ? { digest: row.digest === 1, letters: row.letters === 1 } : BEGIN
}

/** A family is told of the week unless it does not want to be; letters are copied for who asks for it. */
const BEGIN: MailChoices = { digest: true, letters: false }
