import type { WorkForm, WorkPage } from '@oppen/contract'
import type { ClassId, GroupId, MaterialId, TopicId, WorkId } from '@oppen/core/ids'
import { can, type Viewer } from '@oppen/core/permissions'
import type { TimingProblem } from '@oppen/core/timing'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { serverKind } from '../kinds/index.js'
import type { WorkAddress } from '../submissions/address.js'
import { notifyTopics } from '../submissions/notify.js'
import { findWork } from '../submissions/works.js'
import { type GroupOf, planOf } from '../timing/planner.js'
import { findTimed, groupsAsked, setTimes } from '../timing/workTimes.js'
import { copyMaterials } from './cards.js'
import { type ReadWork, readForm } from './form.js'
import { materials, workNews, workPupils, works } from './models.js'
import { firstPosition, textsOf, topicByName, topicNamed, workPageJson } from './queriesOfPosting.js'
import { addTopic } from './topics.js'

export type NewWork = {
  readonly form: WorkForm
  readonly draft: boolean
  readonly alsoIn: readonly ClassId[]
}

/** Writes a work: as a draft, or posted at once, here and in other classes of the teacher. */
export async function postWork(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  { form, draft, alsoIn }: NewWork,
): Promise<{ workId: WorkId; version: number }> {
  const workId = newId<WorkId>(world)
  await world.db.write(async () => {
    await create(world, viewer, { classId, workId, form, draft })
    if (!draft) await postAlso(world, viewer, { from: { classId, workId }, form, alsoIn })
  })
  return { workId, version: 1 }
}

type Creating = WorkAddress & { readonly form: WorkForm; readonly draft: boolean }

async function create(
  world: World,
  viewer: Viewer,
  { classId, workId, form, draft }: Creating,
): Promise<void> {
  const { groups } = await planOf(world, classId)
  const read = await readForm(world, form, { classId, groups, draft })
  const now = world.clock.now()
  const first = await firstPosition(world.db, classId, form.topicId)
  await world.db.model(works).create({
    ...read.row,
    id: workId,
    classId,
    pinned: 0,
    position: (first?.position ?? 0) - 1,
    version: 1,
    madeAt: now,
    postedAt: draft ? null : now,
    postedBy: viewer.accountId,
    removedAt: null,
  })
  await storeRest(world, { classId, workId }, read, { draft, newTimes: true })
  notifyTopics(world, classId)
}

/** Pupils, links and times of a work; a posted one needs every time that it asks for. */
async function storeRest(
  world: World,
  { classId, workId }: WorkAddress,
  read: ReadWork,
  { draft, newTimes }: { draft: boolean; newTimes: boolean },
): Promise<void> {
  await world.db.model(workPupils).destroy({ where: { workId } })
  await world.db.model(workPupils).bulkCreate(read.placeIds.map(placeId => ({ workId, placeId })))
  await keepLinks(world, workId, read.links)
  const work = await findTimed(world, workId)
  const { planner, groups } = await planOf(world, classId)
  const times = await setTimes(world, work, read.groupIds, planner)
  if (draft) return
  for (const [groupId, one] of times) {
    refuseProblems(groups, groupId, JSON.parse(one.problems))
    if (newTimes && one.dueAt !== null && one.dueAt <= world.clock.now())
      throw new Refused('time_past', { now: world.clock.now() }, 'rules.due')
  }
}

function refuseProblems(
  groups: readonly GroupOf[],
  groupId: GroupId,
  problems: readonly TimingProblem[],
): void {
  const [problem] = problems
  if (!problem) return
  const path = `rules.${problem.time}`
  if (problem.is === 'dueBeforeOpens') throw new Refused('due_before_opens', undefined, path)
  if (problem.is === 'closesBeforeDue') throw new Refused('closes_before_due', undefined, path)
  const group = groups.find(one => one.id === groupId)?.name ?? ''
  throw new Refused('rule_finds_nothing', { group }, path)
}

async function keepLinks(world: World, workId: WorkId, links: ReadWork['links']): Promise<void> {
  const model = world.db.model(materials)
  await model.destroy({ where: { workId, kind: 'link' } })
  await model.bulkCreate(
    links.map((link, position) => ({
      ...link,
      id: newId<MaterialId>(world),
      workId,
      kind: 'link' as const,
      hash: null,
      type: null,
      size: null,
      position,
    })),
  )
}

