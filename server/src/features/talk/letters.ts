import type { Correspondent, CorrespondentsPage, LetterForm, LetterPage } from '@oppen/contract'
import type { ClassId, ConversationId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import {
  addressLetter,
  type Hours,
  isOverseen,
  mayWriteTo,
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
import {
  aboutOf,
  canWriteJson,
  correspondentsOf,
  hoursOfPeople,
  namedBy,
  rulesOfLetters,
} from './queriesOfLetters.js'
import { sentAs } from './queriesOfMessages.js'
import { attachIn, conversationPage } from './reading.js'

/** Whom of a class somebody can write to, and for teachers when they read letters. */
export async function seeCorrespondents(
  world: World,
  viewer: Viewer,
  classId: ClassId,
): Promise<CorrespondentsPage> {
  const found = await canWriteJson(world.db, { viewer: viewer.accountId, classId })
  if (!found) throw new Refused('not_found')
  const self = found.people.find(one => one.accountId === viewer.accountId)
  const rules = { ...TALK_RULES, ...found.rules }
  return {
    className: found.className,
    people: found.people.flatMap(({ hours, word, ...one }) =>
      self && one.accountId !== self.accountId && mayWriteTo(self.side, one.side, rules)
        ? [{ ...one, away: awayBy(world, hours, word ?? '') }]
        : [],
    ),
    attach: attachIn(self?.side ?? 'family', rules),
    own: viewer.kind === 'teacher' ? (found.own ?? { hours: null, word: '' }) : null,
  }
}

/** Writes a letter to some people of the class. The same sent twice is written once. */
export async function writeLetter(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  { title: typed, to, html: body, workId = null, placeId = null, files, once }: LetterForm,
): Promise<{ letterId: ConversationId }> {
  const title = take(readText('title', typed), 'title')
  const html = await readMessage(world, body, files)
  const id = newId<ConversationId>(world)
  return world.db.write(async () => {
    const before = once ? await sentAs(world.db, viewer.accountId, once) : undefined
    if (before) return { letterId: before.conversationId }
    const known = new Map(
      (await correspondentsOf(world.db, classId)).map(one => [
        one.accountId,
        { account: one.accountId, role: one.side },
      ]),
    )
    const writer = known.get(viewer.accountId)
    if (!writer) throw new Refused('not_found')
    const rules = { ...TALK_RULES, ...(await rulesOfLetters(world.db, classId)) }
    const people = take(addressLetter(writer, to, known, rules), 'to')
    const now = world.clock.now()
    const viewing = { viewer: viewer.accountId, classId, now }
    const about = await namedBy(world.db, { ...viewing, workId, placeId })
    await world.db.model(conversations).create({
      id,
      classId,
      kind: 'letter',
      aboutWork: about.workId,
      aboutPlace: about.placeId,
      title,
      byAccount: viewer.accountId,
      madeAt: now,
      appearsAt: now,
    })
    await world.db
      .model(conversationPeople)
      .bulkCreate(people.map(({ account, role }) => ({ conversationId: id, accountId: account, side: role })))
    await say(world, viewer, classId, await opened(world, viewer, { classId, conversationId: id }), {
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
  const { classId, conversationId } = params
  const { aboutWork: workId, aboutPlace: placeId, people } = found
  const about = workId || placeId ? await aboutOf(world.db, { classId, workId, placeId }) : null
  return {
    ...(await conversationPage(world, viewer, classId, found)),
    id: conversationId,
    className: found.className,
    title: found.title,
    people: people.map(one => ({ ...one })),
    concerned: people.some(one => one.accountId === viewer.accountId),
    overseen: isOverseen(people.map(one => ({ account: one.accountId, role: one.side }))),
    about: about?.workId || about?.placeId ? about : null,
    away: await awayOf(world, viewer, params, people),
  }
}

async function awayOf(
  world: World,
  viewer: Viewer,
  { conversationId }: InConversation,
  people: readonly LetterPage['people'][number][],
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
