import type { Viewer } from '@oppen/core/permissions'
import type { fixedClock } from '@oppen/server/clock'
import { noteEntry, openDoor } from '@oppen/server/features/classes/doors'
import { newestDoor } from '@oppen/server/features/classes/queriesOfDoors'
import { replyToNotice, writeNotice } from '@oppen/server/features/talk/service'
import type { World } from '@oppen/server/world'
import { at, type BuiltClass, placeOf } from './builders.js'
import type { DemoSchool } from './demoSchool.js'
import { NOT_IN_YET, PUPILS } from './people.js'

type FixedClock = ReturnType<typeof fixedClock>

/** What is said in the classes, and the door that stands open at the demo's moment. */
export async function talk(world: World, clock: FixedClock, school: DemoSchool): Promise<void> {
  const { garden, numbers, words, teachers } = school
  const say = async (built: BuiltClass, by: Viewer, when: string, html: string) => {
    clock.moveTo(at(world, when))
    return (await writeNotice(world, by, built.classId, html)).noticeId
  }
  const answer = async (
    built: BuiltClass,
    noticeId: Awaited<ReturnType<typeof say>>,
    name: string,
    when: string,
    text: string,
  ) => {
    clock.moveTo(at(world, when))
    await replyToNotice(world, pupilOf(school, name), { classId: built.classId, noticeId }, text)
  }
  await say(
    garden,
    teachers.varga,
    '2026-09-07T09:20',
    '<p>Welcome to <strong>Garden Science</strong>. Everything we do this term stands here: the work under its topic, the news in Talk.</p>',
  )
  const boots = await say(
    garden,
    teachers.varga,
    '2026-10-12T08:15',
    '<p>On <strong>Thursday</strong> we read the gauges on the hill. Bring boots and a coat, whatever the sky says.</p>',
  )
  await answer(garden, boots, 'Lena Osei', '2026-10-12T12:31', 'Can we bring our own gauge?')
  await answer(
    garden,
    boots,
    'Goran Pell',
    '2026-10-12T12:40',
    'My boots have a hole. Do we have spare ones?',
  )
  clock.moveTo(at(world, '2026-10-12T13:05'))
  await replyToNotice(
    world,
    teachers.varga,
    { classId: garden.classId, noticeId: boots },
    'Yes to both: own gauges are welcome, and there are spare boots in the shed.',
  )
  await answer(garden, boots, 'Nia Falk', '2026-10-14T12:20', 'What time are we back?')
  const seeds = await say(
    garden,
    teachers.varga,
    '2026-10-14T14:10',
    '<p>The broad beans have arrived. Each of you gets five: look at the list by the door.</p>',
  )
  await answer(garden, seeds, 'Oskar Lind', '2026-10-14T15:02', 'Mine are purple!')
  await say(numbers, teachers.bell, '2026-10-13T09:00', '<p>Bring a leaf with an odd shape on Monday.</p>')
  await say(
    words,
    teachers.varga,
    '2026-10-13T15:30',
    '<p>Year 2 is looking forward to your reading. We practise on Friday.</p>',
  )
  clock.moveTo(at(world, '2026-10-14T15:50'))
  await openDoor(world, teachers.varga, garden.classId, { span: { minutes: 60 }, admits: 'nod' })
  const door = await newestDoor(world.db, garden.classId)
  for (const [index, name] of PUPILS.filter(one => !NOT_IN_YET.includes(one))
    .slice(0, 17)
    .entries()) {
    clock.moveTo(at(world, '2026-10-14T15:52') + index * 95_000)
    if (door) await noteEntry(world, garden.classId, door.id, placeOf(garden, name).placeId)
  }
}

/** A pupil of the school by name; throws, naming it, for anybody else. */
export function pupilOf(school: DemoSchool, name: string): Viewer {
  const pupil = school.pupils.get(name)
  if (!pupil) throw new Error(`${name} is not in the school`)
  return pupil
}
