import type { ClassId, MergeId, PlaceId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { PHASES, type Phase } from '@oppen/core/work'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit } from '../auditLog/service.js'
import {
  type FoundPlace,
  familiesOfOne,
  findPlace,
  findPlaceHere,
  type PlaceAddress,
} from '../classes/places.js'
import {
  leaveMerged,
  linkFamily,
  notifyPerson,
  notifyRegister,
  returnMerged,
  setAccountOf,
  unlinkFamily,
} from '../classes/ties.js'
import { recomputeLoad } from '../timing/workLoads.js'
import { findTimed } from '../timing/workTimes.js'
import { merges, type Took } from './models.js'
import { SUBMISSION_TABLES } from './onPlace.js'
import {
  extensionsOfBoth,
  mergeOfClass,
  nodOnlyOf,
  submissionsOfBoth,
  tapsOnlyOf,
  worksAssignedOnlyTo,
} from './queries.js'

/**
 * Merges one place into another: one child who stands on the register twice, or somebody who came in with a name
 * alone. Where both have a submission of the same work, the one that is further along counts; the other stays readable
 * with the merged place and comes back if the merge is undone. Refuses `merge_self` and `merge_both_claimed`.
 */
export async function mergePlaces(
  world: World,
  viewer: Viewer,
  { classId, placeId }: PlaceAddress,
  into: PlaceId,
): Promise<{ mergeId: MergeId }> {
  const mergeId = newId<MergeId>(world)
  await world.db.write(async () => {
    const from = await findPlaceHere(world, { classId, placeId })
    const target = await findPlaceHere(world, { classId, placeId: into })
    if (from.id === target.id) throw new Refused('merge_self')
    if (from.accountId && !from.guest && target.accountId) {
      throw new Refused('merge_both_claimed', { name: from.name, other: target.name })
    }
    const took = await plan(world, from, target)
    await world.db.model(merges).create({
      id: mergeId,
      classId,
      fromPlace: from.id,
      intoPlace: target.id,
      at: world.clock.now(),
      byAccount: viewer.accountId,
      took: JSON.stringify(took),
      running: 1,
      undoneAt: null,
    })
    await moveWork(world, took, from.id, target.id)
    await moveAsked(world, took, from.id, target.id)
    await moveTalk(world, took, from.id, target.id)
    for (const accountId of took.families) await linkFamily(world, { classId, placeId: target.id, accountId })
    await handOverAccount(world, took, from, target)
    await world.db.model(merges).update({ running: 0 }, { where: { id: mergeId } })
    await audit(world, 'places_merged', {
      classId,
      by: viewer.accountId,
      name: `${from.name} → ${target.name}`,
    })
    tellAll(world, classId, from, target)
  })
  return { mergeId }
}

async function plan(world: World, from: FoundPlace, target: FoundPlace): Promise<Took> {
  const held = await submissionsOfBoth(world.db, from.id, target.id)
  const of = (placeId: PlaceId) =>
    new Map(held.filter(one => one.placeId === placeId).map(one => [one.workId, one]))
  const theirs = of(target.id)
  const mine = [...of(from.id).values()]
  const further = (one: (typeof mine)[number]) => {
    const other = theirs.get(one.workId)
    if (!other) return false
    const ahead = rank(one.phase) - rank(other.phase)
    return ahead > 0 || (ahead === 0 && (one.savedAt ?? 0) > (other.savedAt ?? 0))
  }
  const families = await familiesOfOne(world.db, from.id)
  const known = new Set((await familiesOfOne(world.db, target.id)).map(one => one.accountId))
  const takesAccount = !!from.accountId && !from.guest
  return {
    over: mine.filter(one => !theirs.has(one.workId)).map(one => one.workId),
    swapped: mine.filter(further).map(one => one.workId),
    ...(await planAsked(world, from.id, target.id)),
    taps: await tapsOnlyOf(world.db, from.id, target.id),
    nod: await nodOnlyOf(world.db, from.id, target.id),
    families: families.map(one => one.accountId).filter(id => !known.has(id)),
    account: takesAccount ? from.accountId : null,
    claimedAt: takesAccount ? from.claimedAt : null,
  }
}

/** Single assignments and own deadlines; of two deadlines the later one is the pupil's. */
async function planAsked(
  world: World,
  from: PlaceId,
  into: PlaceId,
): Promise<Required<Pick<Took, 'assigned' | 'extended'>>> {
  const assigned = await worksAssignedOnlyTo(world.db, from, into)
  const extended = await extensionsOfBoth(world.db, from, into)
  const over = extended.filter(one => one.theirs === null)
  const swapped = extended.filter(one => one.theirs !== null && one.mine > one.theirs)
  return {
    assigned: assigned.map(one => one.workId),
    extended: { over: over.map(one => one.workId), swapped: swapped.map(one => one.workId) },
  }
}

const rank = (phase: Phase): number => PHASES.indexOf(phase)

const ASIDE = 'aside' as PlaceId

