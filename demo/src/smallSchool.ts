import type { Viewer } from '@oppen/core/permissions'
import type { WorldOptions } from '@oppen/server/openWorld'
import { type BuiltClass, buildAccount, buildClass, follow, takePlace } from './builders.js'
import { builtOnce, type Person, type TestServer } from './testing.js'

export type SmallSchool = TestServer & {
  readonly built: BuiltClass
  /** The teacher who owns the class, as services take her. */
  readonly owner: Viewer
  readonly pupil: Viewer
  readonly teacher: Person
  readonly anna: Person
  readonly bo: Person
  /** Anna's family. */
  readonly family: Person
}

/**
 * The smallest school in which something can happen, for service tests: Ms Kestrel's class Tides with Anna Reyes
 * and Bo Lund, and Mr Reyes, who follows Anna. All four are signed in, each with a browser of their own.
 */
export const smallSchool: (options?: Partial<WorldOptions>) => Promise<SmallSchool> = builtOnce(
  { teacher: 'ms.kestrel', anna: 'anna.reyes', bo: 'bo.lund', family: 'mr.reyes' },
  build,
)

async function build({ world }: TestServer): Promise<Pick<SmallSchool, 'built' | 'owner' | 'pupil'>> {
  const owner = await buildAccount(world, 'teacher', 'Ms Kestrel')
  const groups = { All: ['Anna Reyes', 'Bo Lund'] }
  const built = await buildClass(world, { name: 'Tides', yearLabel: '', teacher: owner, groups })
  const pupil = await buildAccount(world, 'pupil', 'Anna Reyes')
  await takePlace(world, built, 'Anna Reyes', pupil)
  await takePlace(world, built, 'Bo Lund', await buildAccount(world, 'pupil', 'Bo Lund'))
  await follow(world, built, 'Anna Reyes', await buildAccount(world, 'family', 'Mr Reyes'))
  return { built, owner, pupil }
}
