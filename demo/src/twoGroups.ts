import type { Viewer } from '@oppen/core/permissions'
import { changeCalendar } from '@oppen/server/features/timing/calendar'
import type { WorldOptions } from '@oppen/server/openWorld'
import { type BuiltClass, buildAccount, buildClass, buildLessons, follow, takePlace } from './builders.js'
import { builtOnce, type Person, type TestServer } from './testing.js'

export type TwoGroups = TestServer & {
  readonly built: BuiltClass
  readonly owner: Viewer
  readonly teacher: Person
  /** Of the group Heron: lessons on Monday 10:15 and Thursday 13:30. */
  readonly anna: Person
  /** Of the group Wren: lessons on Tuesday 10:15 and Friday 09:00. */
  readonly bo: Person
  readonly family: Person
}

/**
 * A class whose two groups meet on different days, in a school with an autumn term and a break, for service tests.
 * The clock stands at Wednesday 14 October 2026, 16:20 in Lisbon.
 */
export const twoGroups: (options?: Partial<WorldOptions>) => Promise<TwoGroups> = builtOnce(
  { teacher: 'ms.kestrel', anna: 'anna.reyes', bo: 'bo.lund', family: 'mr.reyes' },
  build,
)

async function build({ world, clock }: TestServer): Promise<Pick<TwoGroups, 'built' | 'owner'>> {
  const now = clock.now()
  clock.moveTo(Date.UTC(2026, 8, 4, 9))
  await changeCalendar(world, {
    terms: [{ name: 'Autumn', from: '2026-09-07', to: '2026-12-11' }],
    closures: [{ name: 'Break', from: '2026-10-26', to: '2026-10-30', starts: null, ends: null }],
    rotation: null,
    weekdays: [1, 2, 3, 4, 5],
  })
  const owner = await buildAccount(world, 'teacher', 'Ms Kestrel')
  const groups = { Heron: ['Anna Reyes', 'Ada Finn'], Wren: ['Bo Lund'] }
  const built = await buildClass(world, { name: 'Tides', yearLabel: '', teacher: owner, groups })
  await buildLessons(world, built, [
    { weekday: 1, starts: '10:15', ends: '11:00', group: 'Heron' },
    { weekday: 4, starts: '13:30', ends: '14:15', group: 'Heron' },
    { weekday: 2, starts: '10:15', ends: '11:00', group: 'Wren' },
    { weekday: 5, starts: '09:00', ends: '09:45', group: 'Wren' },
  ])
  await takePlace(world, built, 'Anna Reyes', await buildAccount(world, 'pupil', 'Anna Reyes'))
  await takePlace(world, built, 'Bo Lund', await buildAccount(world, 'pupil', 'Bo Lund'))
  await follow(world, built, 'Anna Reyes', await buildAccount(world, 'family', 'Mr Reyes'))
  clock.moveTo(now)
  return { built, owner }
}
