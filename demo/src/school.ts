import type { WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { localOf } from '@oppen/core/zone'
import type { fixedClock } from '@oppen/server/clock'
import { handBack, plainMove, tryAgain } from '@oppen/server/features/marking/service'
import { writeBeside } from '@oppen/server/features/talk/messages'
import { takeBack } from '@oppen/server/features/work/handIn'
import type { World } from '@oppen/server/world'
import { forms } from './answeredForms.js'
import { around } from './around.js'
import {
  addBytes,
  at,
  type BuiltClass,
  buildAccount,
  buildClass,
  buildOwner,
  buildTopic,
  buildWork,
  follow,
  submissionOf,
  takePlace,
  writeDraft,
} from './builders.js'
import type { DemoSchool } from './demoSchool.js'
import { desk, overBeans } from './desk.js'
import { doing } from './doing.js'
import { atTheDoor, gettingIn } from './gettingIn.js'
import { keeping } from './keeping.js'
import { letters } from './letters.js'
import { DEMO_NOW } from './moment.js'
import { FAMILIES, HERON, NOT_IN_YET, PUPILS, WREN } from './people.js'
import { GAUGE, JAR, picture } from './pictures.js'
import { ADAS_LOG, GARDEN, NUMBERS, type PlannedClass, type PlannedWork, WORDS } from './plan.js'
import { quizzes } from './quizzes.js'
import { Seeded } from './random.js'
import { readings } from './readings.js'
import { pupilOf, talk } from './talking.js'
import { videos } from './videos.js'
import { readHandouts, roofQuestion, schoolYear, timetables, weeks } from './weeks.js'

const HOUR = 3_600_000

type FixedClock = ReturnType<typeof fixedClock>
type Posted = { readonly id: WorkId; readonly plan: PlannedWork }
type Teaching = { readonly built: BuiltClass; readonly works: readonly Posted[]; readonly marker: Viewer }

export type { DemoSchool } from './demoSchool.js'

/**
 * Fills an empty world with Tern Hollow School, as if its people had done it all at the time. It uses the same
 * services as they do, in one command, and leaves the clock at the demo's moment.
 */
export function buildSchool(world: World, clock: FixedClock): Promise<DemoSchool> {
  return world.db.write(() => build(world, clock))
}

async function build(world: World, clock: FixedClock): Promise<DemoSchool> {
  clock.moveTo(at(world, '2026-09-04T09:00'))
  await schoolYear(world)
  const varga = await buildAccount(world, 'teacher', 'Ms Varga')
  const bell = await buildAccount(world, 'teacher', 'Mr Bell')
  await buildOwner(world, 'Ms Thorne')
  const groups = { Heron: HERON, Wren: WREN }
  const yearLabel = 'Year 6'
  const garden = await buildClass(world, { name: GARDEN.name, yearLabel, teacher: varga, groups })
  clock.moveTo(at(world, '2026-09-04T09:10'))
  const numbers = await buildClass(world, { name: NUMBERS.name, yearLabel, teacher: bell, groups })
  clock.moveTo(at(world, '2026-09-04T09:20'))
  const words = await buildClass(world, {
    name: WORDS.name,
    yearLabel,
    teacher: varga,
    coTeacher: bell,
    groups,
  })
  await timetables(world, { garden, numbers, words })
  const pupils = await letPupilsIn(world, clock, [garden, numbers, words])
  const families = await letFamiliesIn(world, clock, [garden, numbers, words])
  const all: Teaching[] = [
    { built: garden, works: await postAll(world, clock, garden, GARDEN), marker: varga },
    { built: numbers, works: await postAll(world, clock, numbers, NUMBERS), marker: bell },
    { built: words, works: await postAll(world, clock, words, WORDS), marker: bell },
  ]
  const found = new Map(all.flatMap(one => one.works.map(work => [work.plan.title, work.id] as const)))
  const work = (title: string): WorkId => {
    const id = found.get(title)
    if (!id) throw new Error(`the demo has no work called ${title}`)
    return id
  }
  const school = { teachers: { varga, bell }, pupils, families, garden, numbers, words, work }
  const seeded = new Seeded(6)
  for (const teaching of all) await letThemWork(world, clock, { teaching, pupils, seeded })
  await readHandouts(world, clock, school)
  await roofQuestion(world, clock, school)
  await adasWeek(world, clock, school)
  await oddCases(world, clock, school)
  await gettingIn(world, clock, school)
  await weeks(world, school)
  await desk(world, clock, school)
  await doing(world, clock, school)
  await keeping(world, clock, school)
  await quizzes(world, clock, school)
  await readings(world, clock, school)
  await videos(world, clock, school)
  await forms(world, clock, school)
  await around(world, clock, school)
  await talk(world, clock, school)
  await letters(world, clock, school)
  await atTheDoor(world, clock, school)
  clock.moveTo(DEMO_NOW)
  return school
}

async function letPupilsIn(world: World, clock: FixedClock, classes: readonly BuiltClass[]) {
  const pupils = new Map<string, Viewer>()
  for (const [index, name] of PUPILS.entries()) {
    clock.moveTo(at(world, '2026-09-07T10:15') + index * 40_000)
    const pupil = await buildAccount(world, 'pupil', name)
    pupils.set(name, pupil)
    for (const built of classes) {
      if (built === classes[0] && NOT_IN_YET.includes(name)) continue
      await takePlace(world, built, name, pupil)
    }
  }
  return pupils
}

async function letFamiliesIn(world: World, clock: FixedClock, classes: readonly BuiltClass[]) {
  const families = new Map<string, Viewer>()
  for (const [index, [name, children]] of Object.entries(FAMILIES).entries()) {
    clock.moveTo(at(world, '2026-09-08T20:30') + index * 3 * HOUR)
    const family = await buildAccount(world, 'family', name)
    families.set(name, family)
    for (const child of children) for (const built of classes) await follow(world, built, child, family)
  }
  return families
}

async function postAll(
  world: World,
  clock: FixedClock,
  built: BuiltClass,
  plan: PlannedClass,
): Promise<Posted[]> {
  const posted: Posted[] = []
  for (const [topic, works] of Object.entries(plan.topics)) {
    clock.moveTo(at(world, '2026-09-07T09:00'))
    const topicId = await buildTopic(world, built, topic)
    for (const { posted: when, answers: _, rules, ...form } of works) {
      clock.moveTo(at(world, when))
      const id = await buildWork(world, built, { topicId, ...form, ...rules })
      const planned = works.find(one => one.title === form.title)
      if (planned) posted.push({ id, plan: planned })
    }
  }
  return posted
}

/** Submissions that are written by hand further down. */
const BY_HAND: Readonly<Record<string, readonly string[]>> = {
  'Ada Moreno': [
    'Soil jar drawing',
    'Bean height chart',
    'Rainfall log, days 1–5',
    'Why the hill is wetter than the harbour',
    'Means from a table',
    'The quay at low tide',
    'Plan one square metre',
    'Area of an odd leaf',
    'A room without its people',
  ],
  'Milo Traub': ['Rainfall log, days 1–5'],
  'Hana Birk': ['Rainfall log, days 1–5'],
  'Kit Solano': ['Soil jar drawing', 'Rainfall log, days 1–5'],
  'Chidi Larsen': ['Soil jar drawing', 'Rainfall log, days 1–5'],
  'Ewan Sato': ['Seed packet detective', 'Rainfall log, days 1–5'],
}

type Working = {
  readonly teaching: Teaching
  readonly pupils: ReadonlyMap<string, Viewer>
  readonly seeded: Seeded
}

async function letThemWork(
  world: World,
  clock: FixedClock,
  { teaching, pupils, seeded }: Working,
): Promise<void> {
  const { built, works, marker } = teaching
  for (const { id, plan } of works) {
    if (plan.kind === 'handout') continue
    for (const name of PUPILS) {
      const pupil = pupils.get(name)
      const absent = built.places.get(name) === undefined || (plan.opens && at(world, plan.opens) > DEMO_NOW)
      const notIn =
        NOT_IN_YET.includes(name) && teaching.works.some(one => one.plan.title === 'Build a rain gauge')
      if (!pupil || absent || notIn || BY_HAND[name]?.includes(plan.title)) continue
      await oneWorks(world, clock, { built, plan, id, name, pupil, marker, seeded })
    }
  }
}

type OneWorks = {
  readonly built: BuiltClass
  readonly plan: PlannedWork
  readonly id: WorkId
  readonly name: string
  readonly pupil: Viewer
  readonly marker: Viewer
  readonly seeded: Seeded
}

const PRAISE = [
  'Careful work. Next time, say how sure you are.',
  'Clear and complete. I like that you said what went wrong.',
  'Good start. Show one line of working for each step.',
  'You noticed something nobody else did. Label the units.',
  'Well observed. What would you measure next?',
]

/** An hour at which a teacher marks, on the same day. */
const evening = (world: World, moment: number): number =>
  at(
    world,
    `${localOf(moment, world.school.zone).slice(0, 10)}T17:${String(Math.floor(moment / 60_000) % 60).padStart(2, '0')}`,
  )

/** Work that the teacher marks as it comes in, before it is due. */
const MARKED_EARLY = 'Rainfall log, days 1–5'

async function oneWorks(world: World, clock: FixedClock, one: OneWorks): Promise<void> {
  const { built, plan, id, name, pupil, seeded } = one
  const due = at(world, plan.due)
  const posted = at(world, plan.posted)
  // Ada, whose week the pictures show, forgets nothing but what is written by hand below
  const luck = name === 'Ada Moreno' ? 0.5 * seeded.next() : seeded.next()
  const past = due < DEMO_NOW
  if (!plan.answers.length || luck > (past ? 0.95 : 0.62)) return
  const lateBy = past && luck > 0.86 ? seeded.whole(2, 40) * HOUR : 0
  const last = Math.min(DEMO_NOW - 20 * 60_000, lateBy ? due + lateBy : due - 10 * 60_000)
  const closes = plan.closes ? at(world, plan.closes) : Number.POSITIVE_INFINITY
  const handedInAt = byDay(
    world,
    lateBy ? last : posted + Math.floor((0.4 + 0.6 * seeded.next()) * (last - posted)),
    last,
  )
  if (handedInAt >= closes || handedInAt >= DEMO_NOW) return
  const address = submissionOf(built, id, name)
  clock.moveTo(handedInAt - seeded.whole(15, 50) * 60_000)
  const begun = clock.now() > posted ? clock.now() : posted + 60_000
  clock.moveTo(begun)
  const handInToo = past || luck < (plan.title === MARKED_EARLY ? 0.56 : 0.42)
  await writeDraft(world, pupil, address, { html: seeded.pick(plan.answers), handInToo })
  if (handInToo) await markIt(world, clock, one, begun)
}

/** The same day between 07:30 and 20:30, as pupils work; never after the last moment. */
function byDay(world: World, moment: number, last: number): number {
  const date = localOf(moment, world.school.zone).slice(0, 10)
  const earliest = at(world, `${date}T07:30`)
  const latest = at(world, `${date}T20:30`)
  return Math.min(last, Math.max(earliest, Math.min(latest, moment)))
}

async function markIt(world: World, clock: FixedClock, one: OneWorks, handedInAt: number): Promise<void> {
  const { built, plan, id, name, marker, seeded } = one
  if (plan.title === MARKED_EARLY && handedInAt > at(world, '2026-10-12T09:00')) return
  const markedAt =
    plan.title === MARKED_EARLY
      ? at(world, '2026-10-12T17:20')
      : evening(world, Math.max(handedInAt, at(world, plan.due)) + seeded.whole(4, 30) * HOUR)
  if (markedAt >= DEMO_NOW || seeded.next() < 0.04) return
  clock.moveTo(markedAt)
  const points = plan.points ? Number(plan.points) : null
  const mark = points === null ? null : String(Math.round(points * (0.55 + 0.45 * seeded.next()) * 2) / 2)
  await handBack(world, marker, submissionOf(built, id, name), {
    number: 1,
    mark,
    feedback: seeded.pick(PRAISE),
  })
}

/** Ada's week, as the pictures of the design show it. */
async function adasWeek(world: World, clock: FixedClock, school: DemoSchool): Promise<void> {
  const { garden, numbers, words, work, teachers } = school
  const ada = pupilOf(school, 'Ada Moreno')
  const beans = submissionOf(garden, work('Bean height chart'), 'Ada Moreno')
  clock.moveTo(at(world, '2026-10-07T18:10'))
  await writeDraft(world, ada, beans, {
    html: '<p>Day 1: 2 mm, day 3: 9 mm, day 5: 21 mm, day 7: 40 mm. The line bends upwards, so it grows faster every day.</p>',
    handInToo: true,
  })
  clock.moveTo(at(world, '2026-10-13T18:02'))
  await overBeans(world, school)
  const feedback = 'Your axis starts at zero, good. Now label the unit.'
  await handBack(world, teachers.varga, beans, { number: 1, mark: '8.5', feedback, sticker: 'sprout' })

  const log = submissionOf(garden, work('Rainfall log, days 1–5'), 'Ada Moreno')
  clock.moveTo(at(world, '2026-10-12T16:05'))
  const version = await writeDraft(world, ada, log, { html: ADAS_LOG.replace('<p>3</p>', '<p></p>') })
  clock.moveTo(at(world, '2026-10-12T16:12'))
  await writeBeside(world, ada, log, { html: '<p>Is 0 mm a reading or should I leave it out?</p>' })
  clock.moveTo(at(world, '2026-10-12T16:40'))
  await writeDraft(world, ada, log, { html: ADAS_LOG, base: version })
  await addBytes(world, ada, log, { name: 'my rain gauge.png', bytes: await picture(GAUGE) })
  await writeDraft(world, ada, log, { html: ADAS_LOG, base: version + 1, handInToo: true })
  clock.moveTo(at(world, '2026-10-13T17:55'))
  await takeBack(world, ada, log)
  clock.moveTo(at(world, '2026-10-13T18:02'))
  await writeDraft(world, ada, log, {
    html: ADAS_LOG.replace('is not typical', 'is <strong>not typical</strong>'),
    base: version + 1,
    handInToo: true,
  })

  const means = submissionOf(numbers, work('Means from a table'), 'Ada Moreno')
  clock.moveTo(at(world, '2026-10-13T19:10'))
  await writeDraft(world, ada, means, { html: '<p>1) 24 ÷ 4 = 6.</p><p>2) 35 ÷ 5 = 7.</p>' })

  const quay = submissionOf(words, work('The quay at low tide'), 'Ada Moreno')
  clock.moveTo(at(world, '2026-09-29T17:20'))
  await writeDraft(world, ada, quay, {
    html: '<p>Mud breathes out when the water leaves.</p>',
    handInToo: true,
  })
  clock.moveTo(at(world, '2026-10-12T12:30'))
  await tryAgain(world, teachers.varga, quay, {
    number: 1,
    by: '2026-10-19T17:00',
    feedback: 'A strong first sentence! Give me four more, with smell and sound.',
  })
}

/** One of each state that chance would not bring. */
async function oddCases(world: World, clock: FixedClock, school: DemoSchool): Promise<void> {
  const { garden, work, teachers } = school
  const log = work('Rainfall log, days 1–5')
  clock.moveTo(at(world, '2026-10-12T09:10'))
  await plainMove(world, teachers.varga, submissionOf(garden, log, 'Milo Traub'), 'excuse')
  const hana = submissionOf(garden, log, 'Hana Birk')
  await writeDraft(world, pupilOf(school, 'Hana Birk'), hana, {
    html: '<p>Mon 4, Tue 10</p>',
    handInToo: true,
  })
  clock.moveTo(at(world, '2026-10-14T08:50'))
  await takeBack(world, pupilOf(school, 'Hana Birk'), hana)
  const jar = work('Soil jar drawing')
  clock.moveTo(at(world, '2026-10-14T11:30'))
  const chidi = submissionOf(garden, jar, 'Chidi Larsen')
  await addBytes(world, pupilOf(school, 'Chidi Larsen'), chidi, {
    name: 'jar.png',
    bytes: await picture(JAR),
  })
  await writeDraft(world, pupilOf(school, 'Chidi Larsen'), chidi, {
    html: '<p>Sorry, my jar broke and I had to start over. Sand 20 mm, clay 9 mm.</p>',
    handInToo: true,
  })
  clock.moveTo(at(world, '2026-10-13T09:05'))
  await plainMove(world, teachers.varga, submissionOf(garden, jar, 'Kit Solano'), 'receive')
  clock.moveTo(at(world, '2026-10-14T12:05'))
  const ewan = submissionOf(garden, log, 'Ewan Sato')
  await writeDraft(world, pupilOf(school, 'Ewan Sato'), ewan, { html: '<p>Mon 4</p>' })
  await writeBeside(world, pupilOf(school, 'Ewan Sato'), ewan, {
    html: '<p>I was ill on Tuesday. May I use Ada’s reading for that day?</p>',
  })
}
