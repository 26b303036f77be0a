import type { WorkForm } from '@oppen/contract'
import type { ClassId, Instant, TopicId, WorkId } from '@oppen/core/ids'
import { readPoints } from '@oppen/core/marks'
import type { Viewer } from '@oppen/core/permissions'
import { isBlank, readText } from '@oppen/core/texts'
import { instantOf } from '@oppen/core/zone'
import { readHtml } from '../../html.js'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { topics, works } from './models.js'
import { lastTopicPosition, topicOfClass } from './queries.js'

/** Adds a topic behind the others. */
export async function addTopic(world: World, classId: ClassId, typed: string): Promise<{ topicId: TopicId }> {
  const name = take(readText('title', typed), 'name')
  const topicId = newId<TopicId>(world)
  await world.db.write(async () => {
    const last = await lastTopicPosition(world.db, classId)
    await world.db.model(topics).create({ id: topicId, classId, name, position: (last?.position ?? -1) + 1 })
    tellTopics(world, classId)
  })
  return { topicId }
}

/** Posts an assignment. Times are local times of the school; what is wrong is refused with its field. */
export async function postWork(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  form: WorkForm,
): Promise<{ workId: WorkId; dueTwice: boolean }> {
  const { dueTwice, ...row } = readForm(world, form)
  const workId = newId<WorkId>(world)
  await world.db.write(async () => {
    if (form.topicId && !(await topicOfClass(world.db, classId, form.topicId))) throw new Refused('not_found')
    await world.db
      .model(works)
      .create({ id: workId, classId, postedAt: world.clock.now(), postedBy: viewer.accountId, ...row })
    tellTopics(world, classId)
  })
  return { workId, dueTwice }
}

function readForm(world: World, form: WorkForm) {
  const due = readTime(world, form.due, 'due')
  const closes = readTime(world, form.closes, 'closes')
  if (due && closes && closes.at < due.at) throw new Refused('closes_before_due', undefined, 'closes')
  return {
    topicId: form.topicId,
    title: take(readText('title', form.title), 'title'),
    directions: isBlank(form.directions) ? '' : readHtml('directions', form.directions, 'directions'),
    template:
      form.template === null || isBlank(form.template) ? null : readHtml('copy', form.template, 'template'),
    opensAt: form.opens === null ? null : take(instantOf(form.opens, world.school.zone), 'opens').at,
    dueAt: due?.at ?? null,
    closesAt: closes?.at ?? null,
    points: form.points === null ? null : take(readPoints(form.points), 'points'),
    minutes: form.minutes,
    dueTwice: due?.twice ?? false,
  }
}

/** A time to come. Refuses `time_past` and what `instantOf` refuses. */
export function readTime(
  world: World,
  local: string | null,
  path: string,
): { at: Instant; twice: boolean } | null {
  if (local === null) return null
  const time = take(instantOf(local, world.school.zone), path)
  if (time.at <= world.clock.now()) throw new Refused('time_past', { now: world.clock.now() }, path)
  return time
}

function tellTopics(world: World, classId: ClassId): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'topics', classId }))
}