export type Change = {
  readonly form: WorkForm
  readonly version: number
  readonly tell: boolean
  readonly post: boolean
  readonly alsoIn: readonly ClassId[]
}

/**
 * Keeps a work as it was changed, and posts a draft where asked to. What pupils wrote stays as it is. Refuses
 * `work_changed` where somebody else changed it since it was read.
 */
export async function changeWork(
  world: World,
  viewer: Viewer,
  address: WorkAddress,
  change: Change,
): Promise<{ version: number }> {
  const { classId, workId } = address
  const { form, post } = change
  return world.db.write(async () => {
    const before = await findWork(world, address)
    if (before.version !== change.version) throw new Refused('work_changed', { version: before.version })
    const draft = before.postedAt === null && !post
    const { groups } = await planOf(world, classId)
    const read = await readForm(world, form, { classId, groups, draft })
    const { changed } = serverKind(form.kind)
    const was = changed && before.postedAt !== null ? await textsOf(world.db, workId) : undefined
    const version = before.version + 1
    const now = world.clock.now()
    const postedAt = before.postedAt ?? (post ? now : null)
    await world.db.model(works).update({ ...read.row, version, postedAt }, { where: { id: workId } })
    const newTimes = before.rules !== read.row.rules || before.postedAt === null
    await storeRest(world, address, read, { draft, newTimes })
    if (changed && was)
      await changed(world, viewer, address, {
        before: was.details,
        after: read.row.details,
        sent: form.details,
      })
    if (change.tell && before.postedAt !== null)
      await world.db.model(workNews).create({ workId, at: now, byAccount: viewer.accountId })
    if (before.postedAt === null && post)
      await postAlso(world, viewer, { from: address, form, alsoIn: change.alsoIn })
    notifyTopics(world, classId)
    return { version }
  })
}

type Also = { readonly from: WorkAddress; readonly form: WorkForm; readonly alsoIn: readonly ClassId[] }

/** Posts the same in other classes that the teacher teaches: for all their pupils, under a topic of the same name. */
async function postAlso(world: World, viewer: Viewer, { from, form, alsoIn }: Also): Promise<void> {
  const name = form.topicId ? (await topicNamed(world.db, form.topicId))?.name : undefined
  for (const classId of new Set(alsoIn)) {
    if (classId === from.classId) continue
    if (!can(viewer, 'work.post', { kind: 'class', classId }))
      throw new Refused('not_found', undefined, 'alsoIn')
    const workId = newId<WorkId>(world)
    const topicId = name ? await sameTopic(world, classId, name) : null
    const there = { ...form, topicId, forWhom: 'all' as const, groupIds: [], placeIds: [], groupRules: {} }
    await create(world, viewer, { classId, workId, form: there, draft: false })
    await copyMaterials(world, { from: from.workId, to: workId, kinds: ['file'] })
  }
}

async function sameTopic(world: World, classId: ClassId, name: string): Promise<TopicId> {
  const found = await topicByName(world.db, classId, name)
  return found?.id ?? (await addTopic(world, classId, name)).topicId
}

/** The form of a work as it was kept. */
export async function seeWork(world: World, { classId, workId }: WorkAddress): Promise<WorkPage> {
  const json = await workPageJson(world.db, classId, workId)
  if (json === undefined) throw new Refused('not_found')
  return JSON.parse(json)
}

/** Takes a work out of everybody's sight; what pupils made of it is kept, and all of it comes back. */
export const removeWork = (world: World, address: WorkAddress) =>
  setRemoved(world, address, world.clock.now())
export const restoreWork = (world: World, address: WorkAddress) => setRemoved(world, address, null)

async function setRemoved(
  world: World,
  address: WorkAddress,
  removedAt: number | null,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    await findWork(world, address)
    await world.db.model(works).update({ removedAt }, { where: { id: address.workId } })
    const { planner } = await planOf(world, address.classId)
    const work = await findTimed(world, address.workId)
    // the timetable may have changed while it was away
    await setTimes(world, work, await groupsAsked(world, work.id), planner)
    notifyTopics(world, address.classId)
  })
  return { done: true }
}

/** Keeps a work above the others of its topic, or lets it go back among them. */
export async function pinWork(world: World, address: WorkAddress, pinned: boolean): Promise<{ done: true }> {
  await world.db.write(async () => {
    await findWork(world, address)
    await world.db.model(works).update({ pinned: pinned ? 1 : 0 }, { where: { id: address.workId } })
    notifyTopics(world, address.classId)
  })
  return { done: true }
}
