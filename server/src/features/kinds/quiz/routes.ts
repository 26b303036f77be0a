import type { Handlers } from '../../../http/serve.js'
import { seeQuizResults } from './results.js'
import { beginAttempt, checkAnswer, drawQuestion, saveAnswers, seeQuiz } from './service.js'

export const quizHandlers = {
  seeQuizResults: ({ world, params }) => seeQuizResults(world, params),
  seeQuiz: ({ world, viewer, params }) => seeQuiz(world, viewer, params),
  beginAttempt: ({ world, viewer, params, body }) => beginAttempt(world, viewer, params, body.number),
  saveAnswers: ({ world, viewer, params, body }) => saveAnswers(world, viewer, params, body),
  checkAnswer: ({ world, viewer, params, body }) => checkAnswer(world, viewer, params, body),
  drawQuestion: ({ body }) => drawQuestion(body.question),
} satisfies Partial<Handlers>
