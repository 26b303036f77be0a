import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

const SUBMISSION = '/api/classes/:classId/works/:workId/submissions/:placeId'

/** A quiz and its attempts. */
export const quizRoutes = {
  seeQuizResults: route<Shapes['seeQuizResults']>()(
    'GET',
    '/api/classes/:classId/works/:workId/quiz',
    'marking.see',
  ),
  seeQuiz: route<Shapes['seeQuiz']>()('GET', `${SUBMISSION}/quiz`, 'submission.see'),
  /** How many minutes one pupil has more. */
  setMoreTime: route<Shapes['setMoreTime']>()('PUT', `${SUBMISSION}/more-time`, 'submission.mark'),
  beginAttempt: route<Shapes['beginAttempt']>()('POST', `${SUBMISSION}/attempts`, 'submission.write'),
  saveAnswers: route<Shapes['saveAnswers']>()('PUT', `${SUBMISSION}/answers`, 'submission.write'),
  checkAnswer: route<Shapes['checkAnswer']>()('POST', `${SUBMISSION}/checks`, 'submission.write'),
  /** The quizzes of all classes that somebody teaches, to copy questions from. */
  seeQuizzes: route<Shapes['seeQuizzes']>()('GET', '/api/classes/:classId/quizzes', 'work.post'),
  /** What everybody answered to one question. */
  seeAnswersTo: route<Shapes['seeAnswersTo']>()(
    'GET',
    '/api/classes/:classId/works/:workId/quiz/questions/:questionId',
    'marking.see',
  ),
  /** All answers as a table. */
  takeAnswers: route<Shapes['takeAnswers']>()(
    'GET',
    '/api/classes/:classId/works/:workId/quiz/answers.csv',
    'marking.see',
    { carries: 'bytes' },
  ),
  /** What a teacher gives for one answer. */
  setAnswerMark: route<Shapes['setAnswerMark']>()('PUT', `${SUBMISSION}/answer-mark`, 'submission.mark'),
  /** Whose score would change with a change of a posted quiz. */
  tryQuiz: route<Shapes['tryQuiz']>()(
    'POST',
    '/api/classes/:classId/works/:workId/quiz/tries',
    'work.change',
  ),
  /** Twenty drawings of a question that is being written. */
  drawQuestion: route<Shapes['drawQuestion']>()('POST', '/api/classes/:classId/drawings', 'work.post'),
}
