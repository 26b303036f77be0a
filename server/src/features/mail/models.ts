import type { AccountId, Instant, MailId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export type MailRow = {
  readonly id: MailId
  readonly at: Instant
  readonly recipient: string
  readonly subject: string
  readonly file: string
  /** The teacher who had it sent; null for nobody who was signed in. */
  readonly byAccount: AccountId | null
  /** Whose secret it is about; null for somebody who has no account yet. */
  readonly toAccount: AccountId | null
}

export const mails = table<MailRow>('mails', {
  id: 'id',
  at: 'integer',
  recipient: 'text',
  subject: 'text',
  file: 'text',
  byAccount: 'id',
  toAccount: 'id',
})
