import { createHash } from 'node:crypto'
import type { AccountId, ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { addDays } from '@oppen/core/zone'
import {
  buildAccount,
  buildClass,
  buildLessons,
  buildTopic,
  buildWork,
  DEMO_NOW,
  DEMO_SCHOOL,
  takePlace,
} from '@oppen/demo'
import { fixedClock } from '@oppen/server/clock'
import { changeCalendar } from '@oppen/server/features/timing/calendar'
import { closeWorld, openWorld, QUICK_HASHING } from '@oppen/server/openWorld'

export const SIZE = { classes: 40, pupils: 30, submissions: 200 } as const
const WEEK = '2026-10-12'
const IN_A_WEEK = 10
/** So many of a pupil's submissions are handed back by now. */
const DONE = 150

export type LargePupil = {
  readonly classId: ClassId
  readonly placeId: PlaceId
  readonly accountId: AccountId
  /** The submission that this pupil writes on. */
  readonly workId: WorkId
  readonly cookie: string
}
export type LargeSchool = { readonly pupils: readonly LargePupil[]; readonly teachers: readonly string[] }

const cookieOf = (n: number | string): string => `bench-${n}`

/** A school of forty classes of thirty pupils with two hundred submissions each; everybody is signed in by a known cookie. */
export async function largeSchool(folder: string): Promise<LargeSchool> {
  const clock = fixedClock(DEMO_NOW - 86_400_000)
  const world = await openWorld({ folder, school: DEMO_SCHOOL, clock, hashing: QUICK_HASHING })
  await changeCalendar(world, {
    terms: [{ name: 'Autumn', from: '2026-09-07', to: '2026-12-11' }],
    closures: [],
    rotation: null,
    weekdays: [1, 2, 3, 4, 5],
  })
  const pupils: LargePupil[] = []
  const teachers: string[] = []
  const signIn = async (accountId: AccountId, token: string) => {
    await world.db.run(
      `insert into sessions (token_hash, account_id, began_at, seen_at, ends_at, device, came_by)
       values ($hash, $accountId, $now, $now, $ends, 'bench', 'secret')`,
      {
        hash: createHash('sha256').update(token).digest('hex'),
        accountId,
        now: DEMO_NOW,
        ends: DEMO_NOW + 86_400_000 * 30,
      },
    )
    return `oppen=${token}`
  }
  for (let c = 0; c < SIZE.classes; c++) {
    const teacher = await buildAccount(world, 'teacher', `Teacher ${c}`)
    const names = Array.from({ length: SIZE.pupils }, (_, n) => `Pupil ${c} ${String(n).padStart(2, '0')}`)
    const built = await buildClass(world, {
      name: `Class ${c}`,
      yearLabel: '',
      teacher,
      groups: { All: names },
    })
    await buildLessons(world, built, [
      { weekday: 1, starts: '10:15', ends: '11:00', group: 'All' },
      { weekday: 4, starts: '13:30', ends: '14:15', group: 'All' },
    ])
    const accounts = await Promise.all(names.map(name => buildAccount(world, 'pupil', name)))
    const works = await world.db.write(async () => {
      teachers.push(await signIn(teacher.accountId, cookieOf(`teacher-${c}`)))
      const topicId = await buildTopic(world, built, 'Topic')
      const made: WorkId[] = []
      for (let n = 0; n < SIZE.submissions; n++) {
        const week = addDays(WEEK, 7 - 7 * Math.floor(n / IN_A_WEEK))
        const due = `${addDays(week, 4)}T17:00`
        const title = `Submission ${n} of rain, wind and water`
        made.push(
          await buildWork(world, built, {
            title,
            topicId,
            week,
            due: week > WEEK ? due : null,
            minutes: 20,
            points: '10',
          }),
        )
      }
      for (const [n, account] of accounts.entries()) await takePlace(world, built, names[n] ?? '', account)
      await world.db.run(
        `insert into submissions (work_id, place_id, phase, phase_before, hand_ins, first_handed_in_at, handed_in_at,
           handed_back_at, mark, moves)
         select w.value, p.id, 'handedBack', 'withTeacher', 1, $now, $now, $now, 850, 3
         from json_each($works) w join places p on p.class_id = $classId`,
        { now: DEMO_NOW - 1_000_000, works: JSON.stringify(made.slice(-DONE)), classId: built.classId },
      )
      return made
    })
    await world.db.write(async () => {
      for (const [n, account] of accounts.entries()) {
        const placeId = built.places.get(names[n] ?? '')?.placeId as PlaceId
        pupils.push({
          classId: built.classId,
          placeId,
          accountId: account.accountId,
          workId: works[0] as WorkId,
          cookie: await signIn(account.accountId, cookieOf(`${c}-${n}`)),
        })
      }
    })
  }
  await closeWorld(world)
  return { pupils, teachers }
}
