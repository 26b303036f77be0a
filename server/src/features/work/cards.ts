import type { ClassId, MaterialId, TopicId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { Lane, TimingRules } from '@oppen/core/timing'
import type { LocalDate } from '@oppen/core/zone'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { type MaterialRow, materials, workPupils, works } from './models.js'
import { firstPosition, fullWork, materialsOf, pupilsOf, textsOf } from './queriesOfPosting.js'

/** Where a work stands in a week, and the rules of its times there. */
export type Card = {
  readonly week: LocalDate | null
  readonly lane: Lane | null
  readonly rules: TimingRules
  readonly groupRules: Readonly<Record<string, TimingRules>>
}

const stored = ({ week, lane, rules, groupRules }: Card) => ({
  week,
  lane,
  rules: JSON.stringify(rules),
  groupRules: JSON.stringify(groupRules),
})

/** Puts a card elsewhere; inside a command, which then sets its times. */
export async function placeCard(
  world: World,
  workId: WorkId,
  { version, ...card }: Card & { readonly version: number },
): Promise<void> {
  await world.db.model(works).update({ ...stored(card), version }, { where: { id: workId } })
}

/** Another class into which work is copied, with what takes the place of its topic; it is for all groups there. */
export type Into = { readonly classId: ClassId; readonly topicId: TopicId | null }

/**
 * Copies a work with its files, links and pupils, or into another class without pupils; inside a command, which then sets its times.
 */
export async function copyWork(
  world: World,
  viewer: Viewer,
  { classId, workId }: { readonly classId: ClassId; readonly workId: WorkId },
  { post, into, ...card }: Card & { readonly post: boolean; readonly into?: Into },
): Promise<WorkId> {
  const work = await fullWork(world.db, classId, workId)
  if (!work) throw new Refused('not_found')
  const id = newId<WorkId>(world)
  const now = world.clock.now()
  const first = into ? undefined : await firstPosition(world.db, classId, work.topicId)
  await world.db.model(works).create({
    ...work,
    ...stored(card),
    ...(into && { ...into, forWhom: work.forWhom === 'groups' ? 'groups' : 'all' }),
    id,
    pinned: 0,
    position: into ? work.position : (first?.position ?? 0) - 1,
    version: 1,
    madeAt: now,
    postedAt: post ? now : null,
    postedBy: viewer.accountId,
    removedAt: null,
  })
  await copyMaterials(world, { from: workId, to: id, kinds: ['file', 'link'] })
  if (into) return id
  const pupils = await pupilsOf(world.db, workId)
  await world.db.model(workPupils).bulkCreate(pupils.map(({ placeId }) => ({ workId: id, placeId })))
  return id
}

type Copying = {
  readonly from: WorkId
  readonly to: WorkId
  readonly kinds: readonly MaterialRow['kind'][]
}

/**
 * Gives a work the files, or also the links, of another, and lets the pictures in its texts be its own: those of the
 * other may be in a class that its pupils are not in. Inside a command.
 */
export async function copyMaterials(world: World, { from, to, kinds }: Copying): Promise<void> {
  const found = (await materialsOf(world.db, from)).filter(one => kinds.includes(one.kind))
  if (!found.length) return
  const copies = found.map(one => ({ ...one, id: newId<MaterialId>(world), workId: to }))
  await world.db.model(materials).bulkCreate(copies)
  const texts = await textsOf(world.db, to)
  if (!texts) return
  const own = (html: string) =>
    html.replace(PICTURES, (whole, work: string, material: string) => {
      const index = work === from ? found.findIndex(one => one.id === material) : -1
      const copy = copies[index]
      return copy ? `/api/classes/${texts.classId}/works/${to}/materials/${copy.id}` : whole
    })
  await world.db
    .model(works)
    .update(
      { directions: own(texts.directions), details: texts.details && own(texts.details) },
      { where: { id: to } },
    )
}

/** The addresses of files of directions, as they stand in texts. */
const PICTURES = /\/api\/classes\/[\w-]+\/works\/([\w-]+)\/materials\/([\w-]+)/g
