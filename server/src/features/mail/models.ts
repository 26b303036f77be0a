import type { Instant, MailId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export const mails = table<{ id: MailId; at: Instant; recipient: string; subject: string; file: string }>(
  'mails',
  {
    id: 'id',
    at: 'integer',
    recipient: 'text',
    subject: 'text',
    file: 'text',
  },
)
