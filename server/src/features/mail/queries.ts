import type { Instant, MailId } from '@oppen/core/ids'
import type { Database } from '../../db/index.js'

type MailLine = { id: MailId; at: Instant; to: string; subject: string; file: string }
const MAIL = 'select id, at, recipient as "to", subject, file from mails'

export const mailsNewest = (db: Database) =>
  db.rows<MailLine>(`${MAIL} order by at desc, rowid desc limit 200`)

export const mailById = (db: Database, id: MailId) => db.row<MailLine>(`${MAIL} where id = $id`, { id })
