import type { MailId } from '@oppen/core/ids'
import { z } from 'zod'
import { id, instant } from '../wire/shapes.js'

const mail = z.object({ id: id<MailId>(), at: instant, to: z.string(), subject: z.string() })

export const outboxPage = z.object({ mails: z.array(mail) })
export type OutboxPage = z.infer<typeof outboxPage>

export const mailShapes = {
  seeOutbox: { reply: outboxPage },
  /** `source` is the message file as it lies in the outbox. */
  seeMail: { reply: mail.extend({ source: z.string() }) },
  seeMailFile: {},
}
