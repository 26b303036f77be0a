import type { Handlers } from '../../../http/serve.js'
import { giveAnswer, removeReply, replyToAnswer, seeAnswers } from './service.js'

export const answerHandlers = {
  seeAnswers: ({ world, viewer, params }) => seeAnswers(world, viewer, params),
  answer: ({ world, viewer, params, body }) => giveAnswer(world, viewer, params, body),
  replyToAnswer: ({ world, viewer, params, body }) => replyToAnswer(world, viewer, params, body.text),
  removeReply: ({ world, viewer, params }) => removeReply(world, viewer, params),
} satisfies Partial<Handlers>
