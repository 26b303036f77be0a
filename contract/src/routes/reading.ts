import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** What is read over several things. */
export const readingRoutes = {
  // about
  seeAbout: route<Shapes['seeAbout']>()('GET', '/api/classes/:classId/about', 'class.see'),
  seeMembers: route<Shapes['seeMembers']>()('GET', '/api/classes/:classId/members', 'members.see'),
  writePage: route<Shapes['writePage']>()('POST', '/api/classes/:classId/pages', 'about.change'),
  changePage: route<Shapes['changePage']>()('PUT', '/api/classes/:classId/pages/:pageId', 'about.change'),
  removePage: route<Shapes['removePage']>()('DELETE', '/api/classes/:classId/pages/:pageId', 'about.change'),
  restorePage: route<Shapes['restorePage']>()(
    'POST',
    '/api/classes/:classId/pages/:pageId/restore',
    'about.change',
  ),
  setLinks: route<Shapes['setLinks']>()('PUT', '/api/classes/:classId/links', 'about.change'),
  addClassFile: route<Shapes['addClassFile']>()('POST', '/api/classes/:classId/files', 'about.change', {
    carries: 'file',
  }),
  seeClassFile: route<Shapes['seeClassFile']>()(
    'GET',
    '/api/classes/:classId/files/:classFileId',
    'class.see',
    {
      carries: 'bytes',
    },
  ),
  removeClassFile: route<Shapes['removeClassFile']>()(
    'DELETE',
    '/api/classes/:classId/files/:classFileId',
    'about.change',
  ),
  restoreClassFile: route<Shapes['restoreClassFile']>()(
    'POST',
    '/api/classes/:classId/files/:classFileId/restore',
    'about.change',
  ),
  setBirthday: route<Shapes['setBirthday']>()('PUT', '/api/account/birthday', 'account.change'),

  // calendar
  seeDays: route<Shapes['seeDays']>()('GET', '/api/days/:from/:to', 'account.self'),
  addEntry: route<Shapes['addEntry']>()('POST', '/api/entries', 'account.change'),
  changeEntry: route<Shapes['changeEntry']>()('PUT', '/api/entries/:entryId', 'account.change'),
  removeEntry: route<Shapes['removeEntry']>()('DELETE', '/api/entries/:entryId', 'account.change'),
  restoreEntry: route<Shapes['restoreEntry']>()('POST', '/api/entries/:entryId/restore', 'account.change'),
  seeFeed: route<Shapes['seeFeed']>()('GET', '/api/feed', 'account.change'),
  makeFeed: route<Shapes['makeFeed']>()('POST', '/api/feed', 'account.change'),
  endFeed: route<Shapes['endFeed']>()('DELETE', '/api/feed', 'account.change'),
  readFeed: route<Shapes['readFeed']>()('GET', '/api/feed/:feedKey/oppen.ics', 'open', { carries: 'bytes' }),

  // search: the words are in the body, so that they stand in no log
  search: route<Shapes['search']>()('POST', '/api/search', 'account.self'),

  // progress
  seeProgress: route<Shapes['seeProgress']>()(
    'GET',
    '/api/classes/:classId/progress/:placeId',
    'outcome.see',
  ),
  setGoalReached: route<Shapes['setGoalReached']>()(
    'PUT',
    '/api/classes/:classId/progress/:placeId/goals',
    'submission.mark',
  ),
  seeOverview: route<Shapes['seeOverview']>()(
    'GET',
    '/api/classes/:classId/progress',
    'progress.overview.see',
  ),

  // live
  live: route<Shapes['live']>()('GET', '/api/live', 'account.self', { carries: 'events' }),
}
