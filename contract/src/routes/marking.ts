import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** Marking: the desk, what is put over pupils' work, rubrics and saved phrases. */
export const markingRoutes = {
  seeMarking: route<Shapes['seeMarking']>()(
    'GET',
    '/api/classes/:classId/works/:workId/marking',
    'marking.see',
  ),
  handBackByKey: route<Shapes['handBackByKey']>()(
    'POST',
    '/api/classes/:classId/works/:workId/hand-back-by-key',
    'work.change',
  ),
  handBack: route<Shapes['handBack']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/hand-back',
    'submission.mark',
  ),
  tryAgain: route<Shapes['tryAgain']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/try-again',
    'submission.mark',
  ),
  excuse: route<Shapes['excuse']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/excused',
    'submission.mark',
  ),
  receive: route<Shapes['receive']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/received',
    'submission.mark',
  ),
  seeDesk: route<Shapes['seeDesk']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId/desk',
    'submission.mark',
  ),
  saveMarkDraft: route<Shapes['saveMarkDraft']>()(
    'PUT',
    '/api/classes/:classId/works/:workId/submissions/:placeId/mark-draft',
    'submission.mark',
  ),
  handBackReady: route<Shapes['handBackReady']>()(
    'POST',
    '/api/classes/:classId/works/:workId/hand-back-ready',
    'work.change',
  ),
  undoHandBack: route<Shapes['undoHandBack']>()(
    'POST',
    '/api/classes/:classId/works/:workId/undo-hand-back',
    'work.change',
  ),
  seeAnnotations: route<Shapes['seeAnnotations']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId/annotations',
    'ownWork.see',
  ),
  saveAnnotations: route<Shapes['saveAnnotations']>()(
    'PUT',
    '/api/classes/:classId/works/:workId/submissions/:placeId/annotations',
    'submission.mark',
  ),
  addAnnotationFile: route<Shapes['addAnnotationFile']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/annotation-files',
    'submission.mark',
    { carries: 'file' },
  ),
  seeAnnotationFile: route<Shapes['seeAnnotationFile']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId/annotation-files/:annotationFileId',
    'ownWork.see',
    { carries: 'bytes' },
  ),
  setRubric: route<Shapes['setRubric']>()('PUT', '/api/classes/:classId/works/:workId/rubric', 'work.change'),
  setKeepBack: route<Shapes['setKeepBack']>()(
    'PUT',
    '/api/classes/:classId/works/:workId/keep-back',
    'work.change',
  ),
  seePhrases: route<Shapes['seePhrases']>()('GET', '/api/phrases', 'phrases.own'),
  savePhrase: route<Shapes['savePhrase']>()('PUT', '/api/phrases/:phraseId', 'phrases.own'),
  removePhrase: route<Shapes['removePhrase']>()('DELETE', '/api/phrases/:phraseId', 'phrases.own'),
}
