import { type Handlers, written } from '../../http/serve.js'
import { isShared } from '../accounts/sessions.js'
import { bringBack, saveDraft, seeVersion, seeVersions } from '../drafts/service.js'
import {
  addFile,
  removeFile,
  restoreFile,
  seeFileSpace,
  sendFile,
  turnPicture,
  upload,
} from '../files/service.js'
import { sendExport } from './export.js'
import { setExtension } from './extension.js'
import { handIn, improve, takeBack } from './handIn.js'
import { addMaterial, removeMaterial, sendMaterial, takeMaterial, uploadMaterial } from './materials.js'
import { seeOwnWork } from './ownWork.js'
import { changeWork, pinWork, postWork, removeWork, restoreWork, seeWork } from './posting.js'
import { outcomeJson, submissionJson } from './queries.js'
import { readHandout, seeTopics } from './service.js'
import { addTopic, orderTopics, orderWorks, removeTopic, renameTopic } from './topics.js'
import { tryWork } from './trial.js'

export const workHandlers = {
  setExtension: ({ world, viewer, params, body }) => setExtension(world, viewer, params, body.due),
  seeTopics: async ({ world, viewer, params }) => written(await seeTopics(world, viewer, params.classId)),
  addTopic: ({ world, params, body }) => addTopic(world, params.classId, body.name),
  renameTopic: ({ world, params, body }) => renameTopic(world, params, body.name),
  mergeTopic: ({ world, params, body }) => removeTopic(world, params, body.into),
  removeTopic: ({ world, params }) => removeTopic(world, params, null),
  orderTopics: ({ world, params, body }) => orderTopics(world, params.classId, body.topicIds),
  orderWorks: ({ world, params, body }) => orderWorks(world, params.classId, body),
  tryWork: ({ world, params, body: { workId, ...form } }) => tryWork(world, params.classId, { form, workId }),
  postWork: ({ world, viewer, params, body }) => postWork(world, viewer, params.classId, body),
  seeWork: ({ world, params }) => seeWork(world, params),
  changeWork: ({ world, viewer, params, body }) => changeWork(world, viewer, params, body),
  removeWork: ({ world, params }) => removeWork(world, params),
  restoreWork: ({ world, params }) => restoreWork(world, params),
  pinWork: ({ world, params, body }) => pinWork(world, params, body.pinned),
  addMaterial: ({ world, params, request }) => addMaterial(world, params, request),
  beginMaterial: ({ world, params, request, response }) => uploadMaterial(world, params, request, response),
  sendMaterialPart: ({ world, params, request, response }) =>
    uploadMaterial(world, params, request, response),
  seeMaterialUpload: ({ world, params, request, response }) =>
    uploadMaterial(world, params, request, response),
  dropMaterialUpload: ({ world, params, request, response }) =>
    uploadMaterial(world, params, request, response),
  takeMaterial: ({ world, params, body }) => takeMaterial(world, params, body.uploadId),
  removeMaterial: ({ world, params }) => removeMaterial(world, params),
  seeMaterial: ({ world, viewer, params, response }) => sendMaterial(world, viewer, params, response),
  readHandout: ({ world, viewer, params }) => readHandout(world, viewer, params),
  seeSubmission: async ({ world, viewer, params }) =>
    written(await submissionJson(world.db, params, viewer, world.clock.now())),
  seeOutcome: async ({ world, viewer, params }) =>
    written(await outcomeJson(world.db, params, viewer, world.clock.now())),
  saveDraft: ({ world, viewer, params, body }) => saveDraft(world, viewer, params, body),
  beginUpload: ({ world, params, request, response }) => upload(world, params, request, response),
  sendPart: ({ world, params, request, response }) => upload(world, params, request, response),
  seeUpload: ({ world, params, request, response }) => upload(world, params, request, response),
  dropUpload: ({ world, params, request, response }) => upload(world, params, request, response),
  addFile: ({ world, viewer, params, body }) => addFile(world, viewer, params, body.uploadId),
  turnPicture: ({ world, viewer, params }) => turnPicture(world, viewer, params),
  seeFileSpace: ({ world, params }) => seeFileSpace(world, params.classId),
  improve: ({ world, viewer, params, body }) => improve(world, viewer, params, body.on),
  seeOwnWork: ({ world, params }) => seeOwnWork(world, params),
  takeOwnWork: ({ world, viewer, params, response }) => sendExport(world, viewer, params, response),
  seeFile: ({ world, params, response }) => sendFile(world, params, response),
  removeFile: ({ world, params }) => removeFile(world, params),
  restoreFile: ({ world, params }) => restoreFile(world, params),
  seeVersions: async ({ world, params }) => written(await seeVersions(world, params)),
  seeVersion: async ({ world, params }) => written(await seeVersion(world, params)),
  bringBack: ({ world, viewer, params }) => bringBack(world, viewer, params),
  handIn: async ({ world, viewer, params, body, request }) =>
    handIn(world, viewer, params, body, await isShared(world, request)),
  takeBack: ({ world, viewer, params }) => takeBack(world, viewer, params),
} satisfies Partial<Handlers>
