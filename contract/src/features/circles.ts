import type { AccountId, CircleFileId, CircleId } from '@oppen/core/ids'
import { z } from 'zod'
import { done, id, instant, line } from '../wire/shapes.js'
import { accountKind, me } from './accounts.js'

export const circlePage = z.object({
  id: id<CircleId>(),
  name: z.string(),
  /** The code to join with, for those who look after the circle; null for the others and while it is shut. */
  code: z.string().nullable(),
  members: z.array(
    z.object({
      accountId: id<AccountId>(),
      name: z.string(),
      kind: accountKind,
      role: z.enum(['administrator', 'member']),
      mine: z.boolean(),
    }),
  ),
  files: z.array(
    z.object({
      id: id<CircleFileId>(),
      by: z.string(),
      mine: z.boolean(),
      name: z.string(),
      type: z.string(),
      size: z.number().int(),
      at: instant,
    }),
  ),
})
export type CirclePage = z.infer<typeof circlePage>

export const circleShapes = {
  makeCircle: { body: z.object({ name: line }), reply: z.object({ circleId: id<CircleId>() }) },
  joinCircle: { body: z.object({ code: line }), reply: me },
  seeCircle: { reply: circlePage },
  renameCircle: { body: z.object({ name: line }), reply: done },
  /** A new code, or none: then nobody comes in by it. */
  renewCircleCode: { body: z.object({ open: z.boolean() }), reply: done },
  leaveCircle: { reply: done },
  removeMember: { reply: done },
  makeAdministrator: { reply: done },
  addCircleFile: { reply: done },
  removeCircleFile: { reply: done },
  seeCircleFile: {},
}
