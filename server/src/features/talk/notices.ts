import type { Notice, NoticeForm, SeenPage, TalkPage } from '@oppen/contract'
import type { ConversationId, GroupId, Instant, MessageId, PlaceId, SpaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { type Audience, FOR_ALL, isPlanned, roomState } from '@oppen/core/talk'
import { isBlank, readText } from '@oppen/core/texts'
import { instantOf, isDate, mondayOf } from '@oppen/core/zone'
import { readHtml } from '../../html.js'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { auditTalk } from '../auditLog/service.js'
import { askedBy, type InConversation, isCircle, opened, tellMessage, tellTalk } from './access.js'
import { noticePlanned } from './appearing.js'
import { attach } from './attachments.js'
import { withoutMentions } from './mentions.js'
import { conversationGroups, conversationLinks, conversations, messages } from './models.js'
import { plainBeginning } from './plain.js'
import { conversationOf, noticeOf, talkOf } from './queries.js'
import { messageOf, sentAs } from './queriesOfMessages.js'
import { putTap, seenOfNotice } from './queriesOfNotices.js'
import { noticeFor, rulesOf } from './shown.js'

/** So many replies of a notice are shown before it is opened. */
const FOLDED = 2
/** So much of the last message of a letter stands in the list. */
const BEGINS = 100

/** All talk of a class as the viewer may see it. */
export async function seeTalk(world: World, viewer: Viewer, spaceId: SpaceId): Promise<TalkPage> {
  const asked = askedBy(world, viewer, { spaceId })
  const talk = await talkOf(world.db, asked, FOLDED)
  if (!talk) throw new Refused('not_found')
  const { now } = asked
  return {
    spaceName: talk.spaceName,
    notices: talk.notices.map(one => noticeFor(one, viewer.accountId, now)),
    rooms: talk.rooms.map(({ rules, ...room }) => ({
      ...room,
      state: roomState(rules, now, world.school.zone),
    })),
    letters: talk.letters.map(letter => ({ ...letter, begins: plainBeginning(letter.begins, BEGINS) })),
    rules: { ...rulesOf(talk.rules), reactions: [...rulesOf(talk.rules).reactions] },
    groups: talk.groups,
    waiting: talk.waiting,
    reported: talk.reported,
  }
}

/** One notice with all its replies. */
export async function seeNotice(world: World, viewer: Viewer, params: InConversation): Promise<Notice> {
  const asked = askedBy(world, viewer, params)
  const found = await noticeOf(world.db, asked)
  if (!found) throw new Refused('not_found')
  return noticeFor(found, viewer.accountId, asked.now)
}

type ReadNotice = {
  readonly html: string
  readonly audience: Audience
  readonly row: {
    readonly appearsAt: Instant
    readonly pinned: number
    readonly replies: number
    readonly asks: 'read' | 'choice' | null
    readonly choices: string | null
    readonly forPupils: number
    readonly forFamilies: number
    readonly allGroups: number
  }
}

/** A moment as it was typed; now where none was, or where it is past. */
function momentOf(world: World, typed: string | null | undefined): Instant {
  const now = world.clock.now()
  if (!typed) return now
  return Math.max(now, take(instantOf(typed, world.school.zone), 'appearsAt').at)
}

/** What somebody chooses from, as it can be kept. Refuses `choices_few`. */
function readChoices(asks: NoticeForm['asks'], typed: readonly string[]): string[] {
  if (asks !== 'choice') return []
  const choices = [...new Set(typed.map(one => one.trim()).filter(Boolean))]
  if (choices.length < 2) throw new Refused('choices_few', undefined, 'choices')
  for (const one of choices) take(readText('title', one), 'choices')
  return choices
}

/** For whom something is: in a circle for all of its members, who are neither in groups nor there as families. */
export const audienceOf = (audience: Audience, inCircle: boolean): Audience =>
  inCircle ? { pupils: true, families: false, groups: null } : audience

/** The columns that say for whom something is. Refuses `audience_nobody`. */
export function audienceColumns({ pupils, families, groups }: Audience) {
  if ((!pupils && !families) || groups?.length === 0)
    throw new Refused('audience_nobody', undefined, 'audience')
  return {
    forPupils: Number(pupils),
    forFamilies: Number(families),
    allGroups: Number(groups === null),
  }
}

async function readNotice(world: World, form: NoticeForm, inCircle: boolean): Promise<ReadNotice> {
  if (isBlank(form.html) && !form.files?.length) throw new Refused('text_empty', { what: 'notice' }, 'html')
  // for whom a notice is says its audience
  const html = isBlank(form.html) ? '' : withoutMentions(await readHtml(world, 'notice', form.html, 'html'))
  const audience = audienceOf(form.audience ?? FOR_ALL, inCircle)
  const asks = form.asks ?? null
  const choices = readChoices(asks, form.choices ?? [])
  return {
    html,
    audience,
    row: {
      ...audienceColumns(audience),
      appearsAt: momentOf(world, form.appearsAt),
      pinned: Number(form.pinned ?? false),
      replies: Number(form.takesReplies ?? true),
      asks,
      choices: choices.length ? JSON.stringify(choices) : null,
    },
  }
}

/** Writes down for which groups something is; inside a command. Groups of another class are none. */
export async function putGroups(
  world: World,
  spaceId: SpaceId,
  conversationId: ConversationId,
  groups: readonly GroupId[] | null,
): Promise<void> {
  const model = world.db.model(conversationGroups)
  await model.destroy({ where: { conversationId } })
  if (!groups) return
  const known = await world.db.rows<{ id: GroupId }>(
    'select id from groups where class_id = $spaceId and id in (select value from json_each($groups))',
    { spaceId, groups: JSON.stringify(groups) },
  )
  if (!known.length) throw new Refused('audience_nobody', undefined, 'audience')
  await model.bulkCreate(known.map(({ id: groupId }) => ({ conversationId, groupId })))
}

/** Writes down what a notice leads to; inside a command. Refuses `not_found` for work of another class and `week_unreadable`. */
async function putLinks(
  world: World,
  viewer: Viewer,
  spaceId: SpaceId,
  conversationId: ConversationId,
  links: NonNullable<NoticeForm['links']>,
): Promise<void> {
  const model = world.db.model(conversationLinks)
  await model.destroy({ where: { conversationId } })
  for (const [position, { workId, week }] of links.entries()) {
    if (workId) {
      const known = await world.db.row(
        'select 1 as known from works where id = $workId and class_id = $spaceId and removed_at is null',
        { workId, spaceId },
      )
      if (!known) throw new Refused('not_found')
    } else if (isCircle(viewer, spaceId)) {
      // a week is one of a class
      throw new Refused('not_found')
    } else if (!week || !isDate(week)) throw new Refused('week_unreadable', undefined, 'links')
    const monday = workId || !week ? null : mondayOf(week)
    await model.create({ conversationId, position, workId, week: monday })
  }
}

/** Writes a notice, for everybody in the class where nothing else is said. */
export async function writeNotice(
  world: World,
  viewer: Viewer,
  spaceId: SpaceId,
  form: NoticeForm,
): Promise<{ noticeId: ConversationId }> {
  const { html, audience, row } = await readNotice(world, form, isCircle(viewer, spaceId))
  const id = newId<ConversationId>(world)
  const { once = null } = form
  return world.db.write(async () => {
    const before = once === null ? undefined : await sentAs(world.db, viewer.accountId, once)
    if (before) return { noticeId: before.conversationId }
    const now = world.clock.now()
    const shownAt = Math.max(now, row.appearsAt)
    if (shownAt > now) noticePlanned(world, shownAt)
    await world.db.model(conversations).create({
      ...row,
      id,
      spaceId,
      kind: 'notice',
      byAccount: viewer.accountId,
      madeAt: now,
      appearsAt: shownAt,
      lastShownAt: shownAt,
    })
    await putGroups(world, spaceId, id, audience.groups)
    await world.db.model(messages).create({
      // the notice itself has the name of its conversation
      id: id as string as MessageId,
      conversationId: id,
      byAccount: viewer.accountId,
      side: 'teacher',
      html,
      once,
      writtenAt: now,
      shownAt,
      state: 'shown',
    })
    const messageId = id as string as MessageId
    if (form.files?.length) await attach(world, viewer, { spaceId, messageId, files: form.files })
    await putLinks(world, viewer, spaceId, id, form.links ?? [])
    tellTalk(world, spaceId)
    return { noticeId: id }
  })
}

/** Changes a notice: its words, for whom it is, and, while it has not appeared, when it does. */
export async function changeNotice(
  world: World,
  viewer: Viewer,
  { spaceId, conversationId }: InConversation,
  form: NoticeForm,
): Promise<{ done: true }> {
  const { html, audience, row } = await readNotice(world, form, isCircle(viewer, spaceId))
  await world.db.write(async () => {
    const found = await conversationOf(world.db, spaceId, conversationId)
    if (found?.kind !== 'notice' || found.removedAt !== null) throw new Refused('not_found')
    const now = world.clock.now()
    const { appearsAt, ...rest } = row
    // what has appeared stays where it is
    const planned = isPlanned(found, now)
    const moved = planned ? { appearsAt, lastShownAt: Math.max(appearsAt, found.lastShownAt ?? 0) } : {}
    if (planned) noticePlanned(world, appearsAt)
    await world.db.model(conversations).update({ ...rest, ...moved }, { where: { id: conversationId } })
    await putGroups(world, spaceId, conversationId, audience.groups)
    const id = conversationId as string as MessageId
    const root = await messageOf(world.db, conversationId, id)
    const edited = root?.html === html ? {} : { html, ...(!planned && { editedAt: now }) }
    const shown = planned ? { shownAt: appearsAt } : {}
    await world.db.model(messages).update({ ...edited, ...shown }, { where: { id } })
    if (form.files) await attach(world, viewer, { spaceId, messageId: id, files: form.files })
    if (form.links) await putLinks(world, viewer, spaceId, conversationId, form.links)
    tellTalk(world, spaceId)
  })
  return { done: true }
}

/** Takes a notice or a room away for everybody, or brings it back. */
export async function setRemoved(
  world: World,
  viewer: Viewer,
  { spaceId, conversationId }: InConversation,
  removed: boolean,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const found = await conversationOf(world.db, spaceId, conversationId)
    if (!found || (found.removedAt !== null) === removed) throw new Refused('not_found')
    const row = removed
      ? { removedAt: world.clock.now(), removedBy: viewer.accountId }
      : { removedAt: null, removedBy: null }
    await world.db.model(conversations).update(row, { where: { id: conversationId } })
    await auditTalk(world, removed ? 'conversation_removed' : 'conversation_restored', {
      spaceId,
      by: viewer.accountId,
      name: found.title,
    })
    tellTalk(world, spaceId)
  })
  return { done: true }
}

