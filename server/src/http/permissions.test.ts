import { addressOf, type RouteName, routes } from '@oppen/contract'
import type { FileId, NoticeId, PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import {
  addBytes,
  type BuiltClass,
  buildAccount,
  buildClass,
  buildTopic,
  buildWork,
  follow,
  type Person,
  pieceOf,
  placeOf,
  type TestServer,
  takePlace,
  testServer,
  writeCopy,
} from '@oppen/demo'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { addCoTeacher } from '../features/classes/service.js'

/**
 * Every route × every role × own and foreign objects. `yes` means that the permission lets the request through
 * (whatever becomes of it then), `no` that it is answered like something that does not exist, `sign in` that
 * somebody has to be signed in. The people: owner and co-teacher of the class, Anna whose piece it is, her
 * classmate Bo, Anna's family, Bo's family, a teacher of another class, nobody.
 */
const WHO = [
  'owner',
  'coTeacher',
  'anna',
  'bo',
  'annasFamily',
  'bosFamily',
  'otherTeacher',
  'nobody',
] as const
type Who = (typeof WHO)[number]

const teachers: Who[] = ['owner', 'coTeacher']
const signedIn: Who[] = WHO.filter(who => who !== 'nobody')
const anybody: Who[] = [...WHO]
const members: Who[] = [...teachers, 'anna', 'bo', 'annasFamily', 'bosFamily']

const MAY: Readonly<Record<RouteName, readonly Who[]>> = {
  me: signedIn,
  signIn: anybody,
  signOut: anybody,
  look: signedIn,
  moveClock: signedIn,
  knock: anybody,
  claim: anybody,
  enterAsSelf: anybody,
  showKey: anybody,
  joinFamily: anybody,
  followChild: signedIn,
  seeDoor: teachers,
  openDoor: teachers,
  lengthenDoor: teachers,
  closeDoor: teachers,
  makeClass: [...teachers, 'otherTeacher'],
  seeRegister: teachers,
  addPlaces: teachers,
  freePlace: teachers,
  seeTopics: [...teachers, 'anna', 'bo'],
  addTopic: teachers,
  postWork: teachers,
  seePiece: [...teachers, 'anna'],
  seeOutcome: [...teachers, 'anna', 'annasFamily'],
  saveCopy: ['anna'],
  addFile: ['anna'],
  seeFile: [...teachers, 'anna'],
  removeFile: ['anna'],
  restoreFile: ['anna'],
  handIn: ['anna'],
  takeBack: ['anna'],
  writeNote: [...teachers, 'anna'],
  seeMarking: teachers,
  handBack: teachers,
  tryAgain: teachers,
  excuse: teachers,
  receive: teachers,
  seeTalk: members,
  writeNotice: teachers,
  reply: [...teachers, 'anna', 'bo'],
  seeToday: signedIn,
  seeProgress: [...teachers, 'anna', 'annasFamily'],
  seeOverview: teachers,
  live: signedIn,
}

let school: TestServer
let built: BuiltClass
let foreign: BuiltClass
let people: Record<Who, Person>
let own: Record<string, string>
let elsewhere: Record<string, string>

async function furnish(
  world: TestServer['world'],
  into: BuiltClass,
  name: string,
  pupil: Parameters<typeof takePlace>[3],
) {
  await takePlace(world, into, name, pupil)
  const topicId: TopicId = await buildTopic(world, into, 'Topic')
  const workId: WorkId = await buildWork(world, into, { topicId, title: 'Work', points: '10' })
  const address = pieceOf(into, workId, name)
  await writeCopy(world, pupil, address, { html: '<p>words</p>' })
  const bytes = await sharp({ create: { width: 8, height: 8, channels: 3, background: 'red' } })
    .png()
    .toBuffer()
  await addBytes(world, pupil, address, { name: 'a.png', bytes })
  const file = await world.db.row<{ id: FileId }>('select id from files where work_id = $workId', { workId })
  const notice = await world.db.write(async () => {
    const { writeNotice } = await import('../features/talk/service.js')
    return writeNotice(world, into.teacher, into.classId, '<p>notice</p>')
  })
  return {
    classId: into.classId,
    workId,
    topicId,
    placeId: placeOf(into, name).placeId as PlaceId,
    fileId: file?.id ?? '',
    noticeId: notice.noticeId as NoticeId,
  }
}

beforeAll(async () => {
  school = await testServer()
  const { world } = school
  const owner = await buildAccount(world, 'teacher', 'Ms Kestrel')
  const coTeacher = await buildAccount(world, 'teacher', 'Mr Plover')
  const otherTeacher = await buildAccount(world, 'teacher', 'Ms Dunlin')
  built = await buildClass(world, {
    name: 'Tides',
    yearLabel: '',
    teacher: owner,
    groups: { All: ['Anna Reyes', 'Bo Lund', 'Not Claimed'] },
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
  own = await furnish(world, built, 'Anna Reyes', anna)
  elsewhere = await furnish(world, foreign, 'Zoe Quay', await buildAccount(world, 'pupil', 'Zoe Quay'))
  await follow(world, built, 'Anna Reyes', await buildAccount(world, 'family', 'Mr Reyes'))
  await follow(world, built, 'Bo Lund', await buildAccount(world, 'family', 'Ms Lund'))
  const names = ['ms.kestrel', 'mr.plover', 'anna.reyes', 'bo.lund', 'mr.reyes', 'ms.lund', 'ms.dunlin']
  const all = await Promise.all(names.map(name => school.person().signIn(name)))
  people = Object.fromEntries(WHO.map((who, index) => [who, all[index] ?? school.person()])) as typeof people
})
afterAll(() => school.stop())

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
  const isJson = response.headers.get('content-type')?.includes('json')
  const error = isJson && status >= 400 ? (await response.json()).error : undefined
  abort.abort()
  if (status === 401) return 'sign in'
  return error?.code === 'not_found' ? 'no' : 'yes'
}

const SIGNING_OUT: RouteName[] = ['signOut']

describe.each(Object.keys(routes) as RouteName[])('%s', name => {
  it.each(WHO)('%s', async who => {
    if (SIGNING_OUT.includes(name) && who !== 'nobody') return
    const expected: Verdict = MAY[name].includes(who) ? 'yes' : who === 'nobody' ? 'sign in' : 'no'
    // freeing Anna's place would put her out for the rest of the table
    const params = name === 'freePlace' ? { ...own, placeId: placeOf(built, 'Not Claimed').placeId } : own
    expect(await verdict(who, name, params)).toBe(expected)
  })
})

const inClass = (Object.keys(routes) as RouteName[]).filter(name => routes[name].path.includes(':classId'))

describe.each(inClass)('%s of another class', name => {
  it('is not there for anybody of this one', async () => {
    for (const who of ['owner', 'coTeacher', 'anna', 'annasFamily'] as const) {
      expect(await verdict(who, name, elsewhere), who).toBe('no')
    }
  })

  it('is not there under the own class’s address either', async () => {
    for (const key of ['workId', 'placeId', 'fileId', 'noticeId'] as const) {
      if (!routes[name].path.includes(`:${key}`) || needsBody(name)) continue
      for (const who of ['owner', 'anna'] as const) {
        expect(await verdict(who, name, { ...own, [key]: elsewhere[key] ?? '' }), `${who} ${key}`).toBe('no')
      }
    }
  })
})

/** Routes that look at the shape of the body before they look for the object; services test those. */
const needsBody = (name: RouteName): boolean =>
  [
    'saveCopy',
    'handIn',
    'writeNote',
    'handBack',
    'tryAgain',
    'excuse',
    'receive',
    'reply',
    'addFile',
  ].includes(name)

it('what does not exist is answered exactly like what is not one’s own', async () => {
  const path = (params: Record<string, string>) => addressOf(routes.seePiece, params as never)
  const foreignAnswer = await people.owner.fetch(path(elsewhere))
  const nothing = await people.owner.fetch(path({ classId: 'none', workId: 'none', placeId: 'none' }))
  const odd = await people.owner.fetch(
    path({ classId: '../..', workId: "' or 1=1", placeId: 'x'.repeat(99) }),
  )
  const texts = await Promise.all([foreignAnswer, nothing, odd].map(one => one.text()))
  expect(new Set(texts)).toEqual(new Set(['{"error":{"code":"not_found"}}']))
})
