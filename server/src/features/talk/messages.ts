import type { ConversationId, Instant, MessageId, SpaceId, TalkFileId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import {
  type MessageHead,
  type MessageState,
  mayDecide,
  mayEdit,
  mayRemove,
  mayWriteAgain,
  nextShown,
  PACE,
  type Reaction,
  seenOf,
  type TalkRole,
} from '@oppen/core/talk'
import { isBlank, readText } from '@oppen/core/texts'
import { readHtml } from '../../html.js'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { auditTalk } from '../auditLog/service.js'
import {
  allowedToPost,
  type Beside,
  type InConversation,
  opened,
  openedBeside,
  readerOf,
  tellMessage,
} from './access.js'
import { attach } from './attachments.js'
import { queueCopies } from './letterMail.js'
import { putMentions, withMentions } from './mentions.js'
import { conversations, messageReactions, messageReports, messages } from './models.js'
import type { Opened } from './queries.js'
import { messageOf, sentAs, writtenSince } from './queriesOfMessages.js'
import { rulesOf } from './shown.js'
import { tellShown } from './telling.js'

export type InMessage = InConversation & { readonly messageId: MessageId }
export type Written = {
  readonly messageId: MessageId
  readonly conversationId: ConversationId
  readonly state: MessageState
}

export type NewMessage = {
  readonly html: string
  readonly answers?: MessageId | null | undefined
  /** The files that stand with it, in their order. */
  readonly files?: readonly TalkFileId[] | undefined
  /** What the device calls this sending: the same sent twice is written once. */
  readonly once?: string | null | undefined
}

/** The words of a message, cleaned; files alone are a message too. */
export async function readMessage(
  world: World,
  typed: string,
  files: readonly TalkFileId[] = [],
): Promise<string> {
  if (isBlank(typed) && files.length) return ''
  if (isBlank(typed)) throw new Refused('text_empty', { what: 'note' }, 'html')
  return readHtml(world, 'note', typed, 'html')
}

/** Writes in a conversation; what waits for the nod is shown to nobody else before. */
export async function writeMessage(
  world: World,
  viewer: Viewer,
  params: InConversation,
  form: NewMessage,
): Promise<Written> {
  const html = await readMessage(world, form.html, form.files)
  return world.db.write(async () => {
    const conversation = await opened(world, viewer, params)
    const before = await sentBefore(world, viewer, form)
    return before ?? say(world, viewer, params.spaceId, conversation, { ...form, html })
  })
}

/** The same beside a piece of work, where it may be the first that is said. */
export async function writeBeside(
  world: World,
  viewer: Viewer,
  beside: Beside,
  form: NewMessage,
): Promise<Written> {
  const html = await readMessage(world, form.html, form.files)
  const fresh = newId<ConversationId>(world)
  return world.db.write(async () => {
    const found = await openedBeside(world, viewer, beside)
    const before = await sentBefore(world, viewer, form)
    if (before) return before
    const conversation = found.id ? found : { ...found, id: fresh }
    if (!found.id) {
      // refused before anything is made
      allowedToPost(world, conversation, false)
      const now = world.clock.now()
      await world.db.model(conversations).create({
        spaceId: beside.classId,
        workId: beside.workId,
        placeId: beside.placeId,
        id: fresh,
        kind: found.kind,
        forFamilies: 0,
        byAccount: found.begunBy,
        madeAt: now,
        appearsAt: now,
      })
    }
    return say(world, viewer, beside.classId, conversation, { ...form, html })
  })
}

/** What became of a message that this device has sent before. */
async function sentBefore(
  world: World,
  { accountId }: Viewer,
  { once }: Pick<NewMessage, 'once'>,
): Promise<Written | undefined> {
  const before = once ? await sentAs(world.db, accountId, once) : undefined
  return before && { messageId: before.id, conversationId: before.conversationId, state: before.state }
}

/** Writes a message; inside a command. */
export async function say(
  world: World,
  viewer: Viewer,
  spaceId: SpaceId,
  conversation: Opened,
  { html, answers = null, once = null, files = [] }: NewMessage,
): Promise<Written> {
  const messageId = newId<MessageId>(world)
  const params = { spaceId, conversationId: conversation.id }
  if (answers) await answerable(world, viewer, conversation, { ...params, messageId: answers })
  const posted = allowedToPost(world, conversation, answers !== null)
  const now = world.clock.now()
  await inPace(world, viewer, conversation.role, now)
  const said = await withMentions(world, viewer, { ...params, role: conversation.role, html })
  const shownAt = posted === 'shown' ? await show(world, params, conversation) : null
  await world.db.model(messages).create({
    id: messageId,
    conversationId: conversation.id,
    byAccount: viewer.accountId,
    side: conversation.role,
    html: said.html,
    once,
    writtenAt: now,
    shownAt,
    state: posted,
    answers,
  })
  await putMentions(world, messageId, said.targets)
  if (files.length) await attach(world, viewer, { spaceId, messageId, files })
  if (conversation.kind === 'letter' && posted === 'shown')
    await queueCopies(world, { conversationId: conversation.id, messageId, by: viewer.accountId })
  if (posted === 'shown') tellShown(world, { ...params, messageId, by: viewer.accountId }, conversation)
  else tellMessage(world, params, conversation)
  return { messageId, conversationId: conversation.id, state: posted }
}

/** Refuses `writing_fast` where somebody writes more than anybody types; inside a command. */
async function inPace(world: World, { accountId }: Viewer, role: TalkRole, now: Instant): Promise<void> {
  const { most, within } = PACE[role]
  take(mayWriteAgain(role, await writtenSince(world.db, accountId, now - within, most + 1), now))
}

/** Only what is shown to somebody can be answered by them, in rooms alone: replies to a notice stand in one row. */
async function answerable(
  world: World,
  viewer: Viewer,
  conversation: Opened,
  params: InMessage,
): Promise<void> {
  const { head } = await seenMessage(world, viewer, conversation, params)
  if (head.state !== 'shown' || head.removed || conversation.kind === 'notice') throw new Refused('not_found')
}

/** The moment at which the next message of a conversation is shown; inside a command. */
async function show(
  world: World,
  { conversationId }: InConversation,
  { lastShownAt }: Pick<Opened, 'lastShownAt'>,
): Promise<number> {
  const shownAt = nextShown(world.clock.now(), lastShownAt)
  await world.db.model(conversations).update({ lastShownAt: shownAt }, { where: { id: conversationId } })
  return shownAt
}

type Found = { readonly conversation: Opened; readonly head: MessageHead; readonly name: string }

/** A message that somebody sees, for a command. The notice itself is changed as a notice. */
async function findMessage(world: World, viewer: Viewer, params: InMessage): Promise<Found> {
  const conversation = await opened(world, viewer, params)
  return { conversation, ...(await seenMessage(world, viewer, conversation, params)) }
}

async function seenMessage(
  world: World,
  viewer: Viewer,
  conversation: Opened,
  { conversationId, messageId }: InMessage,
): Promise<Omit<Found, 'conversation'>> {
  const row = await messageOf(world.db, conversationId, messageId)
  if (!row || (messageId as string) === conversationId) throw new Refused('not_found')
  const { byAccount: by, side, state, writtenAt, removedAt, name } = row
  const head = { by, side, state, writtenAt, removed: removedAt !== null }
  if (seenOf(head, readerOf(viewer, conversation)) === 'nothing') throw new Refused('not_found')
  return { name, head }
}

/**
 * Puts words right, for a while after they were written. Where the nod is asked for they wait for it again; what was sent back
 * is handed to the teacher once more.
 */
export async function changeMessage(
  world: World,
  viewer: Viewer,
  params: InMessage,
  { html: typed, files }: Pick<NewMessage, 'html' | 'files'>,
): Promise<Written> {
  const html = await readMessage(world, typed, files)
  const { messageId } = params
  return world.db.write(async () => {
    const { conversation, head } = await findMessage(world, viewer, params)
    const now = world.clock.now()
    const edits = conversation.role !== 'pupil' || rulesOf(conversation.spaceRules).pupilsEdit
    take(mayEdit(head, viewer.accountId, now, edits))
    const posted = allowedToPost(world, conversation, true)
    const fresh = posted === 'shown' && head.state !== 'shown'
    const shownAt = fresh ? { shownAt: await show(world, params, conversation) } : {}
    const hidden = posted === 'waits' ? { shownAt: null } : {}
    const said = await withMentions(world, viewer, { ...params, role: conversation.role, html })
    await world.db
      .model(messages)
      .update(
        { html: said.html, editedAt: now, state: posted, decidedWord: '', ...shownAt, ...hidden },
        { where: { id: messageId } },
      )
    await putMentions(world, messageId, said.targets)
    if (files) await attach(world, viewer, { spaceId: params.spaceId, messageId, files })
    tellMessage(world, params, conversation)
    return { messageId, conversationId: params.conversationId, state: posted }
  })
}

/** Removes a message: the own one, or any for a teacher. Teachers still read what it said. */
export async function removeMessage(
  world: World,
  viewer: Viewer,
  params: InMessage,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const { conversation, head, name } = await findMessage(world, viewer, params)
    take(mayRemove(head, readerOf(viewer, conversation)))
    const gone = { removedAt: world.clock.now(), removedBy: viewer.accountId }
    await world.db.model(messages).update(gone, { where: { id: params.messageId } })
    if (head.by !== viewer.accountId)
      await auditTalk(world, 'message_removed', { spaceId: params.spaceId, by: viewer.accountId, name })
    tellMessage(world, params, conversation)
  })
  return { done: true }
}

