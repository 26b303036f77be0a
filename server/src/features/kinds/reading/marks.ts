import type { BodyOf, routes } from '@oppen/contract'
import type { ReadingMarkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { mayWrite } from '@oppen/core/work'
import { READING_LIMITS } from '@oppen/core/work/kinds/reading'
import { Refused } from '../../../refusal.js'
import type { World } from '../../../world.js'
import { applyMove, findSubmission, type SubmissionAddress } from '../../submissions/moves.js'
import { readingMarks } from './models.js'
import { marksJson, otherMarks } from './queries.js'

/** A submission of a reading. Refuses `not_found` for work of another kind. */
async function findReading(world: World, address: SubmissionAddress) {
  const submission = await findSubmission(world, address)
  if (submission.kind !== 'reading') throw new Refused('not_found')
  return submission
}

/** What a pupil marked in a passage, as JSON. */
export async function seeReadingMarks(world: World, address: SubmissionAddress): Promise<string> {
  await findReading(world, address)
  return (await marksJson(world.db, address)) ?? ''
}

type Saving = SubmissionAddress & { readonly markId: ReadingMarkId }

/**
 * Saves what a pupil marked under an id of the device’s own: the same sent again is the same. The first mark begins the submission;
 * marks can be made after handing in as well, for they are the pupil’s own. Refuses `work_not_open`, `text_long` for a note and
 * `marks_many` with `most`.
 */
export async function saveReadingMark(
  world: World,
  viewer: Viewer,
  { markId, ...address }: Saving,
  { colour, anchor, note }: BodyOf<typeof routes.saveReadingMark>,
): Promise<{ done: true }> {
  if (note.length > READING_LIMITS.note)
    throw new Refused('text_long', { what: 'note', most: READING_LIMITS.note, got: note.length }, 'note')
  const { workId, placeId } = address
  return world.db.write(async () => {
    const at = world.clock.now()
    const { status, timing } = await findReading(world, address)
    if (timing.opensAt !== null && at < timing.opensAt)
      throw new Refused('work_not_open', { at: timing.opensAt })
    if ((await otherMarks(world.db, address, markId)) >= READING_LIMITS.marks)
      throw new Refused('marks_many', { most: READING_LIMITS.marks })
    if (status.phase === 'untouched' && mayWrite(status, timing, at).ok)
      await applyMove(world, address, { kind: 'start', at }, { by: viewer.accountId })
    await world.db
      .model(readingMarks)
      .upsert({ workId, placeId, id: markId, colour, anchor: JSON.stringify(anchor), note: note.trim(), at })
    world.db.afterCommit(() => void world.live.tell({ what: 'submission', ...address }))
    return { done: true }
  })
}

/** Removes a mark; one that is not there is removed already. */
export async function removeReadingMark(
  world: World,
  { markId, ...address }: Saving,
): Promise<{ done: true }> {
  const { workId, placeId } = address
  await world.db.write(async () => {
    await findReading(world, address)
    await world.db.model(readingMarks).destroy({ where: { workId, placeId, id: markId } })
    world.db.afterCommit(() => void world.live.tell({ what: 'submission', ...address }))
  })
  return { done: true }
}
