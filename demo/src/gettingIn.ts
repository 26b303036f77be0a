import type { CirclePage, NoticeForm, SettingsBody } from '@oppen/contract'
import type { ConversationId, PlaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { fixedClock } from '@oppen/server/clock'
import { joinCircle, makeCircle, seeCircle } from '@oppen/server/features/circles/service'
import { inviteFamily, invitePerson } from '@oppen/server/features/classes/invitations'
import { places } from '@oppen/server/features/classes/models'
import { changePlace, movePlaceAway } from '@oppen/server/features/classes/places'
import { newestDoor } from '@oppen/server/features/classes/queriesOfDoors'
import {
  archiveClass,
  changeSettings,
  seeRegister,
  seeSettings,
} from '@oppen/server/features/classes/service'
import { findDoor } from '@oppen/server/features/joining/entry'
import { askIn, requestAsFamily } from '@oppen/server/features/joining/joinRequests'
import { makeTablet } from '@oppen/server/features/joining/tablets'
import { writeMessage } from '@oppen/server/features/talk/messages'
import { seeTalk, tapNotice, writeNotice } from '@oppen/server/features/talk/notices'
import { markSeen } from '@oppen/server/features/talk/reading'
import type { World } from '@oppen/server/world'
import sharp from 'sharp'
import {
  asViewer,
  at,
  type BuiltClass,
  buildAccount,
  buildClass,
  buildLessons,
  buildTopic,
  buildWork,
  placeOf,
  submissionOf,
  takePlace,
  writeDraft,
} from './builders.js'
import type { DemoSchool } from './demoSchool.js'
import { drawnFace, SHELLS } from './youngest.js'

type FixedClock = ReturnType<typeof fixedClock>
/** Everything about how people get in: lessons, tablets, faces, those who ask and those who are invited. */
export async function gettingIn(world: World, clock: FixedClock, school: DemoSchool): Promise<void> {
  const { garden, teachers } = school
  clock.moveTo(at(world, '2026-09-04T10:00'))
  for (const [built, tint, sign] of [
    [school.garden, 'moss', 'leaf'],
    [school.numbers, 'tide', 'steps'],
    [school.words, 'heather', 'sail'],
  ] as const)
    await settle(world, built, { tint, sign, improve: true })
  await settle(world, garden, { shared: true, ownSecret: 'pin' })
  await languages(world, garden)
  await lastYear(world, clock, school)
  await firstShells(world, clock)
  await club(world, clock, school)
  clock.moveTo(at(world, '2026-10-14T12:05'))
  await invitePerson(world, teachers.varga, garden.classId, { kind: 'coTeacher', userName: 'mr.bell' })
  await inviteFamily(world, teachers.varga, garden.classId, {
    placeId: placeOf(garden, 'Kit Solano').placeId,
    email: 'solano.home@mail.example',
    origin: 'http://127.0.0.1:4310',
  })
}

/** Those who stand before the open door and ask. */
export async function atTheDoor(world: World, clock: FixedClock, { garden }: DemoSchool): Promise<void> {
  const door = await newestDoor(world.db, garden.classId)
  if (!door) throw new Error('the door of the demo is not open')
  clock.moveTo(at(world, '2026-10-14T16:17'))
  await askIn(world, undefined, { code: door.code, firstName: 'Noor', lastName: 'Vidal', secret: '2468' })
  const family = await buildAccount(world, 'family', 'Ms Solano')
  await requestAsFamily(world, await findDoor(world, door.code), {
    accountId: family.accountId,
    about: 'Kit Solano',
  })
}

async function settle(world: World, built: BuiltClass, part: Partial<SettingsBody>): Promise<void> {
  const now = await seeSettings(world, built.classId)
  await changeSettings(world, built.teacher, built.classId, { ...now, ...part })
}

const LANGUAGES: Readonly<Record<string, string>> = {
  'Ada Moreno': 'pt',
  'Luis Moreno': 'pt',
  'Kit Solano': 'es',
  'Farah Quist': 'de',
  'Lena Osei': 'fr',
}

async function languages(world: World, built: BuiltClass): Promise<void> {
  const register = await seeRegister(world, built.classId)
  for (const place of register.places) {
    const familyLanguage = LANGUAGES[place.name]
    if (!familyLanguage) continue
    const address = { classId: built.classId, placeId: place.id }
    await changePlace(world, built.teacher, address, { ...place, familyLanguage })
  }
}

/** A class of the year before, archived: everything in it can be read. */
async function lastYear(world: World, clock: FixedClock, school: DemoSchool): Promise<void> {
  const teacher = school.teachers.varga
  const names = ['Ada Moreno', 'Bram Okoye', 'Luis Moreno']
  clock.moveTo(at(world, '2026-03-02T09:00'))
  const pond = await buildClass(world, {
    name: 'Pond Diary',
    yearLabel: 'Year 5',
    teacher,
    groups: { Everyone: names },
  })
  for (const name of names) {
    const pupil = school.pupils.get(name)
    if (pupil) await takePlace(world, pond, name, pupil)
  }
  const topicId = await buildTopic(world, pond, 'Spring at the pond')
  const workId = await buildWork(world, pond, { topicId, title: 'Frogspawn, week by week' })
  const ada = school.pupils.get('Ada Moreno')
  if (ada) {
    await writeDraft(world, ada, submissionOf(pond, workId, 'Ada Moreno'), {
      html: '<p>In the first week it is a heap of glass beads, each with a dot. In the third week the dots have tails.</p>',
    })
  }
  clock.moveTo(at(world, '2026-07-03T12:00'))
  await archiveClass(world, teacher, pond.classId, true)
}

/** Twenty-eight six-year-olds on shared tablets, who press three pictures. */
async function firstShells(world: World, clock: FixedClock): Promise<void> {
  clock.moveTo(at(world, '2026-09-07T08:00'))
  const teacher = await buildAccount(world, 'teacher', 'Ms Quist')
  const built = await buildClass(world, {
    name: 'First Shells',
    yearLabel: 'Year 1',
    teacher,
    groups: { Everyone: [...SHELLS, 'Tomas Wilder'] },
  })
  await settle(world, built, {
    ...{ tint: 'straw', sign: 'shell' },
    shared: true,
    ownSecret: 'pictures',
    admits: 'nod',
  })
  const daily = [1, 2, 3, 4, 5].map(weekday => ({ weekday, starts: '09:00', ends: '10:00' }))
  await buildLessons(world, built, daily)
  for (const [index, name] of SHELLS.entries()) {
    if (index % 4 === 3) continue
    await giveFace(world, placeOf(built, name).placeId, index)
  }
  for (const number of [1, 2, 3]) await makeTablet(world, built.classId, `Shell tablet ${number}`)
  clock.moveTo(at(world, '2026-10-02T15:00'))
  await movePlaceAway(world, teacher, {
    classId: built.classId,
    placeId: placeOf(built, 'Tomas Wilder').placeId,
  })
}

async function giveFace(world: World, placeId: PlaceId, index: number): Promise<void> {
  const drawn = await sharp(Buffer.from(drawnFace(index)))
    .webp()
    .toBuffer()
  const picture = await world.files.keepBytes(drawn)
  await world.db.model(places).update({ picture }, { where: { id: placeId } })
}

/** A circle across ages and roles. */
async function club(world: World, clock: FixedClock, school: DemoSchool): Promise<void> {
  const { varga } = school.teachers
  clock.moveTo(at(world, '2026-09-21T17:00'))
  const { circleId } = await makeCircle(world, varga, 'Garden club')
  const administrator = asViewer(varga.accountId, 'teacher', {
    circles: [{ circleId, role: 'administrator' }],
  })
  const { code } = JSON.parse((await seeCircle(world, administrator, circleId)) ?? '{}') as CirclePage
  const ada = school.pupils.get('Ada Moreno')
  const moreno = school.families.get('Mr Moreno')
  for (const member of [ada, school.pupils.get('Priya Dane'), moreno]) {
    if (member && code) await joinCircle(world, member, code)
  }
  const says = async (who: Viewer | undefined, when: string, words: string) => {
    clock.moveTo(at(world, when))
    if (!who) return
    const { rooms } = await seeTalk(world, who, circleId)
    const params = { spaceId: circleId, conversationId: rooms[0]?.id ?? ('' as ConversationId) }
    await markSeen(world, who, params, Number.MAX_SAFE_INTEGER)
    await writeMessage(world, who, params, { html: `<p>${words}</p>` })
  }
  const notice = async (when: string, html: string, form: Partial<NoticeForm> = {}) => {
    clock.moveTo(at(world, when))
    return (await writeNotice(world, administrator, circleId, { html, ...form })).noticeId
  }
  const pinned = await notice(
    '2026-09-21T17:05',
    '<p>We meet by the <strong>shed</strong> every Friday at 16:00. Families are welcome: there is always a bed to dig.</p>',
    { pinned: true },
  )
  await says(moreno, '2026-10-09T19:40', 'I can bring two buckets of compost next Friday.')
  await says(varga, '2026-10-09T20:05', 'Please do. The far bed is the poor one.')
  await says(
    ada,
    '2026-10-10T10:12',
    'We could sow the broad beans then, my father says they stand the frost.',
  )
  await says(school.pupils.get('Priya Dane'), '2026-10-12T15:30', 'I have the string for the rows.')
  const tea = await notice(
    '2026-10-13T12:00',
    '<p>On Friday there is tea afterwards. Who brings a cup of their own?</p>',
    {
      asks: 'choice',
      choices: ['I bring a cup', 'I need one'],
    },
  )
  // what is pinned was read by those who came since
  for (const who of [moreno, ada])
    if (who)
      await markSeen(world, who, { spaceId: circleId, conversationId: pinned }, Number.MAX_SAFE_INTEGER)
  if (moreno)
    await tapNotice(world, moreno, { spaceId: circleId, conversationId: tea, placeId: null }, 'I bring a cup')
}
