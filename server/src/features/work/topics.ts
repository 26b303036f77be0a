import type { ClassId, TopicId, WorkId } from '@oppen/core/ids'
import { readText } from '@oppen/core/texts'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { notifyTopics } from '../submissions/notify.js'
import { topics, works } from './models.js'
import { worksOfTopic } from './queriesOfPosting.js'
import { lastTopicPosition, topicOfClass } from './queriesOfTopics.js'

export type TopicAddress = { readonly classId: ClassId; readonly topicId: TopicId }

/** Adds a topic behind the others. */
export async function addTopic(world: World, classId: ClassId, typed: string): Promise<{ topicId: TopicId }> {
  const name = take(readText('title', typed), 'name')
  const topicId = newId<TopicId>(world)
  await world.db.write(async () => {
    const last = await lastTopicPosition(world.db, classId)
    await world.db.model(topics).create({ id: topicId, classId, name, position: (last?.position ?? -1) + 1 })
    notifyTopics(world, classId)
  })
  return { topicId }
}

/** Gives a class the topics of another, each at its place; inside a command. */
export async function copyTopics(world: World, from: ClassId, to: ClassId): Promise<void> {
  const model = world.db.model(topics)
  const rows = (await model.findAll({ where: { classId: from } })).map(topic => topic.get({ plain: true }))
  await model.bulkCreate(rows.map(row => ({ ...row, id: newId<TopicId>(world), classId: to })))
}

async function findTopic(world: World, { classId, topicId }: TopicAddress): Promise<void> {
  if (!(await topicOfClass(world.db, classId, topicId))) throw new Refused('not_found')
}

export async function renameTopic(
  world: World,
  address: TopicAddress,
  typed: string,
): Promise<{ done: true }> {
  const name = take(readText('title', typed), 'name')
  await world.db.write(async () => {
    await findTopic(world, address)
    await world.db.model(topics).update({ name }, { where: { id: address.topicId } })
    notifyTopics(world, address.classId)
  })
  return { done: true }
}

/** Puts all work of a topic at the end of another, or under none, and the topic away. */
export async function removeTopic(
  world: World,
  address: TopicAddress,
  into: TopicId | null,
): Promise<{ done: true }> {
  const { classId, topicId } = address
  await world.db.write(async () => {
    await findTopic(world, address)
    if (into === topicId) return
    if (into) await findTopic(world, { classId, topicId: into })
    const there = await worksOfTopic(world.db, classId, into)
    const here = await worksOfTopic(world.db, classId, topicId)
    const last = Math.max(0, ...there.map(work => work.position))
    for (const [index, { id }] of here.entries())
      await world.db.model(works).update({ topicId: into, position: last + 1 + index }, { where: { id } })
    await world.db.model(topics).destroy({ where: { id: topicId } })
    notifyTopics(world, classId)
  })
  return { done: true }
}

/** Puts rows of a class into the order in which their ids are given ($ids), in one statement however many there are. */
const inOrder = (table: 'topics' | 'works', also = ''): string =>
  `update ${table} set position = (select key from json_each($ids) where value = ${table}.id) ${also}
   where class_id = $classId and id in (select value from json_each($ids))`

/** Puts the topics of a class into an order; those not named come behind as they were. */
export async function orderTopics(
  world: World,
  classId: ClassId,
  topicIds: readonly TopicId[],
): Promise<{ done: true }> {
  await world.db.write(async () => {
    await world.db.run(inOrder('topics'), { classId, ids: JSON.stringify(topicIds) })
    notifyTopics(world, classId)
  })
  return { done: true }
}

/** Puts the work of a topic into an order by hand; work of another topic comes over to this one. */
export async function orderWorks(
  world: World,
  classId: ClassId,
  { topicId, workIds }: { readonly topicId: TopicId | null; readonly workIds: readonly WorkId[] },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    if (topicId) await findTopic(world, { classId, topicId })
    const ids = JSON.stringify(workIds)
    await world.db.run(inOrder('works', ', topic_id = $topicId'), { classId, topicId, ids })
    notifyTopics(world, classId)
  })
  return { done: true }
}
