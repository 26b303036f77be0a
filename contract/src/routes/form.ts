import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

const WORK = '/api/classes/:classId/works/:workId'

/** Forms: questions without right or wrong, for pupils and families. */
export const formRoutes = {
  seeForm: route<Shapes['seeForm']>()('GET', `${WORK}/submissions/:placeId/form`, 'form.see'),
  answerForm: route<Shapes['answerForm']>()('PUT', `${WORK}/submissions/:placeId/form`, 'form.answer'),
  seeFormResults: route<Shapes['seeFormResults']>()('GET', `${WORK}/form`, 'marking.see'),
  /** All answers as a table. */
  takeFormAnswers: route<Shapes['takeFormAnswers']>()('GET', `${WORK}/form/answers.csv`, 'marking.see', {
    carries: 'bytes',
  }),
}
