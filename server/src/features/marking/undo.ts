import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { beforeHandBack, standing } from '@oppen/core/work'

import type { World } from '../../world.js'
import {
  applyMove,
  movesOf,
  type Said,
  type StandingMove,
  type SubmissionAddress,
} from '../submissions/moves.js'
import { findWork } from '../submissions/works.js'
import { putDraft, type RefusedPlace, tellDraft, verdictOf } from './drafts.js'
import { draftMarkOf, hideAnnotations } from './queries.js'

const AT_ONCE = 30

/**
 * Takes back what was handed back last to some pupils, where nothing has followed: it is with the teacher again, with all that was said
 * as a draft, and what stood over the work is out of the pupil's sight. The moves tell of both.
 */
export async function undoHandBack(
  world: World,
  viewer: Viewer,
  work: { readonly classId: ClassId; readonly workId: WorkId },
  placeIds: readonly PlaceId[],
): Promise<{ undone: PlaceId[]; refused: RefusedPlace[] }> {
  const undone: PlaceId[] = []
  const refused: RefusedPlace[] = []
  const all = [...new Set(placeIds)]
  await findWork(world, work)
  for (let from = 0; from < all.length; from += AT_ONCE)
    await world.db.write(async () => {
      for (const placeId of all.slice(from, from + AT_ONCE)) {
        const code = await undoOne(world, viewer, { ...work, placeId })
        if (code) refused.push({ placeId, code })
        else undone.push(placeId)
      }
    })
  return { undone, refused }
}

/** Takes back what was handed back last; inside a command. Gives why it cannot be, or nothing. */
async function undoOne(
  world: World,
  { accountId }: Viewer,
  address: SubmissionAddress,
): Promise<string | undefined> {
  const moves = await movesOf(world, address)
  const last = moves.at(-1)
  const before = beforeHandBack(moves)
  if (!before.ok || !last) return moves.length ? 'illegal_move' : 'not_found'
  const draft = await draftMarkOf(world.db, address)
  await applyMove(
    world,
    address,
    { kind: 'recall', at: world.clock.now(), before: before.value },
    { by: accountId, said: saidLast(moves.slice(0, -1)) },
  )
  await hideAnnotations(world.db, address, last.at)
  if (!draft) {
    const { feedback, levels, sticker } = last
    const mark = last.kind === 'handBack' ? last.mark : null
    const verdict = verdictOf({ mark, feedback: feedback ?? '', levels: levels ?? '{}', sticker })
    await putDraft(world, address, verdict, { ready: false, writer: '', by: accountId })
  }
  tellDraft(world, address)
  return undefined
}

const NOTHING: Said = { feedback: null, levels: null, sticker: null }

/** What moves say together: the last that said something and was not taken back. */
function saidLast(moves: readonly StandingMove[]): Said {
  const last = standing(moves).findLast(({ kind }) => kind === 'handBack' || kind === 'tryAgain')
  return last ? { feedback: last.feedback, levels: last.levels, sticker: last.sticker } : NOTHING
}
