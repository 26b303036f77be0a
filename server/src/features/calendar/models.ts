import type { AccountId, EntryId, Instant } from '@oppen/core/ids'
import type { LocalDate } from '@oppen/core/zone'
import { table } from '../../db/index.js'

/** What somebody notes in the own calendar. */
export const entries = table<{
  id: EntryId
  accountId: AccountId
  title: string
  note: string
  fromDate: LocalDate
  toDate: LocalDate
  starts: string | null
  ends: string | null
  changedAt: Instant
  removedAt: Instant | null
}>('entries', {
  id: 'id',
  accountId: 'text',
  title: 'text',
  note: 'text',
  fromDate: 'text',
  toDate: 'text',
  starts: 'text',
  ends: 'text',
  changedAt: 'integer',
  removedAt: 'integer',
})

/** The address under which other programs read somebody's calendar: what it is derived from, and its hash. */
export const feeds = table<{
  accountId: AccountId
  source: string
  hash: string
  madeAt: Instant
  readAt: Instant | null
}>('feeds', { accountId: 'id', source: 'text', hash: 'text', madeAt: 'integer', readAt: 'integer' }, [
  'accountId',
])
