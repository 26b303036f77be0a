import type { ConversationPage } from '@oppen/contract'
import type { AccountId, ConversationId, Instant, SpaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { mayAttach, type TalkRole, type TalkRules } from '@oppen/core/talk'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import {
  askedBy,
  type Beside,
  type InConversation,
  opened,
  openedBeside,
  postingIn,
  readerOf,
} from './access.js'
import type { Opened } from './queries.js'
import { shownAfter, shownBefore, unshownOf } from './queriesOfMessages.js'
import { putPosition } from './queriesOfNotices.js'
import { messagesFor, rulesOf } from './shown.js'

/** What somebody can put with what they write. */
export const attachIn = (role: TalkRole, rules: Pick<TalkRules, 'pupilMedia'>): ConversationPage['attach'] =>
  mayAttach(role, rules, 'other').ok ? 'any' : mayAttach(role, rules, 'picture').ok ? 'media' : 'none'

/** So many messages are read at once. */
const STRETCH = 40
/** So many that were seen stand before the first new one. */
const SEEN = 15

/** A conversation at the place where its reader was last, and what they may write in it now. */
export async function conversationPage(
  world: World,
  viewer: Viewer,
  spaceId: SpaceId,
  found: Opened,
): Promise<ConversationPage> {
  const asked = askedBy(world, viewer, { spaceId, conversationId: found.id })
  const reader = { ...readerOf(viewer, found), now: asked.now }
  // where nothing is new it ends with the last messages
  const news = await shownAfter(world.db, asked, found.position, STRETCH - SEEN)
  const first = news[0]?.shownAt ?? Number.MAX_SAFE_INTEGER
  const [seen, unshown] = await Promise.all([
    shownBefore(world.db, asked, first, STRETCH - news.length),
    unshownOf(world.db, asked),
  ])
  const posting = postingIn(world, found, false)
  const rules = rulesOf(found.spaceRules)
  const answering = postingIn(world, found, true)
  return {
    id: found.id || null,
    role: found.role,
    closed: posting.ok ? null : posting.refusal,
    waits: answering.ok && answering.value === 'waits',
    attach: attachIn(found.role, rules),
    reactions: [...rules.reactions],
    position: found.position,
    stretch: {
      messages: messagesFor([...seen, ...news], reader),
      before: seen.length === STRETCH - news.length,
      after: news.length === STRETCH - SEEN,
    },
    unshown: messagesFor(unshown, reader),
  }
}

/** What is said beside a piece of work, with one pupil or by the class; empty where nothing was said yet. */
export async function seeBeside(world: World, viewer: Viewer, beside: Beside): Promise<ConversationPage> {
  const found = await openedBeside(world, viewer, beside)
  return conversationPage(world, viewer, beside.classId, found)
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

/** Keeps that somebody has read a conversation until a message of it that they were told of; inside a command. */
export const markReadUntil = (
  world: World,
  row: { readonly accountId: AccountId; readonly conversationId: ConversationId; readonly at: Instant },
): Promise<unknown> => putPosition(world.db, row)
