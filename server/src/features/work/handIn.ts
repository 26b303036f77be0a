import type { PlaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { isBlank } from '@oppen/core/texts'
import {
  AT_ONCE,
  handsIn,
  mayHandIn,
  mayTakeBack,
  type Press,
  pressTime,
  type SubmissionStatus,
} from '@oppen/core/work'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { changed, draftOf } from '../drafts/service.js'
import { applyMove, findSubmission, freeze, type SubmissionAddress } from '../submissions/moves.js'
import { type FrozenWorksheet, worksheetToHandIn } from '../worksheets/service.js'
import { handInFiles } from './models.js'
import { filesOf } from './queries.js'

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
 * Hands in the draft and its files, frozen as they are. Refuses `draft_changed` if the draft is another by now,
 * `nothing_to_hand_in`, on a shared tablet `tablet_who` and `not_your_page`, and what `mayHandIn` refuses at the moment
 * of the press.
 */
export async function handIn(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { version, ink = null, press, as = null }: HandIn,
  shared = false,
): Promise<SubmissionStatus> {
  if (shared && as === null) throw new Refused('tablet_who')
  if (as !== null && as !== address.placeId) throw new Refused('not_your_page')
  return world.db.write(async () => {
    const { status, timing, template, kind } = await findSubmission(world, address)
    if (!handsIn(kind)) throw new Refused('nothing_asked')
    const draft = await draftOf(world.db, address)
    const files = await filesOf(world.db, address)
    const worksheet = await worksheetToHandIn(world, address)
    const written = draft && draft.html !== template && !isBlank(draft.html)
    if (status.phase !== 'withTeacher' && !written && !files.length && !worksheet?.items)
      throw new Refused('nothing_to_hand_in')
    const at = world.clock.now()
    const pressed = press ? pressTime(press, at, draft?.savedAt ?? null) : at
    take(mayHandIn(status, timing, pressed))
    if (draft && draft.version !== version) throw changed(draft)
    if (worksheet && ink !== null && worksheet.version !== ink)
      throw new Refused('worksheet_changed', { version: worksheet.version })
    const pressedAt = at - pressed >= AT_ONCE ? pressed : null
    const frozen = {
      number: status.handIns + 1,
      html: draft?.html ?? '',
      at,
      pressedAt,
      worksheet: frozenJson(worksheet),
    }
    const id = await freeze(world, address, frozen)
    await world.db.model(handInFiles).bulkCreate(files.map(file => ({ handInId: id, fileId: file.id })))
    return applyMove(
      world,
      address,
      { kind: 'handIn', at, pressedAt },
      { by: viewer.accountId, handInId: id },
    )
  })
}

/** Takes back what lies with the teacher. Refuses what `mayTakeBack` refuses. */
export async function takeBack(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
): Promise<SubmissionStatus> {
  return world.db.write(async () => {
    const { status, timing } = await findSubmission(world, address)
    const at = world.clock.now()
    take(mayTakeBack(status, timing, at))
    return applyMove(world, address, { kind: 'takeBack', at }, { by: viewer.accountId })
  })
}

/** The worksheet of a hand-in as it is kept: its pages in order, and the version at which it stood. */
const frozenJson = (worksheet: FrozenWorksheet | null): string | null =>
  worksheet && JSON.stringify({ ...worksheet, pages: worksheet.sheets.length })
