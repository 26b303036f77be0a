import type { Correspondent, CorrespondentsPage, LetterForm, LetterPage } from '@oppen/contract'
import type { ConversationId, SpaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import {
  addressLetter,
  type Hours,
  mayCorrespond,
  ROOM,
  readHours,
  roomState,
  TALK_RULES,
} from '@oppen/core/talk'
import { readText } from '@oppen/core/texts'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { type InConversation, opened } from './access.js'
import { readMessage, say } from './messages.js'
import { conversationPeople, conversations, letterHours } from './models.js'
import type { Opened } from './queries.js'
import {
  aboutOf,
  canWriteJson,
  correspondentsOf,
  hoursOfPeople,
  isAttended,
  namedBy,
  rulesOfLetters,
  type StoredCorrespondent,
} from './queriesOfLetters.js'
import { sentAs } from './queriesOfMessages.js'
import { attachIn, conversationPage } from './reading.js'

/** Whom of a class or circle somebody can write to, and for teachers when they read letters. */
export async function seeCorrespondents(
  world: World,
  viewer: Viewer,
  spaceId: SpaceId,
): Promise<CorrespondentsPage> {
  const found = await canWriteJson(world.db, { viewer: viewer.accountId, spaceId })
  if (!found) throw new Refused('not_found')
  const self = found.people.find(one => one.accountId === viewer.accountId)
  const rules = { ...TALK_RULES, ...found.rules }
  const as = ({ side: role, isPupil }: Pick<StoredCorrespondent, 'side' | 'isPupil'>) => ({ role, isPupil })
  return {
    spaceName: found.spaceName,
    people: found.people.flatMap(({ hours, word, ...one }) =>
      self && one.accountId !== self.accountId && mayCorrespond(as(self), as(one), rules, found.attended)
        ? [{ ...one, away: awayBy(world, hours, word ?? '') }]
        : [],
    ),
    attach: attachIn(self?.side ?? 'family', rules),
    own: viewer.kind === 'teacher' ? (found.own ?? { hours: null, word: '' }) : null,
  }
}

/** Writes a letter to some people of the class or circle. The same sent twice is written once. */
export async function writeLetter(
  world: World,
  viewer: Viewer,
  spaceId: SpaceId,
  { title: typed, to, html: body, workId = null, placeId = null, files, once }: LetterForm,
): Promise<{ letterId: ConversationId }> {
  const title = take(readText('title', typed), 'title')
  const html = await readMessage(world, body, files)
  const id = newId<ConversationId>(world)
  return world.db.write(async () => {
    const before = once ? await sentAs(world.db, viewer.accountId, once) : undefined
    if (before) return { letterId: before.conversationId }
    const known = new Map(
      (await correspondentsOf(world.db, spaceId)).map(one => [
        one.accountId,
        { account: one.accountId, role: one.side, isPupil: one.isPupil },
      ]),
    )
    const writer = known.get(viewer.accountId)
    if (!writer) throw new Refused('not_found')
    const rules = { ...TALK_RULES, ...(await rulesOfLetters(world.db, spaceId)) }
    const attended = await isAttended(world.db, spaceId)
    const people = take(addressLetter(writer, to, known, rules, attended), 'to')
    const now = world.clock.now()
    const viewing = { viewer: viewer.accountId, spaceId, now }
    const about = await namedBy(world.db, { ...viewing, workId, placeId })
    await world.db.model(conversations).create({
      id,
      spaceId,
      kind: 'letter',
      aboutWork: about.workId,
      aboutPlace: about.placeId,
      title,
      byAccount: viewer.accountId,
      madeAt: now,
      appearsAt: now,
    })
    await world.db.model(conversationPeople).bulkCreate(
      people.map(({ account, role, isPupil }) => ({
        conversationId: id,
        accountId: account,
        side: role,
        isPupil: Number(isPupil),
      })),
    )
    await say(world, viewer, spaceId, await opened(world, viewer, { spaceId, conversationId: id }), {
      html,
      files,
      once,
    })
    return { letterId: id }
  })
}

/** A letter with what was answered, and which of its teachers do not read letters now. */
export async function seeLetter(world: World, viewer: Viewer, params: InConversation): Promise<LetterPage> {
  const found = await opened(world, viewer, params)
  if (found.kind !== 'letter') throw new Refused('not_found')
  const { spaceId, conversationId } = params
  const { aboutWork: workId, aboutPlace: placeId, people } = found
  const about = workId || placeId ? await aboutOf(world.db, { spaceId, workId, placeId }) : null
  return {
    ...(await conversationPage(world, viewer, spaceId, found)),
    id: conversationId,
    spaceName: found.spaceName,
    title: found.title,
    people: people.map(({ isPupil: _, ...one }) => one),
    concerned: people.some(one => one.accountId === viewer.accountId),
    overseen: people.some(one => one.isPupil),
    about: about?.workId || about?.placeId ? about : null,
    away: await awayOf(world, viewer, params, people),
  }
}

async function awayOf(
  world: World,
  viewer: Viewer,
  { conversationId }: InConversation,
  people: Opened['people'],
): Promise<LetterPage['away']> {
  const nameOf = new Map(people.map(one => [one.accountId, one.name]))
  return (await hoursOfPeople(world.db, conversationId)).flatMap(({ accountId, hours, word }) => {
    const away = accountId === viewer.accountId ? null : awayBy(world, JSON.parse(hours), word)
    return away ? [{ name: nameOf.get(accountId) ?? '', ...away }] : []
  })
}

/** That somebody with such hours does not read letters now; null where they do. */
function awayBy(world: World, hours: Hours | null, word: string): Correspondent['away'] {
  const state = roomState({ ...ROOM, hours }, world.clock.now(), world.school.zone)
  return state.is === 'quiet' ? { word, until: state.opensAt } : null
}

/** Sets when a teacher reads letters, in all classes, and what stands there at other times. */
export async function setLetterHours(
  world: World,
  viewer: Viewer,
  { hours, word: typed }: { readonly hours: Hours | null; readonly word: string },
): Promise<{ done: true }> {
  const read = hours && JSON.stringify(take(readHours(hours), 'hours'))
  const word = typed.trim() && take(readText('title', typed), 'word')
  const { accountId } = viewer
  await world.db.write(async () => {
    await world.db.model(letterHours).upsert({ accountId, hours: read, word })
  })
  return { done: true }
}
