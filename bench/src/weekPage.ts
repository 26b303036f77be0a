import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { addDays } from '@oppen/core/zone'
import {
  buildAccount,
  buildClass,
  buildLessons,
  buildWork,
  DEMO_NOW,
  DEMO_SCHOOL,
  lessonRule,
  Person,
  placeOf,
  takePlace,
} from '@oppen/demo'
import { fixedClock } from '@oppen/server/clock'
import { changeCalendar } from '@oppen/server/features/timing/calendar'
import { closeWorld, openWorld, QUICK_HASHING } from '@oppen/server/openWorld'
import { type Child, serve } from './child.js'
import { ratio } from './reads.js'

const WEEK = '2026-10-12'
const IN_A_WEEK = 10
const PUPILS = 30

type Made = {
  readonly folder: string
  readonly classId: string
  readonly placeId: string
  readonly groupId: string
}

/** A class of thirty in two groups with so many posted works, ten to a week, the same in the week that is looked at. */
async function make(submissions: number): Promise<Made> {
  const folder = join(await mkdtemp(join(tmpdir(), 'oppen-week-')), 'data')
  const clock = fixedClock(Date.UTC(2019, 0, 7, 9))
  const world = await openWorld({ folder, school: DEMO_SCHOOL, clock, hashing: QUICK_HASHING })
  await changeCalendar(world, {
    terms: [{ name: 'Autumn', from: '2026-09-07', to: '2026-12-11' }],
    closures: [],
    rotation: null,
    weekdays: [1, 2, 3, 4, 5],
  })
  const teacher = await buildAccount(world, 'teacher', 'Ms Bench')
  const names = Array.from({ length: PUPILS }, (_, n) => `Pupil ${String(n).padStart(2, '0')}`)
  const groups = { One: names.slice(0, 15), Two: names.slice(15) }
  const built = await buildClass(world, { name: 'Bench', yearLabel: '', teacher, groups })
  await buildLessons(world, built, [
    { weekday: 1, starts: '10:15', ends: '11:00', group: 'One' },
    { weekday: 4, starts: '13:30', ends: '14:15', group: 'One' },
    { weekday: 2, starts: '10:15', ends: '11:00', group: 'Two' },
    { weekday: 5, starts: '09:00', ends: '09:45', group: 'Two' },
  ])
  const pupil = await buildAccount(world, 'pupil', 'Pupil Bench')
  await takePlace(world, built, 'Pupil 00', pupil)
  await world.db.write(async () => {
    for (let n = 0; n < submissions; n++) {
      const week = addDays(WEEK, -7 * Math.floor(n / IN_A_WEEK))
      clock.moveTo(Date.parse(`${addDays(week, -3)}T08:00Z`))
      const lane = (['getReady', 'lesson', 'followUp'] as const)[n % 3] ?? 'followUp'
      const due = n % 2 ? lessonRule('start', 2) : `${addDays(week, 4)}T17:00`
      // a lesson on a day outside of the term is none: years before have no terms, and only fixed times
      const held = week >= '2026-09-07' ? due : `${addDays(week, 4)}T17:00`
      await buildWork(world, built, {
        title: `Submission ${n}`,
        week,
        lane,
        due: held,
        minutes: 20,
        points: '10',
      })
    }
  })
  clock.moveTo(DEMO_NOW)
  await closeWorld(world)
  return {
    folder,
    classId: built.classId,
    placeId: placeOf(built, 'Pupil 00').placeId,
    groupId: built.groups.One ?? '',
  }
}

type Served = Made & {
  readonly child: Child
  readonly url: string
  readonly cookies: Record<'pupil' | 'teacher', string>
}

async function serveIt(out: string, made: Made): Promise<Served> {
  const child = await serve(join(out, 'ours.mjs'), { BENCH_FOLDER: made.folder })
  const address = `http://127.0.0.1:${child.port}`
  const cookieOf = async (name: string) => (await new Person(address).signIn(name)).cookie
  return {
    ...made,
    child,
    url: `${address}/api/classes/${made.classId}/weeks/${WEEK}`,
    cookies: { pupil: await cookieOf('pupil.bench'), teacher: await cookieOf('ms.bench') },
  }
}

/**
 * The week page of a class with 400 posted works and 30 pupils, as a ratio to the same rows read bare; and what it
 * costs with ten times the works, as a ratio to itself.
 */
export async function weekPages(out: string) {
  const small = await serveIt(out, await make(400))
  const large = await serveIt(out, await make(4000))
  const bare = await serve(join(out, 'bare.mjs'), {
    BARE_FILE: join(small.folder, 'oppen.sqlite'),
    BARE_CLASS: small.classId,
    BARE_PLACE: small.placeId,
    BARE_GROUP: small.groupId,
    BARE_NOW: String(DEMO_NOW),
  })
  const found: { who: string; ratio: number; ours: number; bare: number; tenfold: number }[] = []
  for (const who of ['pupil', 'teacher'] as const) {
    const own = { name: who, url: small.url, cookie: small.cookies[who] }
    const base = { name: 'bare', url: `http://127.0.0.1:${bare.port}/week/${who}` }
    const first = await ratio(own, base)
    const tenfold = await ratio(own, { name: `${who} of 4000`, url: large.url, cookie: large.cookies[who] })
    found.push({ who, ...first, tenfold: tenfold.ratio })
  }
  for (const one of [small, large]) {
    one.child.stop()
    await rm(join(one.folder, '..'), { recursive: true, force: true })
  }
  bare.stop()
  return found
}
