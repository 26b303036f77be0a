import type { Handlers } from '../../../http/serve.js'
import { seeQuizResults } from './results.js'
import { beginAttempt, checkAnswer, drawQuestion, saveAnswers, seeQuiz, setMoreTime } from './service.js'

export const quizHandlers = {
  seeQuizResults: ({ world, params }) => seeQuizResults(world, params),
  seeQuiz: ({ world, viewer, params }) => seeQuiz(world, viewer, params),
  setMoreTime: ({ world, params, body }) => setMoreTime(world, params, body.minutes),
  beginAttempt: ({ world, viewer, params, body }) => beginAttempt(world, viewer, params, body.number),
  saveAnswers: ({ world, viewer, params, body }) => saveAnswers(world, viewer, params, body),
  checkAnswer: ({ world, viewer, params, body }) => checkAnswer(world, viewer, params, body),
  drawQuestion: ({ body }) => drawQuestion(body.question),
} satisfies Partial<Handlers>
