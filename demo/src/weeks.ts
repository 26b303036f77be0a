import type { GroupId, TopicId } from '@oppen/core/ids'
import type { fixedClock } from '@oppen/server/clock'
import { giveAnswer, replyToAnswer } from '@oppen/server/features/kinds/question/service'
import { changeCalendar } from '@oppen/server/features/timing/calendar'
import { planOf } from '@oppen/server/features/timing/planner'
import { changeTimetable, seeTimetable } from '@oppen/server/features/timing/timetable'
import { writeGoals, writeLesson } from '@oppen/server/features/week/changes'
import { saveMaterial } from '@oppen/server/features/work/materials'
import { readHandout } from '@oppen/server/features/work/service'
import type { World } from '@oppen/server/world'
import { at, type BuiltClass, buildLessons, buildWork, placeOf, submissionOf } from './builders.js'
import type { DemoSchool } from './demoSchool.js'
import { PUPILS } from './people.js'

/** The school's year: a term of thirteen weeks with one closure week. */
export async function schoolYear(world: World): Promise<void> {
  await changeCalendar(world, {
    terms: [
      { name: 'Autumn term', from: '2026-09-07', to: '2026-12-11' },
      { name: 'Spring term', from: '2027-01-04', to: '2027-03-26' },
    ],
    closures: [
      { name: 'Autumn break', from: '2026-10-26', to: '2026-10-30', starts: null, ends: null },
      { name: 'Harbour fair', from: '2026-11-20', to: '2026-11-20', starts: '12:00', ends: null },
    ],
    rotation: null,
    weekdays: [1, 2, 3, 4, 5],
  })
}

/** Heron and Wren meet Garden Science on different days, and all of them on Wednesday. */
export async function timetables(
  world: World,
  { garden, numbers, words }: Pick<DemoSchool, 'garden' | 'numbers' | 'words'>,
): Promise<void> {
  await buildLessons(world, garden, [
    { weekday: 1, starts: '10:15', ends: '11:45', group: 'Heron', place: 'Lab' },
    { weekday: 2, starts: '10:15', ends: '11:45', group: 'Wren', place: 'Lab' },
    { weekday: 3, starts: '15:30', ends: '16:30', place: 'Garden' },
    { weekday: 4, starts: '13:30', ends: '15:00', group: 'Heron', place: 'Hill' },
    { weekday: 5, starts: '09:00', ends: '10:30', group: 'Wren', place: 'Hill' },
  ])
  await buildLessons(world, numbers, [
    { weekday: 2, starts: '09:00', ends: '10:00' },
    { weekday: 5, starts: '11:00', ends: '12:00' },
  ])
  await buildLessons(world, words, [
    { weekday: 3, starts: '09:00', ends: '10:30' },
    { weekday: 5, starts: '13:30', ends: '14:30' },
  ])
}

const GOALS: Readonly<Record<string, readonly string[]>> = {
  '2026-09-14': ['build a gauge that others can read', 'say why the funnel is turned over'],
  '2026-09-21': ['name three clouds and what they bring'],
  '2026-09-28': ['count what lives in a handful of soil', 'read the numbers on a seed packet'],
  '2026-10-05': ['draw a chart with both axes labelled'],
  '2026-10-12': [
    'read a rain gauge to the nearest millimetre',
    'work out a weekly mean and say what it hides',
  ],
  '2026-10-19': ['plan a bed so that plants help each other'],
}

/** What stands on the week pages beside the posted work. */
export async function weeks(world: World, school: DemoSchool): Promise<void> {
  const { garden, words, teachers } = school
  const { classId } = garden
  for (const [week, goals] of Object.entries(GOALS)) await writeGoals(world, { classId, week }, goals)
  await writeGoals(world, { classId: words.classId, week: '2026-10-12' }, [
    'describe a room so that we know who lives there',
  ])
  await rooms(world, garden, school)
  await lessonParts(world, garden)
  const topicId = (
    await world.db.row<{ id: never }>(
      "select id from topics where name = 'Soil and seeds' and class_id = $classId",
      {
        classId,
      },
    )
  )?.id
  await buildWork(
    world,
    { ...garden, teacher: teachers.varga },
    {
      title: 'What is left of the apple',
      topicId: topicId ?? null,
      week: '2026-10-19',
      lane: 'getReady',
      due: { is: 'lesson', edge: 'start', n: 2 },
      appears: '2026-10-16T15:00',
      minutes: 15,
      points: '6',
      directions: '<p>Dig up the apple core from September and draw what you find. Who has been eating?</p>',
    },
  )
}

