import { type Handlers, written } from '../../http/serve.js'
import { auditLogJson } from './queries.js'

export const auditLogHandlers = {
  seeAuditLog: async ({ world, params }) => written(await auditLogJson(world.db, params.classId)),
} satisfies Partial<Handlers>
