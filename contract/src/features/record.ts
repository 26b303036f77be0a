import { z } from 'zod'
import { RECORD_KINDS } from '../wire/record.js'
import { instant } from '../wire/shapes.js'

export const recordPage = z.object({
  className: z.string(),
  lines: z.array(
    z.object({
      id: z.number().int(),
      at: instant,
      kind: z.enum(RECORD_KINDS),
      /** Who did it; null where nobody was signed in. */
      by: z.string().nullable(),
      /** Whom it is about. */
      name: z.string().nullable(),
      /** False for what happened at the school's doors and cannot be laid to one class. */
      ofClass: z.boolean(),
    }),
  ),
})
export type RecordPage = z.infer<typeof recordPage>

export const recordShapes = { seeRecord: { reply: recordPage } }
