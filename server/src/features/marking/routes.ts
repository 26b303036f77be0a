import { type Handlers, written } from '../../http/serve.js'
import { setKeepBack, setRubric } from '../work/rubric.js'
import { addAnnotationFile, saveAnnotations, seeAnnotations, sendAnnotationFile } from './annotations.js'
import { handBackReady, saveMarkDraft } from './drafts.js'
import { removePhrase, savePhrase, seePhrases } from './phrases.js'
import { deskJson, markingJson } from './queries.js'
import { handBack, handBackByKey, plainMove, tryAgain } from './service.js'
import { undoHandBack } from './undo.js'

export const markingHandlers = {
  seeMarking: async ({ world, viewer, params }) =>
    written(await markingJson(world.db, params.classId, params.workId, viewer.accountId)),
  seeDesk: async ({ world, viewer, params }) => written(await deskJson(world.db, params, viewer.accountId)),
  saveMarkDraft: ({ world, viewer, params, body }) => saveMarkDraft(world, viewer, params, body),
  handBack: ({ world, viewer, params, body }) => handBack(world, viewer, params, body),
  handBackByKey: ({ world, viewer, params }) => handBackByKey(world, viewer, params),
  handBackReady: ({ world, viewer, params, body }) => handBackReady(world, viewer, params, body.placeIds),
  undoHandBack: ({ world, viewer, params, body }) => undoHandBack(world, viewer, params, body.placeIds),
  tryAgain: ({ world, viewer, params, body }) => tryAgain(world, viewer, params, body),
  excuse: ({ world, viewer, params, body }) =>
    plainMove(world, viewer, params, body.excused ? 'excuse' : 'include'),
  receive: ({ world, viewer, params, body }) =>
    plainMove(world, viewer, params, body.received ? 'receive' : 'unreceive'),
  seeAnnotations: ({ world, viewer, params }) => seeAnnotations(world, viewer, params),
  saveAnnotations: ({ world, viewer, params, body }) => saveAnnotations(world, viewer, params, body),
  addAnnotationFile: ({ world, viewer, params, request }) =>
    addAnnotationFile(world, viewer, params, request),
  seeAnnotationFile: ({ world, viewer, params, response }) =>
    sendAnnotationFile(world, viewer, params, response),
  setRubric: ({ world, params, body }) => setRubric(world, params, body.rubric),
  setKeepBack: ({ world, params, body }) => setKeepBack(world, params, body.keepBack),
  seePhrases: ({ world, viewer }) => seePhrases(world, viewer),
  savePhrase: ({ world, viewer, params, body }) => savePhrase(world, viewer, params.phraseId, body.text),
  removePhrase: ({ world, viewer, params }) => removePhrase(world, viewer, params.phraseId),
} satisfies Partial<Handlers>
