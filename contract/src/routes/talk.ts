import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

const TALK = '/api/spaces/:spaceId/talk'
const CONVERSATION = `${TALK}/:conversationId` as const
const LETTERS = '/api/spaces/:spaceId/letters'
const WORK = '/api/classes/:classId/works/:workId'
const MESSAGE = `${CONVERSATION}/messages/:messageId` as const

/**
 * Talk of a class or a circle (a space): notices, rooms, letters, and of a class what is said beside work. Who reads which is core's
 * `readingOf`.
 */
export const talkRoutes = {
  seeTalk: route<Shapes['seeTalk']>()('GET', TALK, 'talk.see'),
  setTalkRules: route<Shapes['setTalkRules']>()('PUT', `${TALK}-rules`, 'talk.moderate'),
  writeNotice: route<Shapes['writeNotice']>()('POST', '/api/spaces/:spaceId/notices', 'talk.moderate'),
  changeNotice: route<Shapes['changeNotice']>()(
    'PUT',
    '/api/spaces/:spaceId/notices/:conversationId',
    'talk.moderate',
  ),
  seeNotice: route<Shapes['seeNotice']>()('GET', '/api/spaces/:spaceId/notices/:conversationId', 'talk.see'),
  seeSeen: route<Shapes['seeSeen']>()(
    'GET',
    '/api/spaces/:spaceId/notices/:conversationId/seen',
    'talk.moderation.see',
  ),
  tapNotice: route<Shapes['tapNotice']>()(
    'PUT',
    '/api/classes/:classId/notices/:conversationId/taps/:placeId',
    'notice.tap',
  ),
  tapAsMember: route<Shapes['tapAsMember']>()(
    'PUT',
    '/api/circles/:circleId/notices/:conversationId/tap',
    'circle.write',
  ),
  makeRoom: route<Shapes['makeRoom']>()('POST', '/api/spaces/:spaceId/rooms', 'talk.moderate'),
  changeRoom: route<Shapes['changeRoom']>()(
    'PUT',
    '/api/spaces/:spaceId/rooms/:conversationId',
    'talk.moderate',
  ),
  seeRoom: route<Shapes['seeRoom']>()('GET', '/api/spaces/:spaceId/rooms/:conversationId', 'talk.see'),
  removeConversation: route<Shapes['removeConversation']>()('DELETE', CONVERSATION, 'talk.moderate'),
  restoreConversation: route<Shapes['restoreConversation']>()(
    'POST',
    `${CONVERSATION}/restore`,
    'talk.moderate',
  ),
  seeBefore: route<Shapes['seeBefore']>()('GET', `${CONVERSATION}/before/:number`, 'talk.see'),
  seeAfter: route<Shapes['seeAfter']>()('GET', `${CONVERSATION}/after/:number`, 'talk.see'),
  markSeen: route<Shapes['markSeen']>()('PUT', `${CONVERSATION}/seen`, 'talk.see'),
  seeMentionable: route<Shapes['seeMentionable']>()('GET', `${CONVERSATION}/people`, 'talk.see'),
  addTalkFile: route<Shapes['addTalkFile']>()('POST', '/api/spaces/:spaceId/talk-files', 'talk.write', {
    carries: 'file',
  }),
  seeTalkFile: route<Shapes['seeTalkFile']>()(
    'GET',
    '/api/spaces/:spaceId/talk-files/:talkFileId',
    'talk.see',
    { carries: 'bytes' },
  ),
  writeMessage: route<Shapes['writeMessage']>()('POST', `${CONVERSATION}/messages`, 'talk.write'),
  changeMessage: route<Shapes['changeMessage']>()('PUT', MESSAGE, 'talk.write'),
  removeMessage: route<Shapes['removeMessage']>()('DELETE', MESSAGE, 'talk.write'),
  react: route<Shapes['react']>()('PUT', `${MESSAGE}/reactions`, 'talk.write'),
  reportMessage: route<Shapes['reportMessage']>()('POST', `${MESSAGE}/reports`, 'talk.write'),
  settleReports: route<Shapes['settleReports']>()('DELETE', `${MESSAGE}/reports`, 'talk.moderate'),
  seeThread: route<Shapes['seeThread']>()('GET', `${WORK}/thread`, 'thread.see'),
  writeInThread: route<Shapes['writeInThread']>()('POST', `${WORK}/thread`, 'thread.write'),
  seeSideNote: route<Shapes['seeSideNote']>()('GET', `${WORK}/submissions/:placeId/notes`, 'submission.see'),
  writeNote: route<Shapes['writeNote']>()('POST', `${WORK}/submissions/:placeId/notes`, 'sideNote.write'),
  seeCorrespondents: route<Shapes['seeCorrespondents']>()(
    'GET',
    '/api/spaces/:spaceId/correspondents',
    'talk.see',
  ),
  writeLetter: route<Shapes['writeLetter']>()('POST', LETTERS, 'talk.write'),
  seeLetter: route<Shapes['seeLetter']>()('GET', `${LETTERS}/:conversationId`, 'talk.see'),
  setLetterHours: route<Shapes['setLetterHours']>()('PUT', '/api/letter-hours', 'letterHours.set'),
  seeNod: route<Shapes['seeNod']>()('GET', '/api/spaces/:spaceId/nod', 'talk.moderation.see'),
  decideMessage: route<Shapes['decideMessage']>()('POST', `${MESSAGE}/nod`, 'talk.moderate'),
  setNod: route<Shapes['setNod']>()('PUT', '/api/classes/:classId/register/:placeId/nod', 'nod.set'),
}
