import type { Handlers } from '../../http/serve.js'
import { seeMail, seeOutbox, sendMailFile } from './service.js'

export const mailHandlers = {
  seeOutbox: ({ world }) => seeOutbox(world),
  seeMail: ({ world, params }) => seeMail(world, params.mailId),
  seeMailFile: ({ world, params, response }) => sendMailFile(world, params.mailId, response),
} satisfies Partial<Handlers>
