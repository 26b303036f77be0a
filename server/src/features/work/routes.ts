import { type Handlers, written } from '../../http/serve.js'
import { addFile, removeFile, restoreFile, sendFile } from '../files/service.js'
import { seeOwnWork, sendOwnWork } from './ownWork.js'
import { addTopic, postWork } from './posting.js'
import { outcomeJson, pieceJson } from './queries.js'
import { handIn, saveCopy, seeTopics, takeBack, writeNote } from './service.js'

export const workHandlers = {
  seeTopics: async ({ world, viewer, params }) => written(await seeTopics(world, viewer, params.classId)),
  addTopic: ({ world, params, body }) => addTopic(world, params.classId, body.name),
  postWork: ({ world, viewer, params, body }) => postWork(world, viewer, params.classId, body),
  seePiece: async ({ world, viewer, params }) => written(await pieceJson(world.db, params, viewer.accountId)),
  seeOutcome: async ({ world, params }) => written(await outcomeJson(world.db, params)),
  saveCopy: ({ world, viewer, params, body }) => saveCopy(world, viewer, params, body),
  addFile: ({ world, viewer, params, request }) => addFile(world, viewer, params, request),
  seeOwnWork: ({ world, params }) => seeOwnWork(world, params),
  takeOwnWork: ({ world, params, response }) => sendOwnWork(world, params, response),
  seeFile: ({ world, params, response }) => sendFile(world, params, response),
  removeFile: ({ world, params }) => removeFile(world, params),
  restoreFile: ({ world, params }) => restoreFile(world, params),
  handIn: ({ world, viewer, params, body }) => handIn(world, viewer, params, body.version),
  takeBack: ({ world, viewer, params }) => takeBack(world, viewer, params),
  writeNote: ({ world, viewer, params, body }) => writeNote(world, viewer, params, body.text),
} satisfies Partial<Handlers>
