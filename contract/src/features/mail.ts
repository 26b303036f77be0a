import type { MailId } from '@oppen/core/ids'
import { z } from 'zod'
import { id, instant } from '../wire/shapes.js'

const mail = z.object({ id: id<MailId>(), at: instant, to: z.string(), subject: z.string() })

export const outboxPage = z.object({ mails: z.array(mail) })
export type OutboxPage = z.infer<typeof outboxPage>

export const mailShapes = {
  seeOutbox: { reply: outboxPage },
  seeMail: { reply: mail.extend({ text: z.string() }) },
  seeMailFile: {},
}
