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
  /** Twenty drawings of a question that is being written. */
  drawQuestion: route<Shapes['drawQuestion']>()('POST', '/api/classes/:classId/drawings', 'work.post'),
}
