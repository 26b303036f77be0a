import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** What is read over several things, and what is talked about. */
export const readingRoutes = {
  // talk
  seeTalk: route<Shapes['seeTalk']>()('GET', '/api/classes/:classId/talk', 'notices.see'),
  writeNotice: route<Shapes['writeNotice']>()('POST', '/api/classes/:classId/notices', 'notices.write'),
  reply: route<Shapes['reply']>()('POST', '/api/classes/:classId/notices/:noticeId/replies', 'notices.reply'),

  // today
  seeToday: route<Shapes['seeToday']>()('GET', '/api/today', 'account.self'),

  // progress
  seeProgress: route<Shapes['seeProgress']>()(
    'GET',
    '/api/classes/:classId/progress/:placeId',
    'outcome.see',
  ),
  seeOverview: route<Shapes['seeOverview']>()(
    'GET',
    '/api/classes/:classId/progress',
    'progress.overview.see',
  ),

  // live
  live: route<Shapes['live']>()('GET', '/api/live', 'account.self', { carries: 'events' }),
}