/** Says something about a message with one press, or takes it back. */
export async function react(
  world: World,
  viewer: Viewer,
  params: InMessage,
  { reaction, on }: { readonly reaction: Reaction; readonly on: boolean },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const { conversation, head } = await findMessage(world, viewer, params)
    if (head.removed || head.state !== 'shown') throw new Refused('not_found')
    if (on && !rulesOf(conversation.spaceRules).reactions.includes(reaction))
      throw new Refused('reaction_off')
    const row = { messageId: params.messageId, accountId: viewer.accountId, reaction }
    const model = world.db.model(messageReactions)
    if (on) await model.bulkCreate([row], { ignoreDuplicates: true })
    else await model.destroy({ where: row })
    tellMessage(world, params, conversation)
  })
  return { done: true }
}

/** Tells the teachers about a message of somebody else. */
export async function reportMessage(
  world: World,
  viewer: Viewer,
  params: InMessage,
  typed: string,
): Promise<{ done: true }> {
  const word = typed.trim() && take(readText('title', typed), 'word')
  await world.db.write(async () => {
    const { conversation, head } = await findMessage(world, viewer, params)
    // what only teachers and one pupil read is reported by saying it there
    if (head.by === viewer.accountId || head.removed || conversation.kind === 'sideNote')
      throw new Refused('not_found')
    const { messageId } = params
    const row = {
      messageId,
      accountId: viewer.accountId,
      word,
      at: world.clock.now(),
      settledAt: null,
      settledBy: null,
    }
    await world.db
      .model(messageReports)
      .bulkCreate([row], { updateOnDuplicate: ['word', 'at', 'settledAt', 'settledBy'] })
    tellMessage(world, params, conversation)
  })
  return { done: true }
}

