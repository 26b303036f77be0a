import { z } from 'zod'
import { AUDIT_KINDS } from '../wire/auditLog.js'
import { instant } from '../wire/shapes.js'

export const auditLogPage = z.object({
  /** Of the class or circle. */
  name: z.string(),
  lines: z.array(
    z.object({
      id: z.number().int(),
      at: instant,
      kind: z.enum(AUDIT_KINDS),
      /** Who did it; null where nobody was signed in. */
      by: z.string().nullable(),
      /** Whom it is about. */
      name: z.string().nullable(),
      /** False for what happened at the school's doors and cannot be laid to one class. */
      ofClass: z.boolean(),
    }),
  ),
})
export type AuditLogPage = z.infer<typeof auditLogPage>

export const auditLogShapes = {
  seeAuditLog: { reply: auditLogPage },
  seeCircleAuditLog: { reply: auditLogPage },
}
