import type { ClassId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { KINDS, mayWrite, type SubmissionStatus } from '@oppen/core/work'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import type { SubmissionAddress } from '../submissions/address.js'
import { applyMove, findSubmission } from '../submissions/moves.js'
import { ownTopicsJson, taughtTopicsJson } from './queriesOfTopics.js'

/** Topics and work of a class, as the viewer may see them. */
export function seeTopics(world: World, viewer: Viewer, classId: ClassId): Promise<string | undefined> {
  const place = viewer.places.find(tie => tie.classId === classId)
  const now = world.clock.now()
  return place
    ? ownTopicsJson(world.db, { classId, placeId: place.placeId, viewer: viewer.accountId, now })
    : taughtTopicsJson(world.db, classId, viewer.accountId, now)
}

/** Notes that the pupil has looked at work that asks for that, and is open; again changes nothing. */
export async function readHandout(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
): Promise<SubmissionStatus> {
  return world.db.write(async () => {
    const { status, timing, kind } = await findSubmission(world, address)
    if (KINDS[kind].asks !== 'look') throw new Refused('not_found')
    if (status.phase !== 'untouched') return status
    take(mayWrite(status, { ...timing, closesAt: null }, world.clock.now()))
    return applyMove(world, address, { kind: 'start', at: world.clock.now() }, { by: viewer.accountId })
  })
}
