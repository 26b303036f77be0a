import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import type { SubmissionAddress, WorkAddress } from './address.js'
import { namesOfSubmission, workRow } from './queries.js'

/** The work of the class; `not_found` for any other. */
export async function findWork(world: World, { classId, workId }: WorkAddress) {
  const row = await workRow(world.db, classId, workId)
  if (!row) throw new Refused('not_found')
  return row
}

/** What a submission is called, and whose it is. Answers `not_found` where work and place do not belong together. */
export async function titleOfSubmission(
  world: World,
  address: SubmissionAddress,
): Promise<{ readonly title: string; readonly pupil: string }> {
  const named = await namesOfSubmission(world.db, address)
  if (!named) throw new Refused('not_found')
  return named
}