/** Answers a notice that asks for a tap, for oneself or for the own child; it can be answered otherwise later. */
export async function tapNotice(
  world: World,
  viewer: Viewer,
  { placeId, ...params }: InConversation & { readonly placeId: PlaceId | null },
  choice: string,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const conversation = await opened(world, viewer, params)
    const { asks, choices, own } = conversation
    const side = own.find(one => one.placeId === placeId)?.side
    if (!asks || !side) throw new Refused('not_found')
    if (asks === 'read' ? choice !== '' : !choices.includes(choice))
      throw new Refused('choice_unknown', undefined, 'choice')
    const { conversationId } = params
    const at = world.clock.now()
    await putTap(world.db, { conversationId, placeId, side, accountId: viewer.accountId, choice, at })
    tellMessage(world, params, conversation)
  })
  return { done: true }
}

/** Who has seen a notice and who has not, and what was answered. */
export async function seeSeen(world: World, { spaceId, conversationId }: InConversation): Promise<SeenPage> {
  const found = await seenOfNotice(world.db, spaceId, conversationId)
  if (!found) throw new Refused('not_found')
  const { people, ...rest } = found
  const without = ({ seen: _, ...person }: (typeof people)[number]) => person
  return {
    ...rest,
    seen: people.filter(one => one.seen).map(without),
    notSeen: people.filter(one => !one.seen).map(without),
  }
}
