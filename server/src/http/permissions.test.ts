import { addressOf, type RouteName, routes } from '@oppen/contract'
import type { CircleFileId, ConversationId, PlaceId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { Question } from '@oppen/core/questions'
import { ROOM } from '@oppen/core/talk'
import type { FormQuestion } from '@oppen/core/work/kinds/form'
import {
  addBytes,
  asViewer,
  type BuiltClass,
  buildAccount,
  buildClass,
  buildOwner,
  buildTopic,
  buildWork,
  follow,
  formWith,
  named,
  type Person,
  placeOf,
  quizWith,
  readingWith,
  Seeded,
  submissionOf,
  type TestServer,
  takePlace,
  testServer,
  videoWith,
  WHY,
  writeDraft,
} from '@oppen/demo'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { saveClassFile } from '../features/about/files.js'
import { accounts } from '../features/accounts/models.js'
import { addEntry } from '../features/calendar/entries.js'
import { makeFeed } from '../features/calendar/feed.js'
import { circleFiles } from '../features/circles/models.js'
import { joinCircle, makeCircle, seeCircle } from '../features/circles/service.js'
import { inviteFamily } from '../features/classes/invitations.js'
import { keysByPlace } from '../features/classes/keys.js'
import { addCoTeacher, addPlaces, seeRegister, seeSettings } from '../features/classes/service.js'
import { makeTablet } from '../features/joining/tablets.js'
import { giveAnswer, replyToAnswer } from '../features/kinds/question/service.js'
import { seeOutbox, sendMail } from '../features/mail/service.js'
import { mergePlaces } from '../features/merging/service.js'
import { makeLink } from '../features/portfolio/links.js'
import { keepWork } from '../features/portfolio/service.js'
import { saveTalkFile } from '../features/talk/attachments.js'
import { writeLetter } from '../features/talk/letters.js'
import { writeMessage } from '../features/talk/messages.js'
import { setRemoved, writeNotice } from '../features/talk/notices.js'
import { makeRoom } from '../features/talk/rooms.js'
import { handIn } from '../features/work/handIn.js'
import { saveMaterial } from '../features/work/materials.js'
import { newId } from '../ids.js'
import { bodySchema, make } from '../testing/bodies.js'
import { sayInCircle } from '../testing/circles.js'
import { makeSheet, oneOfEverything } from '../testing/fixtures.js'
import { IN_CIRCLE, MAY, WHO, type Who } from './whoMay.js'

let school: TestServer
let built: BuiltClass
let foreign: BuiltClass
let people: Record<Who, Person>
let own: Record<string, string>
let elsewhere: Record<string, string>
/** What a route that takes something away is asked about, made anew each time. */
let fresh: (name: RouteName) => Promise<Record<string, string>>

beforeAll(async () => {
  school = await testServer()
  const { world } = school
  const owner = await buildAccount(world, 'teacher', 'Ms Kestrel')
  const coTeacher = await buildAccount(world, 'teacher', 'Mr Plover')
  await buildOwner(world, 'Mr Siskin')
  const otherTeacher = await buildAccount(world, 'teacher', 'Ms Dunlin')
  built = await buildClass(world, {
    name: 'Tides',
    yearLabel: '',
    teacher: owner,
    groups: { All: ['Anna Reyes', 'Bo Lund', 'Not Claimed', 'Spare Pupil'] },
  })
  foreign = await buildClass(world, {
    name: 'Charts',
    yearLabel: '',
    teacher: otherTeacher,
    groups: { All: ['Zoe Quay'] },
  })
  await world.db.write(() => addCoTeacher(world, built.classId, coTeacher.accountId))
  const anna = await buildAccount(world, 'pupil', 'Anna Reyes')
  const bo = await buildAccount(world, 'pupil', 'Bo Lund')
  await takePlace(world, built, 'Bo Lund', bo)
  own = await oneOfEverything(world, built, 'Anna Reyes', anna)
  elsewhere = await oneOfEverything(
    world,
    foreign,
    'Zoe Quay',
    await buildAccount(world, 'pupil', 'Zoe Quay'),
  )
  await follow(world, built, 'Anna Reyes', await buildAccount(world, 'family', 'Mr Reyes'))
  const bosFamily = await buildAccount(world, 'family', 'Ms Lund')
  await follow(world, built, 'Bo Lund', bosFamily)
  const names = [
    'ms.kestrel',
    'mr.plover',
    'anna.reyes',
    'bo.lund',
    'mr.reyes',
    'ms.lund',
    'ms.dunlin',
    'mr.siskin',
  ]
  const all = await Promise.all(names.map(name => school.person().signIn(name)))
  people = Object.fromEntries(WHO.map((who, index) => [who, all[index] ?? school.person()])) as typeof people
  const spare = await buildAccount(world, 'teacher', 'Mr Knot')
  const spareFamily = await buildAccount(world, 'family', 'Ms Spare')
  const letterFamily = await buildAccount(world, 'family', 'Mr Teal')
  await follow(world, built, 'Spare Pupil', letterFamily)
  await follow(world, foreign, 'Zoe Quay', letterFamily)
  const sparePupil = await buildAccount(world, 'pupil', 'Spare Pupil')
  await takePlace(world, built, 'Spare Pupil', sparePupil)
  fresh = name => freshIds(name, { spare, spareFamily, letterFamily, owner, foreign, anna, bosFamily })
})
afterAll(() => school.stop())

type Spares = Record<'spare' | 'spareFamily' | 'letterFamily' | 'owner' | 'anna' | 'bosFamily', Viewer> & {
  foreign: BuiltClass
}

const TAKEN: Partial<Record<RouteName, string>> = {
  freePlace: 'Not Claimed',
  movePlaceAway: 'Not Claimed',
  giveSecret: 'Spare Pupil',
}

/** Makes what the route is about to take away, so that whoever is allowed finds it there. */
async function freshIds(name: RouteName, spares: Spares): Promise<Record<string, string>> {
  const { world } = school
  const { classId } = built
  const params = { ...own }
  const { workId, topicId } = await freshWork(name)
  Object.assign(params, { workId, topicId })
  const submission = { classId, workId: workId as WorkId, placeId: params.placeId as PlaceId }
  if (name === 'seeMaterial' || name === 'removeMaterial') {
    const hash = await world.files.keepBytes(Buffer.from('a table'))
    const address = { classId, workId: workId as WorkId }
    const material = await saveMaterial(world, address, { name: 'a.txt', hash, type: 'text/plain', size: 7 })
    params.materialId = material.id
  }
  if (routes[name].path.includes(':uploadId'))
    params.uploadId = (
      routes[name].path.includes('/materials/')
        ? await people.owner.beginMaterial({ classId, workId: workId as WorkId }, { name: 'x.png', size: 10 })
        : await people.anna.begin(submission, { name: 'x.png', size: 10 })
    ).id
  if (name === 'removeReply') {
    const answer = { classId, workId: workId as WorkId, answerOf: params.answerOf as PlaceId }
    const given = { text: 'an answer', choices: [], version: 0 }
    await giveAnswer(world, spares.anna, { ...answer, placeId: answer.answerOf }, given)
    params.noteId = (await replyToAnswer(world, spares.anna, answer, 'to be taken away')).noteId
  }
  if (name === 'seeClassFile') {
    const hash = await world.files.keepBytes(Buffer.from('a table'))
    const file = { name: 'a.txt', hash, type: 'text/plain', size: 7 }
    params.classFileId = (await saveClassFile(world, spares.owner, classId, file)).id
  }
  const taken = TAKEN[name]
  if (taken) params.placeId = placeOf(built, taken).placeId
  await world.db.write(async () => {
    await addCoTeacher(world, classId, spares.spare.accountId)
    await world.db.run(
      "update teachers set role = iif(account_id = $owner, 'owner', 'coTeacher') where class_id = $classId",
      { classId, owner: spares.owner.accountId },
    )
    await world.db.run(
      'update places set left_at = null, left_how = null where class_id = $classId and left_at is not null',
      { classId },
    )
  })
  if (routes[name].path.includes(':questionId')) params.questionId = 'q1'
  if (routes[name].path.includes(':personId')) params.personId = spares.anna.accountId
  if (routes[name].path.startsWith('/api/school/teachers/:')) params.accountId = spares.spare.accountId
  if (name === 'removeCoTeacher' || name === 'handOver') params.accountId = spares.spare.accountId
  if (name === 'endFamilyLink') {
    await follow(world, built, 'Anna Reyes', spares.spareFamily)
    params.accountId = spares.spareFamily.accountId
  }
  if (name === 'replaceKey')
    params.keyId = (await keysByPlace(world, classId)).get(params.placeId as PlaceId)?.[0]?.id ?? ''
  if (name === 'endTablet') {
    await world.db.write(() => makeTablet(world, classId, 'Tablet'))
    params.tabletId = (await seeSettings(world, classId)).tablets.at(-1)?.id ?? ''
  }
  if (name === 'withdrawInvitation') {
    await inviteFamily(world, spares.owner, classId, {
      placeId: params.placeId as PlaceId,
      email: 'a@b.example',
      origin: 'http://x',
    })
    params.invitationId = (await seeRegister(world, classId)).invitations[0]?.id ?? ''
  }
  if (name === 'undoMerge') {
    const { placeIds } = await addPlaces(world, spares.owner, classId, [named('Twice'), named('Twice over')])
    const [from, into] = placeIds
    if (!from || !into) throw new Error('no places to merge')
    params.mergeId = (await mergePlaces(world, spares.owner, { classId, placeId: from }, into)).mergeId
  }
  if (name === 'seeRoom' || name === 'changeRoom') {
    const form = { title: 'Gauges', audience: { pupils: true, families: true, groups: null }, rules: ROOM }
    params.conversationId = (await makeRoom(world, spares.owner, classId, form)).roomId
  }
  if (name === 'seeLetter') {
    const to = [spares.anna.accountId]
    const letter = { title: 'A letter', to, html: '<p>to Anna</p>' }
    params.conversationId = (await writeLetter(world, spares.owner, classId, letter)).letterId
  }
  if (name === 'removeMessage') {
    // in a room, where pupils and families read each other
    const form = { title: 'Gauges', audience: { pupils: true, families: true, groups: null }, rules: ROOM }
    const { roomId } = await makeRoom(world, spares.owner, classId, form)
    params.conversationId = roomId
    const room = { spaceId: classId, conversationId: roomId }
    params.messageId = (
      await writeMessage(world, spares.anna, room, { html: '<p>to be removed</p>' })
    ).messageId
  }
  if (name === 'removeConversation' || name === 'restoreConversation') {
    const notice = await writeNotice(world, spares.owner, classId, { html: '<p>to be removed</p>' })
    params.conversationId = notice.noticeId
    const address = { spaceId: classId, classId, conversationId: notice.noticeId }
    if (name === 'restoreConversation') await setRemoved(world, spares.owner, address, true)
  }
  if (name === 'seeMail' || name === 'seeMailFile') {
    const letter = { to: 'a@b.example', subject: 'x', text: 'y' }
    await sendMail(world, letter, { to: spares.letterFamily.accountId })
    params.mailId = (await seeOutbox(world, spares.owner)).mails[0]?.id ?? ''
  }
  if (name === 'seePicture' || name === 'seeFace') {
    const face = await world.files.keepBytes(Buffer.from('a face'))
    await world.db.write(() => world.db.model(accounts).update({ picture: face }, { where: {} }))
  }
  if (routes[name].path.includes(':circleId')) Object.assign(params, await freshCircle(spares))
  if (routes[name].path.includes(':entryId')) {
    const entry = { title: 'x', note: '', from: '2026-10-16', to: '2026-10-16', starts: null, ends: null }
    params.entryId = (await addEntry(world, spares.anna, entry)).entryId
  }
  if (name === 'readFeed') params.feedKey = (await makeFeed(world, spares.anna)).path?.split('/')[3] ?? ''
  if (/portfolio\/:placeId\/|^\/api\/shared/.test(routes[name].path))
    Object.assign(params, await keptPiece(spares))
  if (name === 'endSession') {
    const another = await school.person().signIn('anna.reyes')
    params.sessionId = (await another.get('seeAccount', {})).sessions.find(one => one.here)?.id ?? ''
  }
  return params
}

/** Something of Anna's that was handed in with a worksheet and a file, is kept by her and a teacher, and to which there is a link. */
async function keptPiece({ anna, owner }: Pick<Spares, 'anna' | 'owner'>) {
  const { world } = school
  const workId = await buildWork(world, built, { title: 'To keep' })
  const at = submissionOf(built, workId, 'Anna Reyes')
  const version = await writeDraft(world, anna, at, { html: '<p>words</p>' })
  const bytes = await sharp({ create: { width: 8, height: 8, channels: 3, background: 'red' } })
    .png()
    .toBuffer()
  await addBytes(world, anna, at, { name: 'a.png', bytes })
  await makeSheet(world, anna, at)
  await handIn(world, anna, at, { version, ink: 2 })
  const file = await world.db.row<{ id: string }>('select id from files where work_id = $workId', { workId })
  const asked = { ...at, number: '1' }
  for (const viewer of [anna, owner]) await keepWork(world, viewer, asked, { why: 'shows how', goal: null })
  const link = await makeLink(world, owner, asked, { press: 'one', days: 1 })
  return {
    workId,
    number: '1',
    fileId: file?.id ?? '',
    linkId: link.id,
    linkKey: link.path?.split('/')[2] ?? '',
  }
}

const ALOUD = { ...WHY, kind: 'recording', ask: { most: 60 } } as Question
const QUIZ = quizWith([WHY], { attempts: null })
const { key: _, ...asked } = WHY
const FORM = formWith([{ ...asked, required: false } as FormQuestion], { answeredBy: 'both' })

/** What the tests before have put away, anew. */
async function freshWork(name: RouteName) {
  const { world } = school
  if (name === 'mergeTopic' || name === 'removeTopic')
    return { workId: own.workId ?? '', topicId: await buildTopic(world, built, 'To be put away') }
  const topicId = own.topicId ?? ''
  if (name === 'readHandout')
    return { workId: await buildWork(world, built, { title: 'To read', kind: 'handout' }), topicId }
  if (
    [
      'setMoreTime',
      'seeQuiz',
      'seeQuizResults',
      'seeAnswersTo',
      'takeAnswers',
      'setAnswerMark',
      'tryQuiz',
      'beginAttempt',
      'saveAnswers',
      'checkAnswer',
    ].includes(name)
  )
    return { workId: await buildWork(world, built, { title: 'To check', kind: 'quiz', quiz: QUIZ }), topicId }
  if (['seeReadingMarks', 'saveReadingMark', 'removeReadingMark', 'countReading'].includes(name)) {
    const reading = readingWith({}, [ALOUD], { attempts: null })
    const readId = await buildWork(world, built, { title: 'To read', kind: 'reading', reading })
    return { workId: readId, topicId }
  }
  if (['seeVideo', 'saveWatched', 'seeWatching'].includes(name)) {
    const video = videoWith({})
    const videoId = await buildWork(world, built, { title: 'To watch', kind: 'video', video })
    return { workId: videoId, topicId }
  }
  if (['seeForm', 'answerForm', 'seeFormResults', 'takeFormAnswers'].includes(name)) {
    return {
      workId: await buildWork(world, built, { title: 'To answer', kind: 'form', form: FORM }),
      topicId,
    }
  }
  if (!['seeAnswers', 'answer', 'replyToAnswer', 'removeReply'].includes(name))
    return { workId: own.workId ?? '', topicId }
  const question = { choices: [], several: false, shown: 'always' as const }
  return {
    workId: await buildWork(world, built, { title: 'To answer', kind: 'question', question }),
    topicId,
  }
}

async function freshCircle({ bosFamily, anna }: Pick<Spares, 'bosFamily' | 'anna'>) {
  const { world } = school
  // nobody may be in too many of them
  await world.db.write(() => world.db.run('delete from circle_members'))
  const { circleId } = await makeCircle(world, bosFamily, 'Readers')
  const administrator = { ...bosFamily, circles: [{ circleId, role: 'administrator' as const }] }
  const { code } = JSON.parse((await seeCircle(world, administrator, circleId)) ?? '')
  await joinCircle(world, anna, code)
  const circleFileId = newId<CircleFileId>(world)
  const stored = await world.files.keepBytes(Buffer.from('a file'))
  await world.db.write(async () => {
    await world.db.model(circleFiles).create({
      id: circleFileId,
      circleId,
      byAccount: anna.accountId,
      hash: stored,
      name: 'a.txt',
      type: 'text/plain',
      size: 6,
      at: world.clock.now(),
      removedAt: null,
    })
  })
  const form = { html: '<p>Who comes?</p>', asks: 'read' as const }
  const { noticeId } = await writeNotice(world, administrator, circleId, form)
  return { circleId, circleFileId, accountId: anna.accountId, conversationId: noticeId as string }
}

/** A circle that Bo's family administers, with Anna and her family in it, and what a route about its talk asks for. */
async function freshCircleTalk(name: RouteName): Promise<Record<string, string>> {
  const { world } = school
  const [bosFamily, anna, annasFamily] = await Promise.all(
    (['bosFamily', 'anna', 'annasFamily'] as const).map(async who => {
      const { id, kind } = (await people[who].get('me', {})).account
      return asViewer(id, kind)
    }),
  )
  if (!bosFamily || !anna || !annasFamily) throw new Error('somebody is not there')
  const { circleId, conversationId: noticeId } = await freshCircle({ bosFamily, anna })
  const administrator = { ...bosFamily, circles: [{ circleId, role: 'administrator' as const }] }
  const { code } = JSON.parse((await seeCircle(world, administrator, circleId)) ?? '')
  await joinCircle(world, annasFamily, code)
  // one message after another is said here
  await world.db.write(() => world.db.run('update messages set written_at = written_at - 60000'))
  const said = await sayInCircle(world, anna, circleId, '<p>hello</p>')
  const params = { ...said, talkFileId: '', number: '0' }
  const { path } = routes[name]
  if (path.includes('/notices') || name === 'removeConversation')
    Object.assign(params, { conversationId: noticeId })
  if (name === 'restoreConversation') {
    const address = { spaceId: circleId, conversationId: noticeId as ConversationId }
    await setRemoved(world, administrator, address, true)
    Object.assign(params, { conversationId: noticeId })
  }
  if (name === 'seeLetter') {
    const letter = { title: 'A letter', to: [annasFamily.accountId], html: '<p>to a member</p>' }
    Object.assign(params, {
      conversationId: (await writeLetter(world, administrator, circleId, letter)).letterId,
    })
  }
  if (name === 'seeTalkFile') {
    const hash = await world.files.keepBytes(Buffer.from('a file'))
    const file = { name: 'a.txt', hash, type: 'text/plain', size: 6 }
    const { id } = await saveTalkFile(world, administrator, circleId, file)
    await writeNotice(world, administrator, circleId, { html: '<p>with a file</p>', files: [id] })
    params.talkFileId = id
  }
  return params
}

type Verdict = 'yes' | 'no' | 'sign in'

/** Asks with an empty body: past the permission it comes to the shape of the body, or further. */
async function verdict(who: Who, name: RouteName, params: Record<string, string>): Promise<Verdict> {
  const spec = routes[name]
  const before = people[who].cookie
  const abort = new AbortController()
  const response = await people[who].fetch(addressOf(spec, params as never), {
    method: spec.method,
    signal: abort.signal,
  })
  people[who].cookie = before
  const { status } = response
  // a fault is no yes: nobody knows what would have come of it
  expect(status, `${who} ${name}`).toBeLessThan(500)
  // the answer to HEAD has no body: its status says it
  if (spec.method === 'HEAD') return status === 401 ? 'sign in' : status === 404 ? 'no' : 'yes'
  const isJson = response.headers.get('content-type')?.includes('json')
  const error = isJson && status >= 400 ? (await response.json()).error : undefined
  abort.abort()
  if (status === 401) return 'sign in'
  return error?.code === 'not_found' ? 'no' : 'yes'
}

const SIGNING_OUT: RouteName[] = ['signOut']

/** Whoever may not ask comes first, and leaves what is asked about as it is for the next. */
const inOrder = (may: readonly Who[]) =>
  [...WHO].sort((a, b) => Number(may.includes(a)) - Number(may.includes(b)))

describe.each(Object.keys(routes) as RouteName[])('%s', name => {
  let params: Record<string, string> | undefined

  it.each(inOrder(MAY[name]))('%s', async who => {
    if (SIGNING_OUT.includes(name) && who !== 'nobody') return
    const closed = who === 'nobody' && routes[name].may !== 'open' ? 'sign in' : 'no'
    const expected: Verdict = MAY[name].includes(who) ? 'yes' : closed
    params ??= await fresh(name)
    const found = await verdict(who, name, params)
    if (found === 'yes') params = undefined
    expect(found).toBe(expected)
  })
})

describe.each(Object.keys(IN_CIRCLE) as (keyof typeof IN_CIRCLE)[])('%s of a circle', name => {
  const may: readonly Who[] = IN_CIRCLE[name]
  let params: Record<string, string> | undefined

  it.each(inOrder(may))('%s', async who => {
    const closed = who === 'nobody' ? 'sign in' : 'no'
    params ??= await freshCircleTalk(name)
    const found = await verdict(who, name, params)
    if (found === 'yes') params = undefined
    expect(found).toBe(may.includes(who) ? 'yes' : closed)
  })
})

it('every route about the talk of a space is in the table of circles', () => {
  const ofSpaces = (Object.keys(routes) as RouteName[]).filter(name => routes[name].path.includes(':spaceId'))
  expect(Object.keys(IN_CIRCLE).sort()).toEqual(ofSpaces.sort())
})

const inClass = (Object.keys(routes) as RouteName[]).filter(name =>
  /:(class|space)Id/.test(routes[name].path),
)

describe.each(inClass)('%s of another class', name => {
  it('is not there for anybody of this one', async () => {
    for (const who of ['owner', 'coTeacher', 'anna', 'annasFamily'] as const) {
      expect(await verdict(who, name, elsewhere), who).toBe('no')
    }
  })

  it('is not there under the own class’s address either, whatever is sent along', async () => {
    const random = new Seeded(9)
    const schema = bodySchema(name)
    for (const key of [
      'workId',
      'placeId',
      'fileId',
      'noticeId',
      'pageId',
      'classFileId',
      'talkFileId',
      'annotationFileId',
      'noteId',
      'topicId',
      'groupId',
      'materialId',
      'sheetId',
    ] as const) {
      if (!routes[name].path.includes(`:${key}`)) continue
      for (const who of ['owner', 'anna'] as const) {
        const path = addressOf(routes[name], { ...own, [key]: elsewhere[key] ?? 'none' } as never)
        for (const body of schema ? [{}, make(schema, { random }), make(schema, { random })] : [undefined]) {
          const response = await people[who].fetch(path, {
            method: routes[name].method,
            ...(body !== undefined && {
              body: JSON.stringify(body),
              headers: { 'content-type': 'application/json' },
            }),
          })
          await response.arrayBuffer()
          const refused = response.status >= 400 && response.status < 500
          expect(refused, `${who} ${key} ${JSON.stringify(body)} ${response.status}`).toBe(true)
        }
      }
    }
  })
})

it('what does not exist is answered exactly like what is not one’s own', async () => {
  const path = (params: Record<string, string>) => addressOf(routes.seeSubmission, params as never)
  const foreignAnswer = await people.owner.fetch(path(elsewhere))
  const nothing = await people.owner.fetch(path({ classId: 'none', workId: 'none', placeId: 'none' }))
  const odd = await people.owner.fetch(
    path({ classId: '../..', workId: "' or 1=1", placeId: 'x'.repeat(99) }),
  )
  const texts = await Promise.all([foreignAnswer, nothing, odd].map(one => one.text()))
  expect(new Set(texts)).toEqual(new Set(['{"error":{"code":"not_found"}}']))
})
