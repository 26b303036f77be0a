import type { Handlers } from '../../http/serve.js'
import { seeMailChoices, setMailChoices } from './choices.js'
import { seeMail, seeOutbox, sendMailFile } from './service.js'

export const mailHandlers = {
  seeOutbox: ({ world, viewer }) => seeOutbox(world, viewer),
  seeMail: ({ world, viewer, params }) => seeMail(world, viewer, params.mailId),
  seeMailFile: ({ world, viewer, params, response }) => sendMailFile(world, viewer, params.mailId, response),
  seeMailChoices: ({ world, viewer }) => seeMailChoices(world, viewer),
  setMailChoices: ({ world, viewer, body }) => setMailChoices(world, viewer, body),
} satisfies Partial<Handlers>
