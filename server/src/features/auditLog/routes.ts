import { type Handlers, written } from '../../http/serve.js'
import { auditLogJson, circleAuditLogJson } from './queries.js'

export const auditLogHandlers = {
  seeAuditLog: async ({ world, params }) => written(await auditLogJson(world.db, params.classId)),
  seeCircleAuditLog: async ({ world, params }) =>
    written(await circleAuditLogJson(world.db, params.circleId)),
} satisfies Partial<Handlers>