/** Says that a teacher has seen to what was reported about a message. */
export async function settleReports(
  world: World,
  viewer: Viewer,
  params: InMessage,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const { conversation, name } = await findMessage(world, viewer, params)
    const { messageId } = params
    const settled = { settledAt: world.clock.now(), settledBy: viewer.accountId }
    await world.db.model(messageReports).update(settled, { where: { messageId, settledAt: null } })
    await auditTalk(world, 'report_settled', { spaceId: params.spaceId, by: viewer.accountId, name })
    tellMessage(world, params, conversation)
  })
  return { done: true }
}

/** Lets through what waited, or sends it back with a word. Refuses `nod_decided` where another teacher was quicker. */
export async function decideMessage(
  world: World,
  viewer: Viewer,
  params: InMessage,
  { show: shows, word: typed }: { readonly show: boolean; readonly word: string },
): Promise<{ done: true }> {
  const word = typed.trim() && take(readText('title', typed), 'word')
  await world.db.write(async () => {
    const { conversation, head, name } = await findMessage(world, viewer, params)
    take(mayDecide(head))
    const decided = { decidedBy: viewer.accountId, decidedWord: word }
    const row = shows
      ? { ...decided, state: 'shown' as const, shownAt: await show(world, params, conversation) }
      : { ...decided, state: 'sentBack' as const }
    await world.db.model(messages).update(row, { where: { id: params.messageId } })
    if (shows && conversation.kind === 'letter') await queueCopies(world, { ...params, by: head.by })
    const kind = shows ? 'message_let_through' : 'message_sent_back'
    await auditTalk(world, kind, { spaceId: params.spaceId, by: viewer.accountId, name })
    tellMessage(world, params, conversation)
  })
  return { done: true }
}