async function moveWork(
  world: World,
  took: Pick<Took, 'over' | 'swapped'>,
  from: PlaceId,
  into: PlaceId,
): Promise<void> {
  // in between, rows stand under a place that does not exist; at the end all of them have theirs
  await run(world, 'PRAGMA defer_foreign_keys = ON', {})
  for (const workId of took.over) await moveRows(world, workId, from, into)
  for (const workId of took.swapped) {
    await moveRows(world, workId, into, ASIDE)
    await moveRows(world, workId, from, into)
    await moveRows(world, workId, ASIDE, from)
  }
}

/** Moves what is asked of one place to the other, or back, and works out anew what it asks of each day. */
async function moveAsked(
  world: World,
  { assigned = [], extended = { over: [], swapped: [] } }: Pick<Took, 'assigned' | 'extended'>,
  from: PlaceId,
  into: PlaceId,
): Promise<void> {
  const move = (table: 'work_pupils' | 'extensions', workId: WorkId, one: PlaceId, other: PlaceId) =>
    run(world, `update ${table} set place_id = $other where work_id = $workId and place_id = $one`, {
      workId,
      one,
      other,
    })
  for (const workId of assigned) await move('work_pupils', workId, from, into)
  for (const workId of extended.over) await move('extensions', workId, from, into)
  for (const workId of extended.swapped) {
    await move('extensions', workId, into, ASIDE)
    await move('extensions', workId, from, into)
    await move('extensions', workId, ASIDE, from)
  }
  for (const workId of new Set([...assigned, ...extended.over, ...extended.swapped]))
    await recomputeLoad(world, await findTimed(world, workId))
}

/** What was answered to notices goes along, and so does the nod: a second name does not get around it. */
async function moveTalk(
  world: World,
  { taps = [], nod = false }: Pick<Took, 'taps' | 'nod'>,
  from: PlaceId,
  into: PlaceId,
): Promise<void> {
  for (const { conversationId, side } of taps)
    await run(
      world,
      `update notice_taps set place_id = $into
       where place_id = $from and conversation_id = $conversationId and side = $side`,
      { conversationId, side, from, into },
    )
  if (nod) await run(world, 'update nod_places set place_id = $into where place_id = $from', { from, into })
}

async function moveRows(world: World, workId: WorkId, from: PlaceId, into: PlaceId): Promise<void> {
  for (const table of SUBMISSION_TABLES) {
    await run(world, `update ${table} set place_id = $into where work_id = $workId and place_id = $from`, {
      workId,
      from,
      into,
    })
  }
}

const run = (world: World, sql: string, bind: Record<string, string>) => world.db.run(sql, bind)

async function handOverAccount(
  world: World,
  took: Took,
  from: FoundPlace,
  target: FoundPlace,
): Promise<void> {
  await leaveMerged(world, from.id, { freed: took.account !== null })
  if (took.account) await setAccountOf(world, target.id, took)
}

function tellAll(world: World, classId: ClassId, from: FoundPlace, target: FoundPlace): void {
  for (const accountId of [from.accountId, target.accountId]) if (accountId) notifyPerson(world, accountId)
  notifyRegister(world, classId)
  world.db.afterCommit(() => void world.live.tell({ what: 'topics', classId }))
}

/** Undoes a merge: everything stands where it stood, and what was done since stays where it was done. */
export async function undoMerge(
  world: World,
  viewer: Viewer,
  { classId, mergeId }: { classId: ClassId; mergeId: MergeId },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const merge = await mergeOfClass(world.db, classId, mergeId)
    if (!merge || merge.undoneAt !== null) throw new Refused('not_found')
    const took = JSON.parse(merge.took) as Took
    const model = world.db.model(merges)
    await model.update({ running: 1 }, { where: { id: mergeId } })
    await moveWork(world, took, merge.intoPlace, merge.fromPlace)
    await moveAsked(world, took, merge.intoPlace, merge.fromPlace)
    await moveTalk(world, took, merge.intoPlace, merge.fromPlace)
    await takeBackAccount(world, took, merge)
    for (const accountId of took.families) {
      await unlinkFamily(world, { classId, placeId: merge.intoPlace, accountId })
    }
    await model.update({ running: 0, undoneAt: world.clock.now() }, { where: { id: mergeId } })
    const from = await findPlace(world, { classId, placeId: merge.fromPlace })
    const target = await findPlace(world, { classId, placeId: merge.intoPlace })
    await audit(world, 'places_unmerged', { classId, by: viewer.accountId, name: from.name })
    tellAll(world, classId, from, target)
  })
  return { done: true }
}

async function takeBackAccount(
  world: World,
  took: Took,
  { fromPlace, intoPlace }: { fromPlace: PlaceId; intoPlace: PlaceId },
): Promise<void> {
  if (took.account) await setAccountOf(world, intoPlace, { account: null, claimedAt: null })
  await returnMerged(world, fromPlace, took.account ? took : undefined)
}
