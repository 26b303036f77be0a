import type { ClassId, ConversationId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { type MessageReader, mayPost, type Posted } from '@oppen/core/talk'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { type Opened, openedOf } from './queries.js'
import { rulesOf } from './shown.js'

export type InClass = { readonly classId: ClassId }
export type InConversation = InClass & { readonly conversationId: ConversationId }

/** What the statements of talk ask for: who looks, at which class, and when. */
export const askedBy = <P extends InClass>(world: World, viewer: Viewer, params: P) => ({
  ...params,
  viewer: viewer.accountId,
  now: world.clock.now(),
})

/** A conversation that the viewer reads. Refuses `not_found` alike for what is not there and for what is not for them. */
export async function opened(
  world: World,
  viewer: Viewer,
  { classId, conversationId }: InConversation,
): Promise<Opened> {
  const found = await openedOf(world.db, askedBy(world, viewer, { classId, conversationId }))
  if (!found) throw new Refused('not_found')
  return found
}

/** As whom somebody reads the messages of a conversation. */
export const readerOf = (
  { accountId }: Viewer,
  { role, kind, audience }: Pick<Opened, 'role' | 'kind' | 'audience'>,
): MessageReader => ({ account: accountId, role, kind, audience })

/** What may be written in a conversation now, as an outcome: see `mayPost` of core. */
export const postingIn = (world: World, conversation: Opened, isAnswer: boolean) =>
  mayPost({
    role: conversation.role,
    rules: rulesOf(conversation.classRules),
    room: conversation.kind === 'room' ? conversation.rules : null,
    replies: conversation.replies,
    isAnswer,
    nodForPerson: conversation.nodForPerson,
    now: world.clock.now(),
    zone: world.school.zone,
  })

/** The same, refused as it is. */
export const allowedToPost = (world: World, conversation: Opened, isAnswer: boolean): Posted =>
  take(postingIn(world, conversation, isAnswer))

/** Tells the screens of those whom a conversation is for that something was said, or became of something, in it. */
export function tellMessage(
  world: World,
  { classId, conversationId }: InConversation,
  { audience }: Pick<Opened, 'audience'>,
): void {
  const { pupils, families } = audience
  const event = { what: 'message', classId, conversationId, pupils, families } as const
  world.db.afterCommit(() => void world.live.tell(event))
}

/** Tells the screens of a class that something in its talk changed: what there is, for whom, or by which rules. */
export function tellTalk(world: World, classId: ClassId): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'talk', classId }))
}
