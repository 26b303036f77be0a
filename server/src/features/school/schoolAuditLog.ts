import type { SchoolAuditLogPage } from '@oppen/contract'
import type { World } from '../../world.js'
import { schoolAuditLog } from './queries.js'

const AT_ONCE = 200

/** The record of the whole school, the newest lines first, or those before a line. */
export async function seeSchoolAuditLog(world: World, before: number | null): Promise<SchoolAuditLogPage> {
  const json = await schoolAuditLog(world.db, before ?? Number.MAX_SAFE_INTEGER, AT_ONCE)
  const lines = JSON.parse(json ?? '[]') as SchoolAuditLogPage['lines']
  return { lines, older: lines.length === AT_ONCE ? (lines.at(-1)?.id ?? null) : null }
}
