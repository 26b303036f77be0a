import { setImmediate } from 'node:timers/promises'
import type { ProgressOverview } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { type AskedSubmission, nextChange, overviewLine } from '@oppen/core/progress'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { askedOfClass, averagingClass } from './queries.js'

/** How every pupil of a class gets on, in a line each, and when one of the lines changes by itself. */
export async function seeOverview(world: World, classId: ClassId): Promise<ProgressOverview> {
  const now = world.clock.now()
  const [found, pupils] = await Promise.all([
    averagingClass(world.db, classId),
    askedOfClass(world.db, classId, now),
  ])
  if (!found) throw new Refused('not_found')
  const lines: ProgressOverview['lines'] = []
  let until: number | null = null
  for (const { placeId, name, submissions } of pupils) {
    const asked = JSON.parse(submissions) as AskedSubmission[]
    lines.push({ placeId, name, ...overviewLine(asked, found.rules, now) })
    const next = nextChange(asked, now)
    if (next !== null && (until === null || next < until)) until = next
    // others come in between two pupils
    await setImmediate()
  }
  return { className: found.name, lines, until }
}
