import { setImmediate } from 'node:timers/promises'
import type { BodyOf, ReplyOf, routes } from '@oppen/contract'
import { fluencyOf } from '@oppen/core/fluency'
import type { ClassId, PlaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { wordsOf } from '@oppen/core/speech'
import { textReadAloud } from '@oppen/core/work/kinds/reading'
import { Refused, take } from '../../../refusal.js'
import type { World } from '../../../world.js'
import { findSubmission, type SubmissionAddress } from '../../submissions/moves.js'
import { readingCounts } from './models.js'
import { answeredAt, fluencyJson } from './queries.js'

/**
 * Writes down what a teacher counted while listening to a reading aloud; again takes the place of the first. Gives what it comes
 * to. Refuses what `fluencyOf` refuses, and `not_found` where nothing was read aloud there.
 */
export async function countReading(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { attempt, questionId, slips, last, seconds }: BodyOf<typeof routes.countReading>,
): Promise<ReplyOf<typeof routes.countReading>> {
  const { workId, placeId, classId } = address
  const passage = (await findSubmission(world, address)).details.reading?.passage
  if (!passage) throw new Refused('not_found')
  const words = await countWords(textReadAloud(passage, questionId), passage.language)
  return world.db.write(async () => {
    if (!(await answeredAt(world.db, address, attempt, questionId))) throw new Refused('not_found')
    const counted = take(fluencyOf({ slips, last, seconds }, words))
    const tapped = JSON.stringify([...new Set(slips)].sort((one, other) => one - other))
    const { correct, perMinute } = counted
    await world.db.model(readingCounts).upsert({
      ...{ workId, placeId, attempt, questionId, slips: tapped, last, seconds, correct, perMinute },
      byAccount: viewer.accountId,
      at: world.clock.now(),
    })
    world.db.afterCommit(() => void world.live.tell({ what: 'answers', classId, workId }))
    return counted
  })
}

/** So much of a text is gone through at a stretch, in UTF-16 units. */
const STRETCH = 4_000

/** How many words a text has. A long one is gone through in stretches, with others served in between. */
async function countWords(text: string, language: string): Promise<number> {
  let [count, from] = [0, 0]
  while (from < text.length) {
    const space = text.lastIndexOf(' ', from + STRETCH)
    const to = from + STRETCH >= text.length || space <= from ? from + STRETCH : space
    count += wordsOf(text.slice(from, to), language).length
    from = to
    await setImmediate()
  }
  return count
}

/** Everything that was counted of a pupil in a class, as JSON: for the pupil as far as it was handed back. Refuses `not_found`. */
export async function seeFluency(
  world: World,
  viewer: Viewer,
  params: { readonly classId: ClassId; readonly placeId: PlaceId },
): Promise<string> {
  const own = viewer.places.some(tie => tie.placeId === params.placeId)
  const json = await fluencyJson(world.db, params, own)
  if (json === undefined) throw new Refused('not_found')
  return json
}
