import type { FileId, PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import {
  addBytes,
  type BuiltClass,
  buildTopic,
  buildWork,
  placeOf,
  submissionOf,
  type TestServer,
  takePlace,
  writeDraft,
} from '@oppen/demo'
import sharp from 'sharp'
import { saveClassFile } from '../features/about/files.js'
import { writePage } from '../features/about/pages.js'
import { saveAnnotationFile, saveAnnotations } from '../features/marking/annotations.js'
import { showAnnotations } from '../features/marking/queries.js'
import type { SubmissionAddress } from '../features/submissions/moves.js'
import { saveTalkFile } from '../features/talk/attachments.js'
import { writeBeside, writeMessage } from '../features/talk/messages.js'
import { writeNotice } from '../features/talk/notices.js'
import { saveMaterial } from '../features/work/materials.js'
import { keepGiven } from '../features/worksheets/given.js'
import { saveInk } from '../features/worksheets/saving.js'

const PAGE = { kind: 'rules', title: 'Rules', html: '<p>x</p>', times: [], month: null } as const

/** A page given out with a submission, and something on it: twice, so that a version is kept. */
export async function makeSheet(
  world: TestServer['world'],
  pupil: Viewer,
  submission: SubmissionAddress,
): Promise<string> {
  const hash = await world.files.keepBytes(Buffer.from('a page'))
  const page = { hash, type: 'image/png', name: 'a.png', page: 1, width: 100, height: 100 }
  const { sheets } = await keepGiven(world, submission, [page])
  const id = sheets[0]?.id ?? ''
  const dot = { kind: 'note', page: id, x: 1, y: 1, text: 'x', fileId: null } as const
  await saveInk(world, pupil, submission, { put: [{ ...dot, id: 'one' }], drop: [] })
  await saveInk(world, pupil, submission, { put: [{ ...dot, id: 'two' }], drop: [] })
  return id
}

/** Gives a class one of everything that a route can be asked about, for one pupil of it. The names of all of it. */
export async function oneOfEverything(
  world: TestServer['world'],
  into: BuiltClass,
  name: string,
  pupil: Parameters<typeof takePlace>[3],
) {
  await takePlace(world, into, name, pupil)
  const topicId: TopicId = await buildTopic(world, into, 'Topic')
  const workId: WorkId = await buildWork(world, into, { topicId, title: 'Work', points: '10' })
  const address = submissionOf(into, workId, name)
  const base = await writeDraft(world, pupil, address, { html: '<p>words</p>' })
  await writeDraft(world, pupil, address, { html: '<p>other words</p>', base })
  const bytes = await sharp({ create: { width: 8, height: 8, channels: 3, background: 'red' } })
    .png()
    .toBuffer()
  await addBytes(world, pupil, address, { name: 'a.png', bytes })
  const stored = await world.files.keepBytes(Buffer.from('a table'))
  const material = await saveMaterial(
    world,
    { classId: into.classId, workId },
    { name: 'a.txt', hash: stored, type: 'text/plain', size: 7 },
  )
  const file = await world.db.row<{ id: FileId }>('select id from files where work_id = $workId', { workId })
  const talkFile = await saveTalkFile(world, into.teacher, into.classId, {
    name: 'b.txt',
    hash: stored,
    type: 'text/plain',
    size: 7,
  })
  const { noticeId: conversationId } = await writeNotice(world, into.teacher, into.classId, {
    html: '<p>notice</p>',
    asks: 'read',
    files: [talkFile.id],
  })
  const inNotice = { spaceId: into.classId, conversationId }
  const { messageId } = await writeMessage(world, pupil, inNotice, { html: '<p>reply</p>' })
  const annotationFileId = await makeRecording(world, into.teacher, address, stored)
  return {
    classId: into.classId,
    spaceId: into.classId,
    workId,
    topicId,
    placeId: placeOf(into, name).placeId as PlaceId,
    fileId: file?.id ?? '',
    conversationId,
    messageId,
    groupId: Object.values(into.groups)[0] ?? '',
    keyKind: 'home',
    joinRequestId: 'none',
    tabletId: 'none',
    mergeId: 'none',
    keyId: 'none',
    invitationId: 'none',
    accountId: 'none',
    mailId: 'none',
    sessionId: 'none',
    circleId: 'none',
    circleFileId: 'none',
    materialId: material.id,
    answerOf: placeOf(into, name).placeId,
    week: '2026-10-12',
    first: '2027-09-13',
    from: '2026-10-05',
    to: '2026-10-11',
    entryId: 'none',
    pageId: (await writePage(world, into.teacher, into.classId, PAGE)).pageId as string,
    classFileId: (
      await saveClassFile(world, into.teacher, into.classId, {
        name: 'a.txt',
        hash: stored,
        type: 'text/plain',
        size: 7,
      })
    ).id as string,
    talkFileId: talkFile.id as string,
    annotationFileId: annotationFileId as string,
    phraseId: 'none',
    wordId: 'none',
    markId: 'none',
    ownWordId: 'none',
    viewingId: 'none',
    feedKey: 'none',
    uploadId: 'none',
    jobId: 'none',
    linkId: 'none',
    linkKey: 'none',
    sheetId: await makeSheet(world, pupil, address),
    noteId: (await writeBeside(world, pupil, address, { html: '<p>a note</p>' })).messageId as string,
    // the version that the second writing took the place of
    number: String(base),
  }
}

/** A recording over a submission that its pupil can hear. */
async function makeRecording(
  world: TestServer['world'],
  teacher: Viewer,
  address: SubmissionAddress,
  hash: string,
) {
  const upload = { name: 'a.webm', hash, type: 'audio/webm', size: 7 }
  const { id: fileId } = await saveAnnotationFile(world, teacher, address, upload)
  const note = { kind: 'note', id: 'heard', page: 'text 1', x: 1, y: 1, text: 'Hear', fileId } as const
  await saveAnnotations(world, teacher, address, { put: [note], drop: [] })
  await world.db.write(() => showAnnotations(world.db, address, world.clock.now()))
  return fileId
}
