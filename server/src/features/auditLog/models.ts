import type { AuditKind } from '@oppen/contract'
import type { AccountId, CircleId, ClassId, Instant } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export type AuditRow = {
  id: number | null
  classId: ClassId | null
  circleId: CircleId | null
  at: Instant
  byAccount: AccountId | null
  kind: AuditKind
  params: string
}

export const auditLog = table<AuditRow>('audit_log', {
  id: 'integer',
  classId: 'text',
  circleId: 'text',
  at: 'integer',
  byAccount: 'text',
  kind: 'text',
  params: 'json',
})