async function rooms(world: World, garden: BuiltClass, { teachers }: DemoSchool): Promise<void> {
  const { classId } = garden
  const page = await seeTimetable(world, classId)
  const from = '2026-09-04'
  await changeTimetable(world, teachers.varga, classId, {
    from,
    lessons: page.lessons,
    changes: page.changes,
    rooms: page.groups.map(group => ({
      groupId: group.id,
      address: `/room/garden-${group.name.toLowerCase()}`,
    })),
  })
}

async function lessonParts(world: World, { classId, groups }: BuiltClass): Promise<void> {
  const week = '2026-10-12'
  const { planner } = await planOf(world, classId)
  const write = async (group: string, n: number, live: string, own: string) => {
    const groupId = groups[group] as GroupId
    const lesson = planner.lessonsOf(groupId, week)[n - 1]
    if (lesson) await writeLesson(world, { classId, week }, { groupId, key: lesson.key, live, own })
  }
  for (const group of ['Heron', 'Wren']) {
    await write(
      group,
      1,
      'We read three gauges together and compare.',
      'Copy the diagram and label the parts.',
    )
    await write(
      group,
      3,
      'Up the hill: all gauges at once, at the whistle.',
      'Choose a day and write why it is not typical.',
    )
  }
}

/** An open question that most have answered, and what they say to each other. */
export async function roofQuestion(
  world: World,
  clock: ReturnType<typeof fixedClock>,
  { garden, pupils, teachers }: DemoSchool,
): Promise<void> {
  clock.moveTo(at(world, '2026-10-12T08:50'))
  const topic = await world.db.row<{ id: TopicId }>(
    "select id from topics where name = 'Weather watch' and class_id = $classId",
    { classId: garden.classId },
  )
  const workId = await buildWork(world, garden, {
    kind: 'question',
    title: 'What does rain sound like on your roof?',
    topicId: topic?.id ?? null,
    week: '2026-10-12',
    lane: 'followUp',
    due: '2026-10-16T17:00',
    minutes: 5,
    directions: '<p>Listen for one minute when it rains. No word may be “pitter”.</p>',
    question: { choices: [], several: false, shown: 'afterOwn' },
  })
  for (const [index, [name, text]] of Object.entries(ROOFS).entries()) {
    const pupil = pupils.get(name)
    clock.moveTo(at(world, '2026-10-13T17:10') + index * 1_860_000)
    if (pupil)
      await giveAnswer(world, pupil, submissionOf(garden, workId, name), { text, choices: [], version: 0 })
  }
  clock.moveTo(at(world, '2026-10-14T12:30'))
  const address = { classId: garden.classId, workId, answerOf: placeOf(garden, 'Priya Dane').placeId }
  await replyToAnswer(world, teachers.varga, address, 'Is that before or after the gutter is full?')
}

const ROOFS: Readonly<Record<string, string>> = {
  'Bram Okoye': 'Like somebody sorting buttons.',
  'Priya Dane': 'A long breath, then gravel.',
  'Nia Falk': 'We live under another flat. I hear feet, not rain.',
  'Goran Pell': 'Frying.',
  'Luis Moreno': 'Applause for nobody.',
}

/** Most of the class has looked at what was to be read. */
export async function readHandouts(
  world: World,
  clock: ReturnType<typeof fixedClock>,
  { garden, pupils, work }: DemoSchool,
): Promise<void> {
  const drawing = await world.files.keepBytes(Buffer.from(DIAGRAM))
  await saveMaterial(
    world,
    { classId: garden.classId, workId: work('Gauge diagram') },
    { name: 'gauge diagram.txt', hash: drawing, type: 'text/plain', size: DIAGRAM.length },
  )
  for (const [index, name] of PUPILS.entries()) {
    const pupil = pupils.get(name)
    if (!pupil || index % 5 === 4) continue
    clock.moveTo(at(world, '2026-10-11T17:00') + index * 240_000)
    await readHandout(world, pupil, submissionOf(garden, work('Reading a rain gauge'), name))
  }
}

const DIAGRAM = `Our gauge, from the top:
  funnel     turned over, so that rain runs in and does not dry out
  bottle     straight sides, or the marks would lie
  marks      every 5 mm
  stones     so that the wind leaves it standing
`
