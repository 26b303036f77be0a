import type { RoomForm, RoomPage } from '@oppen/contract'
import type { AccountId, CircleId, ConversationId, SpaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { LONGEST_WHY, readHours, roomState } from '@oppen/core/talk'
import { readText } from '@oppen/core/texts'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { type InConversation, isCircle, opened, tellTalk } from './access.js'
import { conversations } from './models.js'
import { audienceColumns, audienceOf, putGroups } from './notices.js'
import { conversationOf } from './queries.js'
import { conversationPage } from './reading.js'

/** A class has so many rooms at most. */
const MOST_ROOMS = 60

function columnsOf({ title, audience, rules }: RoomForm, inCircle: boolean) {
  const { writers, begin, quiet, quietWhy, hours, nod } = rules
  const why = quietWhy.trim()
  if (why.length > LONGEST_WHY)
    throw new Refused('text_long', { what: 'note', most: LONGEST_WHY, got: why.length }, 'rules.quietWhy')
  return {
    ...audienceColumns(audienceOf(audience, inCircle)),
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
  spaceId: SpaceId,
  form: RoomForm,
): Promise<{ roomId: ConversationId }> {
  const inCircle = isCircle(viewer, spaceId)
  const columns = columnsOf(form, inCircle)
  const id = newId<ConversationId>(world)
  await world.db.write(async () => {
    const row = await world.db.row<{ count: number }>(
      "select count(*) as count from conversations where space_id = $spaceId and kind = 'room' and removed_at is null",
      { spaceId },
    )
    const count = row?.count ?? 0
    if (count >= MOST_ROOMS) throw new Refused('rooms_many', { most: MOST_ROOMS })
    const now = world.clock.now()
    const made = {
      id,
      spaceId,
      kind: 'room' as const,
      byAccount: viewer.accountId,
      madeAt: now,
      appearsAt: now,
    }
    await world.db.model(conversations).create({ ...columns, ...made, position: count })
    await putGroups(world, spaceId, id, inCircle ? null : form.audience.groups)
    tellTalk(world, spaceId)
  })
  return { roomId: id }
}

/** The room with which a circle begins, called like it; inside a command. */
export async function makeFirstRoom(
  world: World,
  circleId: CircleId,
  { title, by }: { readonly title: string; readonly by: AccountId },
): Promise<void> {
  const now = world.clock.now()
  await world.db.model(conversations).create({
    id: newId<ConversationId>(world),
    spaceId: circleId,
    kind: 'room',
    title,
    byAccount: by,
    madeAt: now,
    appearsAt: now,
    forFamilies: 0,
  })
}

/** Changes a room: its name, for whom it is, and its rules. */
export async function changeRoom(
  world: World,
  viewer: Viewer,
  { spaceId, conversationId }: InConversation,
  form: RoomForm,
): Promise<{ done: true }> {
  const inCircle = isCircle(viewer, spaceId)
  const columns = columnsOf(form, inCircle)
  await world.db.write(async () => {
    const found = await conversationOf(world.db, spaceId, conversationId)
    if (found?.kind !== 'room' || found.removedAt !== null) throw new Refused('not_found')
    await world.db.model(conversations).update(columns, { where: { id: conversationId } })
    await putGroups(world, spaceId, conversationId, inCircle ? null : form.audience.groups)
    tellTalk(world, spaceId)
  })
  return { done: true }
}

/** A room at the place where its reader was last. */
export async function seeRoom(world: World, viewer: Viewer, params: InConversation): Promise<RoomPage> {
  const found = await opened(world, viewer, params)
  if (found.kind !== 'room') throw new Refused('not_found')
  return {
    ...(await conversationPage(world, viewer, params.spaceId, found)),
    id: params.conversationId,
    spaceName: found.spaceName,
    title: found.title,
    audience: found.audience,
    rules: found.rules,
    state: roomState(found.rules, world.clock.now(), world.school.zone),
    groups: found.groups,
  }
}
