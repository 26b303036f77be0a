import type { Digest } from '@oppen/core/digest'
import type { ConversationId, PlaceId, WorkId } from '@oppen/core/ids'
import { z } from 'zod'
import { done, id, instant } from '../wire/shapes.js'
import { markRules } from './markBook.js'

const line = z.object({ id: id<WorkId>(), title: z.string() })
const list = <T extends z.ZodType>(one: T) => z.array(one).readonly()

const digest = z.object({
  handedIn: list(line.extend({ at: instant, lateBy: z.number().int(), onPaper: z.boolean() })),
  handedBack: list(
    line.extend({
      at: instant,
      mark: z.number().int().nullable(),
      points: z.number().int().nullable(),
      again: z.boolean(),
    }),
  ),
  overdue: list(line.extend({ since: instant })),
  missing: list(line.extend({ since: instant })),
  coming: list(line.extend({ by: instant, begun: z.boolean() })),
  waiting: z.number().int(),
}) satisfies z.ZodType<Digest>

/** How a pupil got on in a class over the last days, and what comes. */
export const digestPage = z.object({
  className: z.string(),
  teacherName: z.string(),
  pupil: z.object({ placeId: id<PlaceId>(), name: z.string() }),
  from: instant,
  until: instant,
  digest,
  /** When a teacher last gave or changed a mark of this pupil. */
  markedAt: instant.nullable(),
  /** The words of the class for marks, the highest first; none where it shows points. */
  markWords: markRules.shape.scale,
  notices: z.array(z.object({ id: id<ConversationId>(), by: z.string(), html: z.string(), at: instant })),
})
export type DigestPage = z.infer<typeof digestPage>

/** What somebody has sent to their address: the summary of the week, a copy of each letter. */
const mailChoices = z.object({ digest: z.boolean(), letters: z.boolean() })
export type MailChoices = z.infer<typeof mailChoices>

export const digestShapes = {
  seeDigest: { reply: digestPage },
  seeMailChoices: { reply: mailChoices },
  setMailChoices: { body: mailChoices, reply: done },
}
