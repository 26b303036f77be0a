import type { Handlers } from '../../http/serve.js'
import { addTalkFile, sendTalkFile } from './attachments.js'
import { seeCorrespondents, seeLetter, setLetterHours, writeLetter } from './letters.js'
import { seeMentionable } from './mentions.js'
import {
  changeMessage,
  decideMessage,
  react,
  removeMessage,
  reportMessage,
  settleReports,
  writeBeside,
  writeMessage,
} from './messages.js'
import { changeNotice, seeNotice, seeSeen, seeTalk, setRemoved, tapNotice, writeNotice } from './notices.js'
import { markSeen, seeBeside, seeStretch } from './reading.js'
import { changeRoom, makeRoom, seeRoom } from './rooms.js'
import { seeNod, setNod, setTalkRules } from './rules.js'

export const talkHandlers = {
  seeTalk: ({ world, viewer, params }) => seeTalk(world, viewer, params.spaceId),
  setTalkRules: ({ world, viewer, params, body }) => setTalkRules(world, viewer, params.spaceId, body),
  writeNotice: ({ world, viewer, params, body }) => writeNotice(world, viewer, params.spaceId, body),
  changeNotice: ({ world, viewer, params, body }) => changeNotice(world, viewer, params, body),
  seeNotice: ({ world, viewer, params }) => seeNotice(world, viewer, params),
  seeSeen: ({ world, params }) => seeSeen(world, params),
  tapNotice: ({ world, viewer, params: { classId, ...params }, body }) =>
    tapNotice(world, viewer, { ...params, spaceId: classId }, body.choice),
  tapAsMember: ({ world, viewer, params, body }) =>
    tapNotice(
      world,
      viewer,
      { spaceId: params.circleId, conversationId: params.conversationId, placeId: null },
      body.choice,
    ),
  makeRoom: ({ world, viewer, params, body }) => makeRoom(world, viewer, params.spaceId, body),
  changeRoom: ({ world, viewer, params, body }) => changeRoom(world, viewer, params, body),
  removeConversation: ({ world, viewer, params }) => setRemoved(world, viewer, params, true),
  restoreConversation: ({ world, viewer, params }) => setRemoved(world, viewer, params, false),
  addTalkFile: ({ world, viewer, params, request }) => addTalkFile(world, viewer, params, request),
  seeTalkFile: ({ world, viewer, params, response }) => sendTalkFile(world, viewer, params, response),
  seeMentionable: ({ world, viewer, params }) => seeMentionable(world, viewer, params),
  seeRoom: ({ world, viewer, params }) => seeRoom(world, viewer, params),
  seeBefore: ({ world, viewer, params }) => seeStretch(world, viewer, params, 'before'),
  seeAfter: ({ world, viewer, params }) => seeStretch(world, viewer, params, 'after'),
  markSeen: ({ world, viewer, params, body }) => markSeen(world, viewer, params, body.until),
  writeMessage: ({ world, viewer, params, body }) => writeMessage(world, viewer, params, body),
  changeMessage: ({ world, viewer, params, body }) => changeMessage(world, viewer, params, body),
  removeMessage: ({ world, viewer, params }) => removeMessage(world, viewer, params),
  react: ({ world, viewer, params, body }) => react(world, viewer, params, body),
  reportMessage: ({ world, viewer, params, body }) => reportMessage(world, viewer, params, body.word),
  settleReports: ({ world, viewer, params }) => settleReports(world, viewer, params),
  seeThread: ({ world, viewer, params }) => seeBeside(world, viewer, { ...params, placeId: null }),
  writeInThread: ({ world, viewer, params, body }) =>
    writeBeside(world, viewer, { ...params, placeId: null }, body),
  seeSideNote: ({ world, viewer, params }) => seeBeside(world, viewer, params),
  writeNote: ({ world, viewer, params, body }) => writeBeside(world, viewer, params, body),
  seeCorrespondents: ({ world, viewer, params }) => seeCorrespondents(world, viewer, params.spaceId),
  writeLetter: ({ world, viewer, params, body }) => writeLetter(world, viewer, params.spaceId, body),
  seeLetter: ({ world, viewer, params }) => seeLetter(world, viewer, params),
  setLetterHours: ({ world, viewer, body }) => setLetterHours(world, viewer, body),
  seeNod: ({ world, viewer, params }) => seeNod(world, viewer, params.spaceId),
  decideMessage: ({ world, viewer, params, body }) => decideMessage(world, viewer, params, body),
  setNod: ({ world, viewer, params, body }) => setNod(world, viewer, params, body.on),
} satisfies Partial<Handlers>
