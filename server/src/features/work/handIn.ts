import type { PlaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import {
  AT_ONCE,
  accepts,
  beforeImproving,
  mayHandIn,
  mayImprove,
  mayTakeBack,
  type Press,
  pressTime,
  type SubmissionStatus,
} from '@oppen/core/work'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { whatPupilsMay } from '../classes/service.js'
import { serverKind } from '../kinds/index.js'
import { applyMove, findSubmission, freeze, movesOf, type SubmissionAddress } from '../submissions/moves.js'
import { handInFiles } from './models.js'

export type HandIn = {
  /** The version of the draft that the pupil looked at; 0 where there is none. */
  readonly version: number
  /** The version of the worksheet that the pupil looked at; null where there is none. */
  readonly ink?: number | null
  /** Where it was pressed while nothing could be sent: when. */
  readonly press?: Press | null
  /** On a shared tablet: who the child in front of it says to be. */
  readonly as?: PlaceId | null
}

/**
 * Hands in what was made, frozen as it is, by way of its kind. Refuses `nothing_asked`, `nothing_to_hand_in`, what the kind
 * refuses where it is another by now (as `draft_changed`), on a shared tablet `tablet_who` and `not_your_page`, and what `mayHandIn` refuses at the moment
 * of the press.
 */
export async function handIn(
  world: World,
  viewer: Pick<Viewer, 'accountId'>,
  address: SubmissionAddress,
  { version, ink = null, press, as = null }: HandIn,
  shared = false,
): Promise<SubmissionStatus> {
  if (shared && as === null) throw new Refused('tablet_who')
  if (as !== null && as !== address.placeId) throw new Refused('not_your_page')
  return world.db.write(async () => {
    const submission = await findSubmission(world, address)
    const { status, timing } = submission
    const { made: read, handedIn } = serverKind(submission.kind)
    if (!read) throw new Refused('nothing_asked')
    const made = await read(world, address, submission, { version, ink })
    if (status.phase !== 'withTeacher' && made.isBlank) throw new Refused('nothing_to_hand_in')
    const at = world.clock.now()
    const pressed = press ? pressTime(press, at, made.savedAt) : at
    take(mayHandIn(status, timing, pressed))
    if (made.changed) throw made.changed
    const pressedAt = at - pressed >= AT_ONCE ? pressed : null
    const { html, worksheet, files } = made
    const number = status.handIns + 1
    const id = await freeze(world, address, { number, html, at, pressedAt, worksheet })
    await world.db.model(handInFiles).bulkCreate(files.map(fileId => ({ handInId: id, fileId })))
    const handed = await applyMove(
      world,
      address,
      { kind: 'handIn', at, pressedAt },
      { by: viewer.accountId, handInId: id },
    )
    if (!handedIn) return handed
    await handedIn(world, address, pressed)
    return (await findSubmission(world, address)).status
  })
}

/** Takes back what lies with the teacher. Refuses what `mayTakeBack` refuses, and `attempt_handed_in` where attempts are begun anew. */
export async function takeBack(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
): Promise<SubmissionStatus> {
  return world.db.write(async () => {
    const { kind, status, timing } = await findSubmission(world, address)
    if (!serverKind(kind).takenBack) throw new Refused('attempt_handed_in')
    const at = world.clock.now()
    const { takeBack: allowed } = await whatPupilsMay(world, address.classId)
    take(mayTakeBack(status, timing, at, allowed))
    return applyMove(world, address, { kind: 'takeBack', at }, { by: viewer.accountId })
  })
}

/**
 * Lets the pupil go on with what was handed back, or calls that off, so that it stands as it came back. Refuses what `mayImprove` refuses,
 * and `content_not_accepted` where attempts are begun anew in another way.
 */
export async function improve(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  on: boolean,
): Promise<SubmissionStatus> {
  return world.db.write(async () => {
    const { kind, status, timing } = await findSubmission(world, address)
    if (!accepts(kind, 'files')) throw new Refused('content_not_accepted', { content: 'files' })
    const at = world.clock.now()
    const made = { by: viewer.accountId }
    if (on) {
      const { improve: allowed } = await whatPupilsMay(world, address.classId)
      take(mayImprove(status, timing, at, allowed))
      return applyMove(world, address, { kind: 'improve', at }, made)
    }
    const before = take(beforeImproving(await movesOf(world, address)))
    return applyMove(world, address, { kind: 'recall', at, before }, made)
  })
}
