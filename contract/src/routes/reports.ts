import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** Reports on paper: a page for each pupil, for a span of weeks. */
export const reportRoutes = {
  seeReports: route<Shapes['seeReports']>()('GET', '/api/classes/:classId/reports/:from/:to', 'marking.see'),
  saveReportWords: route<Shapes['saveReportWords']>()(
    'PUT',
    '/api/classes/:classId/report-words/:placeId',
    'submission.mark',
  ),
  beginReports: route<Shapes['beginReports']>()('POST', '/api/classes/:classId/reports', 'markBook.change'),
  seeReportJob: route<Shapes['seeReportJob']>()(
    'GET',
    '/api/classes/:classId/report-jobs/:jobId',
    'marking.see',
  ),
  cancelReports: route<Shapes['cancelReports']>()(
    'DELETE',
    '/api/classes/:classId/report-jobs/:jobId',
    'markBook.change',
  ),
  takeReports: route<Shapes['takeReports']>()(
    'GET',
    '/api/classes/:classId/report-jobs/:jobId/pdf',
    'marking.see',
    { carries: 'bytes' },
  ),
}
