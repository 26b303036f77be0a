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
  /** 1 where it is for its reader alone. */
  readonly own: number
}

export const mails = table<MailRow>('mails', {
  id: 'id',
  at: 'integer',
  recipient: 'text',
  subject: 'text',
  file: 'text',
  byAccount: 'id',
  toAccount: 'id',
  own: 'integer',
})

/** What messages are sent of: the summary of a week, a letter, what is new, by mail or to a device. */
export type OutgoingKind = 'digest' | 'letter' | 'news' | 'push'

export type OutgoingRow = {
  accountId: AccountId
  kind: OutgoingKind
  /** What it tells of: the day of a digest, a message of a letter, a way and a span of news. */
  ref: string
  dueAt: Instant
  tries: number
  /** When it was sent, or given up after too many tries; null while it waits. */
  sentAt: Instant | null
}

export const outgoingMails = table<OutgoingRow>(
  'outgoing_mails',
  { accountId: 'id', kind: 'id', ref: 'id', dueAt: 'integer', tries: 'integer', sentAt: 'integer' },
  ['accountId', 'kind', 'ref'],
)

/** What somebody has sent to their address. */
export type MailChoices = { readonly digest: boolean; readonly letters: boolean }

export const mailChoices = table<{ accountId: AccountId; digest: number; letters: number }>(
  'mail_choices',
  { accountId: 'id', digest: 'integer', letters: 'integer' },
  ['accountId'],
)
