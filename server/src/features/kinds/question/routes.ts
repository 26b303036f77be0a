import type { Handlers } from '../../../http/serve.js'
import { giveAnswer, replyToAnswer, seeAnswers } from './service.js'

export const answerHandlers = {
  seeAnswers: ({ world, viewer, params }) => seeAnswers(world, viewer, params),
  answer: ({ world, viewer, params, body }) => giveAnswer(world, viewer, params, body),
  replyToAnswer: ({ world, viewer, params, body }) => replyToAnswer(world, viewer, params, body.text),
} satisfies Partial<Handlers>
