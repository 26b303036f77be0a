import type { LiveEvent } from '@oppen/contract'
import type { ClassId, ConversationId, PlaceId, SpaceId, WorkId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { type MessageReader, mayPost, type Posted } from '@oppen/core/talk'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { besideOf, type Opened, openedOf } from './queries.js'
import { rulesOf } from './shown.js'

export type InSpace = { readonly spaceId: SpaceId }
/** Whether a space is a circle of the viewer's. */
export const isCircle = ({ circles }: Viewer, spaceId: SpaceId): boolean =>
  circles.some(one => one.circleId === spaceId)

export type InConversation = InSpace & { readonly conversationId: ConversationId }

/** What the statements of talk ask for: who looks, at which class or circle, and when. */
export const askedBy = <P extends InSpace>(world: World, viewer: Viewer, params: P) => ({
  ...params,
  viewer: viewer.accountId,
  now: world.clock.now(),
})

/** A conversation that the viewer reads. Refuses `not_found` alike for what is not there and for what is not for them. */
export async function opened(
  world: World,
  viewer: Viewer,
  { spaceId, conversationId }: InConversation,
): Promise<Opened> {
  const found = await openedOf(world.db, askedBy(world, viewer, { spaceId, conversationId }))
  if (!found) throw new Refused('not_found')
  return found
}

/** A place beside a piece of work: of one pupil, or of the class. */
export type Beside = {
  readonly classId: ClassId
  readonly workId: WorkId
  readonly placeId: PlaceId | null
}

/** The conversation beside a piece of work, also before anything was said. Refuses `not_found` where the viewer reads none there. */
export async function openedBeside(world: World, viewer: Viewer, beside: Beside): Promise<Opened> {
  const { classId: spaceId, workId, placeId } = beside
  const found = await besideOf(world.db, askedBy(world, viewer, { spaceId, workId, placeId }))
  if (!found) throw new Refused('not_found')
  return found
}

/** As whom somebody reads the messages of a conversation. */
export const readerOf = (
  { accountId }: Viewer,
  { role, kind }: Pick<Opened, 'role' | 'kind'>,
): MessageReader => ({ account: accountId, role, kind })

/** What may be written in a conversation now, as an outcome: see `mayPost` of core. */
export const postingIn = (world: World, conversation: Opened, isAnswer: boolean) => {
  const overseen = conversation.people.some(one => one.isPupil)
  return mayPost({
    role: conversation.role,
    rules: rulesOf(conversation.spaceRules),
    kind: conversation.kind,
    room: conversation.kind === 'room' ? conversation.rules : null,
    amongPupils: conversation.people.filter(one => one.side === 'pupil').length > 1,
    overseen,
    unattended: overseen && !conversation.attended,
    replies: conversation.replies,
    isAnswer,
    nodForPerson: conversation.nodForPerson,
    now: world.clock.now(),
    zone: world.school.zone,
  })
}

/** The same, refused as it is. */
export const allowedToPost = (world: World, conversation: Opened, isAnswer: boolean): Posted =>
  take(postingIn(world, conversation, isAnswer))

export type Told = Pick<Opened, 'kind' | 'audience' | 'workId' | 'placeId' | 'people'>

/** What is told of a conversation. */
export function eventOf(
  { spaceId, conversationId }: InConversation,
  { audience, workId, placeId }: Told,
): Extract<LiveEvent, { what: 'message' }> {
  const { pupils, families } = audience
  return { what: 'message', spaceId, conversationId, pupils, families, beside: workId && { workId, placeId } }
}

/** Tells the screens of those whom a conversation is for that something was said, or became of something, in it. */
export function tellMessage(world: World, params: InConversation, conversation: Told): void {
  world.db.afterCommit(() => tellNow(world, params, conversation))
}

/** The same at once, after a command. */
export function tellNow(world: World, params: InConversation, conversation: Told): void {
  const { kind, people } = conversation
  const event = eventOf(params, conversation)
  if (kind !== 'letter') return void world.live.tell(event)
  // those who look after what is written with pupils read it when they open it
  for (const { accountId, here } of people) if (here) void world.live.tellPerson(accountId, event)
}

/** Tells the screens of a class or circle that something in its talk changed: what there is, for whom, or by which rules. */
export function tellTalk(world: World, spaceId: SpaceId): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'talk', spaceId }))
}
