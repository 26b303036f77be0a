import { sendCsv } from '../../../http/download.js'
import { type Handlers, written } from '../../../http/serve.js'
import { answersToJson, quizzesJson } from './queries.js'
import { answersTable, seeQuizResults } from './results.js'
import { setAnswerMark, tryQuiz } from './scores.js'
import { beginAttempt, checkAnswer, drawQuestion, saveAnswers, seeQuiz, setMoreTime } from './service.js'

export const quizHandlers = {
  seeQuizResults: ({ world, params }) => seeQuizResults(world, params),
  seeQuizzes: async ({ world, viewer }) => written(await quizzesJson(world.db, viewer.accountId)),
  seeAnswersTo: async ({ world, params }) => written(await answersToJson(world.db, params)),
  seeQuiz: ({ world, params }) => seeQuiz(world, params),
  setMoreTime: ({ world, params, body }) => setMoreTime(world, params, body.minutes),
  beginAttempt: ({ world, viewer, params, body }) => beginAttempt(world, viewer, params, body.number),
  saveAnswers: ({ world, params, body }) => saveAnswers(world, params, body),
  checkAnswer: ({ world, params, body }) => checkAnswer(world, params, body),
  setAnswerMark: ({ world, viewer, params, body }) => setAnswerMark(world, viewer, params, body),
  tryQuiz: ({ world, params, body }) => tryQuiz(world, params, body.quiz),
  takeAnswers: async ({ world, viewer, params, response }) =>
    sendCsv(response, await answersTable(world, viewer, params), 'answers.csv'),
  drawQuestion: ({ body }) => drawQuestion(body.question),
} satisfies Partial<Handlers>
