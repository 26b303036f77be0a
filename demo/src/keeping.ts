import type { Viewer } from '@oppen/core/permissions'
import { makeLink } from '@oppen/server/features/portfolio/links'
import { keepWork } from '@oppen/server/features/portfolio/service'
import type { World } from '@oppen/server/world'
import { at, submissionOf } from './builders.js'
import type { DemoSchool } from './demoSchool.js'

type Keeping = {
  readonly by: Viewer
  readonly title: string
  readonly number?: string
  readonly on: string
  readonly why: string
  readonly goal?: string
}

/** What Ada and Ms Varga keep in Ada's portfolio, and a link that her family made. */
export async function keeping(
  world: World,
  clock: { moveTo(at: number): void },
  { garden, pupils, families, teachers, work }: DemoSchool,
): Promise<void> {
  const ada = pupils.get('Ada Moreno')
  const family = families.get('Mr Moreno')
  if (!ada || !family) throw new Error('the demo has no Morenos')
  const all: readonly Keeping[] = [
    {
      ...{ by: ada, title: 'Build a rain gauge', on: '2026-09-28T16:10' },
      why: 'The first thing I built that still works. I look at it every morning.',
      goal: 'build a gauge that others can read',
    },
    {
      ...{ by: teachers.varga, title: 'Seed packet detective', on: '2026-10-06T17:20' },
      why: 'You asked a question that the packet does not answer. Keep asking.',
      goal: 'read the numbers on a seed packet',
    },
    {
      ...{ by: ada, title: 'Bean height chart', on: '2026-10-13T16:30' },
      why: 'In September I only drew bars. Here I saw that the line bends.',
      goal: 'draw a chart with both axes labelled',
    },
    {
      ...{ by: teachers.varga, title: 'Bean height chart', on: '2026-10-13T17:55' },
      why: 'Both axes labelled, and the shape of the line put into words.',
      goal: 'draw a chart with both axes labelled',
    },
    {
      ...{ by: ada, title: 'Rainfall log, days 1–5', number: '2', on: '2026-10-13T18:40' },
      why: 'I tried it a second time and found out why day 3 was odd.',
      goal: 'read a rain gauge to the nearest millimetre',
    },
  ]
  for (const { by, title, number = '1', on, why, goal = null } of all) {
    clock.moveTo(at(world, on))
    const asked = { ...submissionOf(garden, work(title), 'Ada Moreno'), number }
    await keepWork(world, by, asked, { why, goal })
  }
  clock.moveTo(at(world, '2026-10-13T20:15'))
  const log = submissionOf(garden, work('Rainfall log, days 1–5'), 'Ada Moreno')
  await makeLink(world, family, { ...log, number: '2' }, { press: 'demo', days: 30 })
}
