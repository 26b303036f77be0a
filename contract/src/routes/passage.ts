import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

const SUBMISSION = '/api/classes/:classId/works/:workId/submissions/:placeId'
const PLACE = '/api/classes/:classId/places/:placeId'

/** What pupils mark and keep while they read, and how reading aloud was counted. */
export const passageRoutes = {
  seeReadingMarks: route<Shapes['seeReadingMarks']>()('GET', `${SUBMISSION}/reading/marks`, 'submission.see'),
  saveReadingMark: route<Shapes['saveReadingMark']>()(
    'PUT',
    `${SUBMISSION}/reading/marks/:markId`,
    'submission.write',
  ),
  removeReadingMark: route<Shapes['removeReadingMark']>()(
    'DELETE',
    `${SUBMISSION}/reading/marks/:markId`,
    'submission.write',
  ),
  /** What a teacher counted of one reading aloud. */
  countReading: route<Shapes['countReading']>()('PUT', `${SUBMISSION}/reading/count`, 'submission.mark'),
  /** Everything that was counted of one pupil in a class; for the pupil what was handed back. */
  seeFluency: route<Shapes['seeFluency']>()('GET', `${PLACE}/fluency`, 'fluency.see'),
  /** The words that somebody looked up and keeps, over all classes: for nobody else. */
  seeOwnWords: route<Shapes['seeOwnWords']>()('GET', '/api/account/words', 'account.self'),
  saveOwnWord: route<Shapes['saveOwnWord']>()('PUT', '/api/account/words/:ownWordId', 'account.self'),
  removeOwnWord: route<Shapes['removeOwnWord']>()('DELETE', '/api/account/words/:ownWordId', 'account.self'),
}
