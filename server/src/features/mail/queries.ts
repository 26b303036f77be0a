import type { AccountId, Instant, MailId } from '@oppen/core/ids'
import type { Database } from '../../db/index.js'

type MailLine = { id: MailId; at: Instant; to: string; subject: string; file: string }

/** Letters that a teacher had sent, and those to families of the classes that this teacher teaches. */
const MAIL = `select id, at, recipient as "to", subject, file from mails m
  where (m.by_account = $teacher or exists (
    select 1 from family_links f join places p on p.id = f.place_id and p.left_at is null join teachers t on t.class_id = p.class_id
    where f.account_id = m.to_account and t.account_id = $teacher))`

export const mailsNewest = (db: Database, teacher: AccountId) =>
  db.rows<MailLine>(`${MAIL} order by at desc, rowid desc limit 200`, { teacher })

export const mailById = (db: Database, teacher: AccountId, id: MailId) =>
  db.row<MailLine>(`${MAIL} and id = $id`, { teacher, id })
