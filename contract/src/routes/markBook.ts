import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** The mark book of a class. */
export const markBookRoutes = {
  seeMarkBook: route<Shapes['seeMarkBook']>()('GET', '/api/classes/:classId/mark-book', 'marking.see'),
  seeClassRules: route<Shapes['seeClassRules']>()('GET', '/api/classes/:classId/rules', 'class.settings.see'),
  setMarkRules: route<Shapes['setMarkRules']>()('PUT', '/api/classes/:classId/mark-rules', 'markBook.change'),
  setDraftMarks: route<Shapes['setDraftMarks']>()(
    'PUT',
    '/api/classes/:classId/mark-book/drafts',
    'markBook.change',
  ),
  handBackDrafts: route<Shapes['handBackDrafts']>()(
    'POST',
    '/api/classes/:classId/mark-book/hand-back',
    'markBook.change',
  ),
  setCounting: route<Shapes['setCounting']>()(
    'PUT',
    '/api/classes/:classId/works/:workId/counting',
    'work.change',
  ),
  forgiveLate: route<Shapes['forgiveLate']>()(
    'PUT',
    '/api/classes/:classId/works/:workId/submissions/:placeId/forgiven',
    'submission.mark',
  ),
}
