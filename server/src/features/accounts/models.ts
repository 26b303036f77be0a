import type { AccountId, Instant } from '@oppen/core/ids'
import type { AccountKind } from '@oppen/core/permissions'
import { table } from '../../db/index.js'

export type AccountRow = {
  id: AccountId
  kind: AccountKind
  userName: string
  shownName: string
  secretHash: string
  madeAt: Instant
}

export const accounts = table<AccountRow>('accounts', {
  id: 'id',
  kind: 'text',
  userName: 'text',
  shownName: 'text',
  secretHash: 'text',
  madeAt: 'integer',
})

export type SessionRow = {
  tokenHash: string
  accountId: AccountId
  beganAt: Instant
  seenAt: Instant
  endsAt: Instant
}

export const sessions = table<SessionRow>(
  'sessions',
  { tokenHash: 'id', accountId: 'text', beganAt: 'integer', seenAt: 'integer', endsAt: 'integer' },
  ['tokenHash'],
)

export type LookRow = { accountId: AccountId; what: string; at: Instant }

export const looks = table<LookRow>('looks', { accountId: 'id', what: 'id', at: 'integer' }, [
  'accountId',
  'what',
])
