import type { AccountId, CircleFileId, CircleId, Instant } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export const circles = table<{ id: CircleId; name: string; code: string | null; madeAt: Instant }>(
  'circles',
  {
    id: 'id',
    name: 'text',
    code: 'text',
    madeAt: 'integer',
  },
)

export type CircleRole = 'administrator' | 'member'

export const circleMembers = table<{
  circleId: CircleId
  accountId: AccountId
  role: CircleRole
  at: Instant
}>('circle_members', { circleId: 'id', accountId: 'id', role: 'text', at: 'integer' }, [
  'circleId',
  'accountId',
])

export const circleFiles = table<{
  id: CircleFileId
  circleId: CircleId
  byAccount: AccountId
  hash: string
  name: string
  type: string
  size: number
  at: Instant
  removedAt: Instant | null
}>('circle_files', {
  id: 'id',
  circleId: 'text',
  byAccount: 'text',
  hash: 'text',
  name: 'text',
  type: 'text',
  size: 'integer',
  at: 'integer',
  removedAt: 'integer',
})
