import type { ConversationId, MessageId, TalkFileId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { ROOM, type RoomRules, TALK_RULES } from '@oppen/core/talk'
import type { fixedClock } from '@oppen/server/clock'
import { noteEntry, openDoor } from '@oppen/server/features/classes/doors'
import { newestDoor } from '@oppen/server/features/classes/queriesOfDoors'
import { saveTalkFile } from '@oppen/server/features/talk/attachments'
import { decideMessage, react, removeMessage, writeMessage } from '@oppen/server/features/talk/messages'
import { tapNotice, writeNotice } from '@oppen/server/features/talk/notices'
import { markSeen } from '@oppen/server/features/talk/reading'
import { makeRoom } from '@oppen/server/features/talk/rooms'
import { setTalkRules } from '@oppen/server/features/talk/rules'
import type { World } from '@oppen/server/world'
import { at, type BuiltClass, placeOf } from './builders.js'
import type { DemoSchool } from './demoSchool.js'
import { NOT_IN_YET, PUPILS } from './people.js'
import { GAUGE, picture } from './pictures.js'

type FixedClock = ReturnType<typeof fixedClock>

/** Says things in the classes, each at its moment. */
function speaker(world: World, clock: FixedClock, school: DemoSchool) {
  const go = (when: string) => clock.moveTo(at(world, when))
  const notice = async (
    built: BuiltClass,
    by: Viewer,
    when: string,
    html: string,
    form: Partial<Parameters<typeof writeNotice>[3]> = {},
  ): Promise<ConversationId> => {
    go(when)
    return (await writeNotice(world, by, built.classId, { html, ...form })).noticeId
  }
  const says = async (
    built: BuiltClass,
    conversationId: ConversationId,
    who: string | Viewer,
    when: string,
    text: string,
    answers: MessageId | null = null,
    files: readonly TalkFileId[] = [],
  ): Promise<MessageId> => {
    go(when)
    const by = typeof who === 'string' ? pupilOf(school, who) : who
    const params = { spaceId: built.classId, conversationId }
    return (await writeMessage(world, by, params, { html: `<p>${text}</p>`, answers, files })).messageId
  }
  const room = async (
    built: BuiltClass,
    by: Viewer,
    when: string,
    title: string,
    rules: Partial<RoomRules> = {},
    audience = { pupils: true, families: false, groups: null },
  ): Promise<ConversationId> => {
    go(when)
    const form = { title, audience, rules: { ...ROOM, ...rules } }
    return (await makeRoom(world, by, built.classId, form)).roomId
  }
  return { go, notice, says, room }
}

type Speaker = ReturnType<typeof speaker>

/** What is said in the classes, and the door that stands open at the demo's moment. */
export async function talk(world: World, clock: FixedClock, school: DemoSchool): Promise<void> {
  const { garden, numbers, words, teachers } = school
  const one = speaker(world, clock, school)
  await gardenNotices(world, school, one)
  await one.notice(
    numbers,
    teachers.bell,
    '2026-10-13T09:00',
    '<p>Bring a leaf with an odd shape on Monday.</p>',
  )
  await one.notice(
    words,
    teachers.varga,
    '2026-10-13T15:30',
    '<p>Year 2 is looking forward to your reading. We practise on Friday.</p>',
  )
  await gardenRooms(world, school, one)
  clock.moveTo(at(world, '2026-10-14T15:50'))
  await openDoor(world, teachers.varga, garden.classId, { span: { minutes: 60 }, admits: 'nod' })
  const door = await newestDoor(world.db, garden.classId)
  for (const [index, name] of PUPILS.filter(pupil => !NOT_IN_YET.includes(pupil))
    .slice(0, 17)
    .entries()) {
    clock.moveTo(at(world, '2026-10-14T15:52') + index * 95_000)
    if (door) await noteEntry(world, garden.classId, door.id, placeOf(garden, name).placeId)
  }
}

const WALK = ['My child comes along', 'My child stays at school']

async function gardenNotices(world: World, school: DemoSchool, one: Speaker): Promise<void> {
  const { garden, teachers } = school
  const { varga } = teachers
  await one.notice(
    garden,
    varga,
    '2026-09-07T09:20',
    '<p>Welcome to <strong>Garden Science</strong>. Everything we do this term stands here: the work under its topic, the news in Talk.</p>',
  )
  const walk = await one.notice(
    garden,
    varga,
    '2026-10-09T16:05',
    '<p>On Friday 23 October we walk along the brook with the gauges, from 09:00 to 11:30. Please say whether your child comes along.</p>',
    {
      asks: 'choice',
      choices: WALK,
      audience: { pupils: false, families: true, groups: null },
      takesReplies: false,
      pinned: true,
    },
  )
  const tap = (by: Viewer, name: string, choice: number) =>
    tapNotice(
      world,
      by,
      { spaceId: garden.classId, conversationId: walk, placeId: placeOf(garden, name).placeId },
      WALK[choice] ?? '',
    )
  const moreno = school.families.get('Mr Moreno')
  if (!moreno) throw new Error('Mr Moreno is not in the school')
  one.go('2026-10-10T19:12')
  await tap(moreno, 'Ada Moreno', 0)
  const boots = await one.notice(
    garden,
    varga,
    '2026-10-12T08:15',
    '<p>On <strong>Thursday</strong> we read the gauges on the hill. Bring boots and a coat, whatever the sky says.</p>',
  )
  await one.says(garden, boots, 'Lena Osei', '2026-10-12T12:31', 'Can we bring our own gauge?')
  await one.says(
    garden,
    boots,
    'Goran Pell',
    '2026-10-12T12:40',
    'My boots have a hole. Do we have spare ones?',
  )
  await one.says(
    garden,
    boots,
    varga,
    '2026-10-12T13:05',
    'Yes to both: own gauges are welcome, and there are spare boots in the shed.',
  )
  for (const [index, pupil] of PUPILS.filter(name => !NOT_IN_YET.includes(name)).entries()) {
    if (index % 5 === 4) continue
    one.go('2026-10-12T16:30')
    const inBoots = { spaceId: garden.classId, conversationId: boots }
    await markSeen(world, pupilOf(school, pupil), inBoots, Number.MAX_SAFE_INTEGER)
  }
  for (const name of ['Mr Moreno', 'Ms Okoye', 'Ms Falk']) {
    const family = school.families.get(name)
    if (!family) continue
    one.go('2026-10-10T19:10')
    await markSeen(world, family, { spaceId: garden.classId, conversationId: walk }, Number.MAX_SAFE_INTEGER)
  }
  await one.says(garden, boots, 'Nia Falk', '2026-10-14T12:20', 'What time are we back?')
  const seeds = await one.notice(
    garden,
    varga,
    '2026-10-14T14:10',
    '<p>The broad beans have arrived. Each of you gets five: look at the list by the door.</p>',
    {
      links: [
        { workId: school.work('Bean height chart'), week: null },
        { workId: null, week: '2026-10-12' },
      ],
    },
  )
  await one.says(garden, seeds, 'Oskar Lind', '2026-10-14T15:02', 'Mine are purple!')
}

/** Rooms of Garden Science: one that is open by day, one with the nod, one that is quiet. */
async function gardenRooms(world: World, school: DemoSchool, one: Speaker): Promise<void> {
  const { garden, teachers } = school
  const { varga } = teachers
  const { classId } = garden
  const gauges = await one.room(garden, varga, '2026-09-21T10:00', 'Gauges and readings', {
    hours: { days: [1, 2, 3, 4, 5, 6, 7], from: '07:00', until: '20:00' },
  })
  await one.says(
    garden,
    gauges,
    varga,
    '2026-10-12T10:05',
    'Write here what your gauge shows, and what you wonder about.',
  )
  const first = await one.says(
    garden,
    gauges,
    'Lena Osei',
    '2026-10-13T08:02',
    'Mine says 12 mm this morning.',
  )
  await one.says(
    garden,
    gauges,
    'Bram Okoye',
    '2026-10-13T08:20',
    'Only 9 mm here. We live behind the hill, on the dry side?',
    first,
  )
  one.go('2026-10-13T08:41')
  const inGauges = { spaceId: classId, conversationId: gauges }
  await react(world, varga, { ...inGauges, messageId: first }, { reaction: 'wellDone', on: true })
  await react(
    world,
    pupilOf(school, 'Nia Falk'),
    { ...inGauges, messageId: first },
    { reaction: 'agree', on: true },
  )
  const bytes = await picture(GAUGE)
  const gauge = await saveTalkFile(world, pupilOf(school, 'Ada Moreno'), classId, {
    name: 'my gauge.png',
    hash: await world.files.keepBytes(bytes),
    type: 'image/png',
    size: bytes.length,
  })
  await one.says(
    garden,
    gauges,
    'Ada Moreno',
    '2026-10-13T17:30',
    'The gauge is fine, but a snail sat in it. Does a snail count?',
    null,
    [gauge.id],
  )
  const rude = await one.says(
    garden,
    gauges,
    'Goran Pell',
    '2026-10-13T17:44',
    'Snails are gross and so are you',
  )
  one.go('2026-10-13T17:58')
  await removeMessage(world, varga, { ...inGauges, messageId: rude })
  one.go('2026-10-13T18:05')
  await markSeen(world, pupilOf(school, 'Ada Moreno'), inGauges, Number.MAX_SAFE_INTEGER)
  await one.says(
    garden,
    gauges,
    varga,
    '2026-10-13T18:06',
    'A snail in the gauge takes room like water does: lift it out first, then read. A good question.',
  )
  await one.says(garden, gauges, 'Priya Dane', '2026-10-14T13:10', 'We had 14 mm, the most of all days.')
  const questions = await one.room(garden, varga, '2026-09-21T10:04', 'Questions for the weather station', {
    nod: true,
  })
  const asked = await one.says(
    garden,
    questions,
    'Nia Falk',
    '2026-10-13T12:00',
    'How do they measure rain at night when nobody is there?',
  )
  one.go('2026-10-13T12:31')
  await decideMessage(
    world,
    varga,
    { spaceId: classId, conversationId: questions, messageId: asked },
    { show: true, word: '' },
  )
  const twice = await one.says(garden, questions, 'Bram Okoye', '2026-10-13T12:05', 'Who made the rain?')
  one.go('2026-10-13T12:32')
  await decideMessage(
    world,
    varga,
    { spaceId: classId, conversationId: questions, messageId: twice },
    { show: false, word: 'Can you ask it so that somebody could measure it?' },
  )
  await one.says(garden, questions, 'Lena Osei', '2026-10-14T12:15', 'Does snow count as rain?')
  await one.says(
    garden,
    questions,
    'Ada Moreno',
    '2026-10-14T15:40',
    'What was the wettest day they ever had?',
  )
  const corner = await one.room(garden, varga, '2026-09-21T10:06', 'Reading corner')
  await one.says(garden, corner, varga, '2026-10-05T09:10', 'What are you reading outside school?')
  await one.says(garden, corner, 'Oskar Lind', '2026-10-05T16:20', 'A book about lighthouses.')
  one.go('2026-10-12T09:00')
  await world.db.write(() =>
    world.db.run(
      "update conversations set quiet = 1, quiet_why = 'We read on Mondays. It opens on 19 October.' where id = $corner",
      {
        corner,
      },
    ),
  )
  await setTalkRules(world, varga, classId, TALK_RULES)
}

/** A pupil of the school by name; throws, naming it, for anybody else. */
export function pupilOf(school: DemoSchool, name: string): Viewer {
  const pupil = school.pupils.get(name)
  if (!pupil) throw new Error(`${name} is not in the school`)
  return pupil
}
