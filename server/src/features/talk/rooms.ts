import type { RoomForm, RoomPage } from '@oppen/contract'
import type { ClassId, ConversationId, Instant } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { LONGEST_WHY, readHours, roomState } from '@oppen/core/talk'
import { readText } from '@oppen/core/texts'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { askedBy, type InConversation, opened, postingIn, readerOf, tellTalk } from './access.js'
import { conversations } from './models.js'
import { audienceColumns, putGroups } from './notices.js'
import { conversationOf } from './queries.js'
import { shownAfter, shownBefore, unshownOf } from './queriesOfMessages.js'
import { putPosition } from './queriesOfNotices.js'
import { messagesFor, rulesOf } from './shown.js'

/** So many messages are read at once. */
const STRETCH = 40
/** So many that were seen stand before the first new one. */
const SEEN = 15

/** A class has so many rooms at most. */
const MOST_ROOMS = 60

function columnsOf({ title, audience, rules }: RoomForm) {
  const { writers, begin, quiet, quietWhy, hours, nod } = rules
  const why = quietWhy.trim()
  if (why.length > LONGEST_WHY)
    throw new Refused('text_long', { what: 'note', most: LONGEST_WHY, got: why.length }, 'rules.quietWhy')
  return {
    ...audienceColumns(audience),
    title: take(readText('title', title), 'title'),
    writers,
    begins: Number(begin),
    quiet: Number(quiet),
    quietWhy: why,
    hours: hours && JSON.stringify(take(readHours(hours), 'rules.hours')),
    nod: Number(nod),
  }
}

/** Makes a room. */
export async function makeRoom(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  form: RoomForm,
): Promise<{ roomId: ConversationId }> {
  const columns = columnsOf(form)
  const id = newId<ConversationId>(world)
  await world.db.write(async () => {
    const row = await world.db.row<{ count: number }>(
      "select count(*) as count from conversations where class_id = $classId and kind = 'room' and removed_at is null",
      { classId },
    )
    const count = row?.count ?? 0
    if (count >= MOST_ROOMS) throw new Refused('rooms_many', { most: MOST_ROOMS })
    const now = world.clock.now()
    const made = {
      id,
      classId,
      kind: 'room' as const,
      byAccount: viewer.accountId,
      madeAt: now,
      appearsAt: now,
    }
    await world.db.model(conversations).create({ ...columns, ...made, position: count })
    await putGroups(world, classId, id, form.audience.groups)
    tellTalk(world, classId)
  })
  return { roomId: id }
}

/** Changes a room: its name, for whom it is, and its rules. */
export async function changeRoom(
  world: World,
  { classId, conversationId }: InConversation,
  form: RoomForm,
): Promise<{ done: true }> {
  const columns = columnsOf(form)
  await world.db.write(async () => {
    const found = await conversationOf(world.db, classId, conversationId)
    if (found?.kind !== 'room' || found.removedAt !== null) throw new Refused('not_found')
    await world.db.model(conversations).update(columns, { where: { id: conversationId } })
    await putGroups(world, classId, conversationId, form.audience.groups)
    tellTalk(world, classId)
  })
  return { done: true }
}

/** A room at the place where its reader was last. */
export async function seeRoom(world: World, viewer: Viewer, params: InConversation): Promise<RoomPage> {
  const found = await opened(world, viewer, params)
  if (found.kind !== 'room') throw new Refused('not_found')
  const asked = askedBy(world, viewer, params)
  const reader = { ...readerOf(viewer, found), now: asked.now }
  // where nothing is new the room ends with its last messages
  const news = await shownAfter(world.db, asked, found.position, STRETCH - SEEN)
  const first = news[0]?.shownAt ?? Number.MAX_SAFE_INTEGER
  const seen = await shownBefore(world.db, asked, first, STRETCH - news.length)
  const unshown = await unshownOf(world.db, asked)
  const posting = postingIn(world, found, false)
  const answering = postingIn(world, found, true)
  return {
    className: found.className,
    id: params.conversationId,
    title: found.title,
    audience: found.audience,
    rules: found.rules,
    state: roomState(found.rules, asked.now, world.school.zone),
    role: found.role,
    closed: posting.ok ? null : posting.refusal,
    waits: answering.ok && answering.value === 'waits',
    reactions: [...rulesOf(found.classRules).reactions],
    groups: found.groups,
    position: found.position,
    stretch: {
      messages: messagesFor([...seen, ...news], reader),
      before: seen.length === STRETCH - news.length,
      after: news.length === STRETCH - SEEN,
    },
    unshown: messagesFor(unshown, reader),
  }
}

/** More messages of a conversation, before or after a moment. */
export async function seeStretch(
  world: World,
  viewer: Viewer,
  { number, ...params }: InConversation & { readonly number: string },
  where: 'before' | 'after',
) {
  const at: Instant = Number(number)
  if (!Number.isSafeInteger(at)) throw new Refused('not_found')
  const found = await opened(world, viewer, params)
  const asked = askedBy(world, viewer, params)
  const reader = { ...readerOf(viewer, found), now: asked.now }
  const read = where === 'before' ? shownBefore : shownAfter
  const stretch = await read(world.db, asked, at, STRETCH)
  const more = stretch.length === STRETCH
  return {
    messages: messagesFor(stretch, reader),
    before: where === 'before' ? more : true,
    after: where === 'after' ? more : true,
  }
}

/** Keeps that somebody had everything before them that was shown until a moment: never more than there was, never back. */
export async function markSeen(
  world: World,
  viewer: Viewer,
  params: InConversation,
  until: Instant,
): Promise<{ done: true }> {
  const { lastShownAt } = await opened(world, viewer, params)
  const { conversationId } = params
  const at = Math.max(0, Math.min(until, lastShownAt ?? 0))
  const row = { accountId: viewer.accountId, conversationId, at }
  await world.db.write(() => putPosition(world.db, row))
  return { done: true }
}
