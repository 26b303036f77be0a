import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** Posted work: when it is, what it asks, and what becomes of it. */
export const workRoutes = {
  // timing
  seeCalendar: route<Shapes['seeCalendar']>()('GET', '/api/calendar', 'calendar.see'),
  tryCalendar: route<Shapes['tryCalendar']>()('POST', '/api/calendar/try', 'calendar.change'),
  readCalendarFile: route<Shapes['readCalendarFile']>()('POST', '/api/calendar/file', 'calendar.change'),
  changeCalendar: route<Shapes['changeCalendar']>()('PUT', '/api/calendar', 'calendar.change'),
  seeTimetable: route<Shapes['seeTimetable']>()('GET', '/api/classes/:classId/timetable', 'timetable.see'),
  tryTimetable: route<Shapes['tryTimetable']>()(
    'POST',
    '/api/classes/:classId/timetable/try',
    'timetable.change',
  ),
  readTimetableFile: route<Shapes['readTimetableFile']>()(
    'POST',
    '/api/classes/:classId/timetable/file',
    'timetable.change',
  ),
  changeTimetable: route<Shapes['changeTimetable']>()(
    'PUT',
    '/api/classes/:classId/timetable',
    'timetable.change',
  ),

  // work
  seeTopics: route<Shapes['seeTopics']>()('GET', '/api/classes/:classId/topics', 'topics.see'),
  addTopic: route<Shapes['addTopic']>()('POST', '/api/classes/:classId/topics', 'topics.change'),
  orderTopics: route<Shapes['orderTopics']>()('PUT', '/api/classes/:classId/topics/order', 'topics.change'),
  renameTopic: route<Shapes['renameTopic']>()(
    'PUT',
    '/api/classes/:classId/topics/:topicId',
    'topics.change',
  ),
  mergeTopic: route<Shapes['mergeTopic']>()(
    'POST',
    '/api/classes/:classId/topics/:topicId/merge',
    'topics.change',
  ),
  removeTopic: route<Shapes['removeTopic']>()(
    'DELETE',
    '/api/classes/:classId/topics/:topicId',
    'topics.change',
  ),
  orderWorks: route<Shapes['orderWorks']>()('PUT', '/api/classes/:classId/works/order', 'topics.change'),
  tryWork: route<Shapes['tryWork']>()('POST', '/api/classes/:classId/works/try', 'work.post'),
  postWork: route<Shapes['postWork']>()('POST', '/api/classes/:classId/works', 'work.post'),
  seeWork: route<Shapes['seeWork']>()('GET', '/api/classes/:classId/works/:workId', 'work.see'),
  changeWork: route<Shapes['changeWork']>()('PUT', '/api/classes/:classId/works/:workId', 'work.change'),
  removeWork: route<Shapes['removeWork']>()('DELETE', '/api/classes/:classId/works/:workId', 'work.change'),
  restoreWork: route<Shapes['restoreWork']>()(
    'POST',
    '/api/classes/:classId/works/:workId/restore',
    'work.change',
  ),
  pinWork: route<Shapes['pinWork']>()('PUT', '/api/classes/:classId/works/:workId/pinned', 'work.change'),
  setExtension: route<Shapes['setExtension']>()(
    'PUT',
    '/api/classes/:classId/works/:workId/submissions/:placeId/extension',
    'submission.mark',
  ),
  addMaterial: route<Shapes['addMaterial']>()(
    'POST',
    '/api/classes/:classId/works/:workId/materials',
    'work.change',
    { carries: 'file' },
  ),
  // a large file beside the directions in parts, as those of pupils
  beginMaterial: route<Shapes['beginMaterial']>()(
    'POST',
    '/api/classes/:classId/works/:workId/materials/uploads',
    'work.change',
    { carries: 'file' },
  ),
  sendMaterialPart: route<Shapes['sendMaterialPart']>()(
    'PATCH',
    '/api/classes/:classId/works/:workId/materials/uploads/:uploadId',
    'work.change',
    { carries: 'file' },
  ),
  seeMaterialUpload: route<Shapes['seeMaterialUpload']>()(
    'HEAD',
    '/api/classes/:classId/works/:workId/materials/uploads/:uploadId',
    'work.change',
    { carries: 'file' },
  ),
  dropMaterialUpload: route<Shapes['dropMaterialUpload']>()(
    'DELETE',
    '/api/classes/:classId/works/:workId/materials/uploads/:uploadId',
    'work.change',
    { carries: 'file' },
  ),
  takeMaterial: route<Shapes['takeMaterial']>()(
    'POST',
    '/api/classes/:classId/works/:workId/materials/whole',
    'work.change',
  ),
  removeMaterial: route<Shapes['removeMaterial']>()(
    'DELETE',
    '/api/classes/:classId/works/:workId/materials/:materialId',
    'work.change',
  ),
  seeMaterial: route<Shapes['seeMaterial']>()(
    'GET',
    '/api/classes/:classId/works/:workId/materials/:materialId',
    'class.see',
    { carries: 'bytes' },
  ),
  readHandout: route<Shapes['readHandout']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/read',
    'submission.write',
  ),
  seeSubmission: route<Shapes['seeSubmission']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId',
    'submission.see',
  ),
  seeOutcome: route<Shapes['seeOutcome']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId/outcome',
    'outcome.see',
  ),
  saveDraft: route<Shapes['saveDraft']>()(
    'PUT',
    '/api/classes/:classId/works/:workId/submissions/:placeId/draft',
    'submission.write',
  ),
  seeVersions: route<Shapes['seeVersions']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId/versions',
    'submission.see',
  ),
  seeVersion: route<Shapes['seeVersion']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId/versions/:number',
    'submission.see',
  ),
  bringBack: route<Shapes['bringBack']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/versions/:number/back',
    'draft.bringBack',
  ),
  // a file in parts, by the tus protocol: begin, send a part, ask how much has come, give up
  beginUpload: route<Shapes['beginUpload']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/uploads',
    'submission.write',
    { carries: 'file' },
  ),
  sendPart: route<Shapes['sendPart']>()(
    'PATCH',
    '/api/classes/:classId/works/:workId/submissions/:placeId/uploads/:uploadId',
    'submission.write',
    { carries: 'file' },
  ),
  seeUpload: route<Shapes['seeUpload']>()(
    'HEAD',
    '/api/classes/:classId/works/:workId/submissions/:placeId/uploads/:uploadId',
    'submission.write',
    { carries: 'file' },
  ),
  dropUpload: route<Shapes['dropUpload']>()(
    'DELETE',
    '/api/classes/:classId/works/:workId/submissions/:placeId/uploads/:uploadId',
    'submission.write',
    { carries: 'file' },
  ),
  addFile: route<Shapes['addFile']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/files',
    'submission.write',
  ),
  turnPicture: route<Shapes['turnPicture']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/files/:fileId/turn',
    'submission.write',
  ),
  seeFileSpace: route<Shapes['seeFileSpace']>()('GET', '/api/classes/:classId/file-space', 'register.see'),
  seeFile: route<Shapes['seeFile']>()(
    'GET',
    '/api/classes/:classId/works/:workId/submissions/:placeId/files/:fileId',
    'ownWork.see',
    { carries: 'bytes' },
  ),
  removeFile: route<Shapes['removeFile']>()(
    'DELETE',
    '/api/classes/:classId/works/:workId/submissions/:placeId/files/:fileId',
    'submission.write',
  ),
  restoreFile: route<Shapes['restoreFile']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/files/:fileId/restore',
    'submission.write',
  ),
  handIn: route<Shapes['handIn']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/hand-in',
    'submission.write',
  ),
  takeBack: route<Shapes['takeBack']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/take-back',
    'submission.write',
  ),
  improve: route<Shapes['improve']>()(
    'POST',
    '/api/classes/:classId/works/:workId/submissions/:placeId/improve',
    'submission.write',
  ),
  seeOwnWork: route<Shapes['seeOwnWork']>()('GET', '/api/classes/:classId/own-work/:placeId', 'ownWork.see'),
  takeOwnWork: route<Shapes['takeOwnWork']>()(
    'GET',
    '/api/classes/:classId/own-work/:placeId/zip',
    'ownWork.see',
    { carries: 'bytes' },
  ),

  // answers to open questions
  seeAnswers: route<Shapes['seeAnswers']>()(
    'GET',
    '/api/classes/:classId/works/:workId/answers',
    'answers.see',
  ),
  answer: route<Shapes['answer']>()(
    'PUT',
    '/api/classes/:classId/works/:workId/submissions/:placeId/answer',
    'submission.write',
  ),
  removeReply: route<Shapes['removeReply']>()(
    'DELETE',
    '/api/classes/:classId/works/:workId/answers/:answerOf/replies/:noteId',
    'answers.reply',
  ),
  replyToAnswer: route<Shapes['replyToAnswer']>()(
    'POST',
    '/api/classes/:classId/works/:workId/answers/:answerOf/replies',
    'answers.reply',
  ),

  // week
  seeCarryOver: route<Shapes['seeCarryOver']>()(
    'GET',
    '/api/classes/:classId/carry-over/:first',
    'class.settings.see',
  ),
  carryOver: route<Shapes['carryOver']>()('POST', '/api/classes/:classId/carry-over', 'class.carryOver'),
  seeWeek: route<Shapes['seeWeek']>()('GET', '/api/classes/:classId/weeks/:week', 'week.see'),
  seeChildWeek: route<Shapes['seeChildWeek']>()(
    'GET',
    '/api/classes/:classId/weeks/:week/of/:placeId',
    'outcome.see',
  ),
  writeGoals: route<Shapes['writeGoals']>()('PUT', '/api/classes/:classId/weeks/:week/goals', 'week.change'),
  writeLesson: route<Shapes['writeLesson']>()(
    'PUT',
    '/api/classes/:classId/weeks/:week/lessons',
    'week.change',
  ),
  seeFill: route<Shapes['seeFill']>()('GET', '/api/classes/:classId/weeks/:week/from/:from', 'work.see'),
  fillWeek: route<Shapes['fillWeek']>()('POST', '/api/classes/:classId/weeks/:week/fill', 'work.post'),
  tryMove: route<Shapes['tryMove']>()('POST', '/api/classes/:classId/works/:workId/spot/try', 'work.change'),
  moveCard: route<Shapes['moveCard']>()('PUT', '/api/classes/:classId/works/:workId/spot', 'work.change'),
}
