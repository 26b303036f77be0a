import { setImmediate } from 'node:timers/promises'
import type { BodyOf, ReplyOf, routes, VideoDetails, WatchingPage } from '@oppen/contract'
import type { Instant, ViewingId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import {
  classByPart,
  MOST_RUNS,
  type Moments,
  type Run,
  reachedOf,
  type Watching,
  withMoments,
  withPlayed,
} from '@oppen/core/watching'
import { mayWrite } from '@oppen/core/work'
import { openedBy, type Passed, type VideoStop } from '@oppen/core/work/kinds/video'
import { Refused } from '../../../refusal.js'
import type { World } from '../../../world.js'
import type { WorkAddress } from '../../submissions/address.js'
import { applyMove, findSubmission, type SubmissionAddress } from '../../submissions/moves.js'
import { videoPassed, videoViewings, videoWatched } from './models.js'
import { forgetViewings, videoJson, viewingsOf, watchedOf, watchingJson } from './queries.js'

/** A submission of a guided video, and the video. Refuses `not_found` for work of another kind. */
async function findVideo(world: World, address: SubmissionAddress) {
  const submission = await findSubmission(world, address)
  const guided = submission.kind === 'video' ? submission.details.video?.guided : undefined
  if (!guided) throw new Refused('not_found')
  return { submission, guided }
}

/** How far a pupil is with a video, as JSON. */
export async function seeVideo(world: World, address: SubmissionAddress): Promise<string> {
  await findVideo(world, address)
  return (await videoJson(world.db, address)) ?? ''
}

/** Refuses `work_not_open` before its time; the first that is done with it begins the submission. */
async function begin(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  { status, timing }: Awaited<ReturnType<typeof findSubmission>>,
): Promise<void> {
  const at = world.clock.now()
  if (timing.opensAt !== null && at < timing.opensAt)
    throw new Refused('work_not_open', { at: timing.opensAt })
  if (status.phase === 'untouched' && mayWrite(status, timing, at).ok)
    await applyMove(world, address, { kind: 'start', at }, { by: viewer.accountId })
}

/** Who played within so long is playing now, in milliseconds: a batch goes every few seconds. */
const NOW = 20_000
/** So many viewings of one pupil are remembered: what was sent twice lies days apart at most. */
const VIEWINGS = 500

/**
 * Adds what was played since the last batch of a viewing. A batch that has come already adds nothing. Where nothing may be skipped, only
 * what was reached by playing counts. It can be watched, and counts, after handing in as well. Beyond `MOST_RUNS` nothing more is
 * added to what was watched. Refuses `work_not_open`.
 */
export async function saveWatched(
  world: World,
  viewer: Viewer,
  { viewingId, ...address }: SubmissionAddress & { readonly viewingId: ViewingId },
  batch: BodyOf<typeof routes.saveWatched>,
): Promise<ReplyOf<typeof routes.saveWatched>> {
  const { workId, placeId } = address
  return world.db.write(async () => {
    const at = world.clock.now()
    const { submission, guided } = await findVideo(world, address)
    await begin(world, viewer, address, submission)
    const before = await watchedOf(world.db, address)
    const viewings = await viewingsOf(world.db, address, viewingId)
    const known = {
      watched: JSON.parse(before.watched) as Run[],
      position: before.position,
      passed: JSON.parse(before.passed) as Passed[],
      elsewhere: isNow(viewings?.other ?? null, at),
    }
    if (batch.number <= (viewings?.number ?? 0)) return known
    const { skipping } = guided.watching
    const fresh = stillThere(guided.stops, batch.passed)
    const passed = [
      ...known.passed.filter(({ stopId }) => !fresh.some(one => one.stopId === stopId)),
      ...fresh,
    ]
    for (const { stopId, wayId } of fresh)
      await world.db.model(videoPassed).upsert({ workId, placeId, stopId, wayId, at })
    const counted = reachedOf(batch.stretches, known.watched, {
      skipping,
      opened: openedBy(guided.stops, [...known.passed, ...fresh]),
    })
    const more = withPlayed(known.watched, ...counted)
    const watched = more.length <= MOST_RUNS ? more : known.watched
    const moments = (stored: string, seconds: readonly number[]) =>
      JSON.stringify(withMoments(JSON.parse(stored) as Moments, seconds))
    const { position } = batch
    await world.db.model(videoWatched).upsert({
      ...{ workId, placeId, watched: JSON.stringify(watched), position, at },
      stopped: moments(before.stopped, batch.stopped),
      back: moments(before.back, batch.back),
    })
    if (viewings?.number == null) await forgetViewings(world.db, address, VIEWINGS - 1)
    await world.db.model(videoViewings).upsert({ workId, placeId, id: viewingId, number: batch.number, at })
    return { ...known, passed, watched, position }
  })
}

/** Whether something was so shortly ago that it still goes on, also where the clock was set back meanwhile. */
const isNow = (then: Instant | null, at: Instant): boolean => then !== null && Math.abs(at - then) < NOW

/** Stops that a batch says were passed, as far as they, and their ways, are still there. */
const stillThere = (stops: readonly VideoStop[], passed: readonly Passed[]): Passed[] =>
  passed.filter(({ stopId, wayId }) => {
    const stop = stops.find(({ id }) => id === stopId)
    return stop?.kind === 'choice' ? stop.ways.some(({ id }) => id === wayId) : stop && wayId === null
  })

type Row = WatchingPage['pupils'][number] & Pick<Watching, 'stopped' | 'back'>

/** How a class has watched a video: pupil by pupil, and over all of them part by part. Refuses `not_found`. */
export async function seeWatching(world: World, { classId, workId }: WorkAddress): Promise<WatchingPage> {
  const json = await watchingJson(world.db, classId, workId)
  if (json === undefined) throw new Refused('not_found')
  const read = JSON.parse(json) as { title: string; details: VideoDetails; pupils: Row[] }
  const seconds = Math.floor(read.details.guided.seconds ?? 0)
  // others are served between reading and counting
  await setImmediate()
  const parts = classByPart(read.pupils, seconds)
  return {
    title: read.title,
    seconds,
    stops: read.details.guided.stops,
    pupils: read.pupils.map(({ stopped: _, back: __, ...pupil }) => pupil),
    parts,
  }
}
