import type { Shapes } from './shapes.js'
import { route } from './wire/route.js'

/**
 * Every route of Oppen: how it is asked, where, and which action of `can` it needs (`open` where nobody has to be
 * signed in). What goes each way stands in the shapes under the same name; only their types are used here, so
 * that a screen can ask without carrying what checks.
 */
export const routes = {
  // accounts
  me: route<Shapes['me']>()('GET', '/api/me', 'account.self'),
  signIn: route<Shapes['signIn']>()('POST', '/api/sign-in', 'open', { tries: 'secret' }),
  signOut: route<Shapes['signOut']>()('POST', '/api/sign-out', 'open'),
  look: route<Shapes['look']>()('POST', '/api/looks', 'account.self'),
  moveClock: route<Shapes['moveClock']>()('PUT', '/api/clock', 'account.self'),

  // joining
  knock: route<Shapes['knock']>()('POST', '/api/entry/code', 'open', { tries: 'code' }),
  claim: route<Shapes['claim']>()('POST', '/api/entry/claim', 'open', { tries: 'code' }),
  enterAsSelf: route<Shapes['enterAsSelf']>()('POST', '/api/entry/again', 'open', { tries: 'secret' }),
  showKey: route<Shapes['showKey']>()('POST', '/api/entry/key', 'open', { tries: 'code' }),
  joinFamily: route<Shapes['joinFamily']>()('POST', '/api/entry/family', 'open', { tries: 'code' }),
  followChild: route<Shapes['followChild']>()('POST', '/api/follows', 'account.self', { tries: 'code' }),
  seeDoor: route<Shapes['seeDoor']>()('GET', '/api/classes/:classId/door', 'door.see'),
  openDoor: route<Shapes['openDoor']>()('POST', '/api/classes/:classId/door', 'door.work'),
  lengthenDoor: route<Shapes['lengthenDoor']>()('POST', '/api/classes/:classId/door/lengthen', 'door.work'),
  closeDoor: route<Shapes['closeDoor']>()('POST', '/api/classes/:classId/door/close', 'door.work'),

  // classes
  makeClass: route<Shapes['makeClass']>()('POST', '/api/classes', 'class.make'),
  seeRegister: route<Shapes['seeRegister']>()('GET', '/api/classes/:classId/register', 'register.see'),
  addPlaces: route<Shapes['addPlaces']>()('POST', '/api/classes/:classId/register', 'register.change'),
  freePlace: route<Shapes['freePlace']>()(
    'POST',
    '/api/classes/:classId/register/:placeId/free',
    'register.change',
  ),

  // work
  seeTopics: route<Shapes['seeTopics']>()('GET', '/api/classes/:classId/topics', 'topics.see'),
  addTopic: route<Shapes['addTopic']>()('POST', '/api/classes/:classId/topics', 'topics.change'),
  postWork: route<Shapes['postWork']>()('POST', '/api/classes/:classId/works', 'work.post'),
  seePiece: route<Shapes['seePiece']>()(
    'GET',
    '/api/classes/:classId/works/:workId/pieces/:placeId',
    'piece.see',
  ),
  seeOutcome: route<Shapes['seeOutcome']>()(
    'GET',
    '/api/classes/:classId/works/:workId/pieces/:placeId/outcome',
    'outcome.see',
  ),
  saveCopy: route<Shapes['saveCopy']>()(
    'PUT',
    '/api/classes/:classId/works/:workId/pieces/:placeId/copy',
    'piece.write',
  ),
  addFile: route<Shapes['addFile']>()(
    'POST',
    '/api/classes/:classId/works/:workId/pieces/:placeId/files',
    'piece.write',
    { carries: 'file' },
  ),
  seeFile: route<Shapes['seeFile']>()(
    'GET',
    '/api/classes/:classId/works/:workId/pieces/:placeId/files/:fileId',
    'piece.see',
    { carries: 'bytes' },
  ),
  removeFile: route<Shapes['removeFile']>()(
    'DELETE',
    '/api/classes/:classId/works/:workId/pieces/:placeId/files/:fileId',
    'piece.write',
  ),
  restoreFile: route<Shapes['restoreFile']>()(
    'POST',
    '/api/classes/:classId/works/:workId/pieces/:placeId/files/:fileId/restore',
    'piece.write',
  ),
  handIn: route<Shapes['handIn']>()(
    'POST',
    '/api/classes/:classId/works/:workId/pieces/:placeId/hand-in',
    'piece.write',
  ),
  takeBack: route<Shapes['takeBack']>()(
    'POST',
    '/api/classes/:classId/works/:workId/pieces/:placeId/take-back',
    'piece.write',
  ),
  writeNote: route<Shapes['writeNote']>()(
    'POST',
    '/api/classes/:classId/works/:workId/pieces/:placeId/notes',
    'sideNote.write',
  ),

  // marking
  seeMarking: route<Shapes['seeMarking']>()(
    'GET',
    '/api/classes/:classId/works/:workId/marking',
    'marking.see',
  ),
  handBack: route<Shapes['handBack']>()(
    'POST',
    '/api/classes/:classId/works/:workId/pieces/:placeId/hand-back',
    'piece.mark',
  ),
  tryAgain: route<Shapes['tryAgain']>()(
    'POST',
    '/api/classes/:classId/works/:workId/pieces/:placeId/try-again',
    'piece.mark',
  ),
  excuse: route<Shapes['excuse']>()(
    'POST',
    '/api/classes/:classId/works/:workId/pieces/:placeId/excused',
    'piece.mark',
  ),
  receive: route<Shapes['receive']>()(
    'POST',
    '/api/classes/:classId/works/:workId/pieces/:placeId/received',
    'piece.mark',
  ),

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
  seeOverview: route<Shapes['seeOverview']>()('GET', '/api/classes/:classId/progress', 'progress.overview'),

  // live
  live: route<Shapes['live']>()('GET', '/api/live', 'account.self', { carries: 'events' }),
}

export type RouteName = keyof typeof routes
