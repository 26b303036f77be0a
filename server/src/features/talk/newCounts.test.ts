import type { ConversationId, GroupId, MessageId, PlaceId, WorkId } from '@oppen/core/ids'
import { ROOM } from '@oppen/core/talk'
import { buildWork, type Person, placeOf, Seeded, type TwoGroups, twoGroups } from '@oppen/demo'
import { expect, it } from 'vitest'

const NAMES = ['teacher', 'anna', 'bo', 'family'] as const
type Name = (typeof NAMES)[number]
const SIDE = { teacher: 'teacher', anna: 'pupil', bo: 'pupil', family: 'family' } as const
const GROUP = { anna: 'Heron', bo: 'Wren', family: 'Heron' } as const
const REACTIONS = ['agree' as const]

type Conversation = {
  readonly id: ConversationId
  readonly kind: 'notice' | 'room' | 'thread' | 'sideNote' | 'letter'
  /** Of a letter; of a side note the pupil. */
  readonly people?: readonly Name[]
  pupils: boolean
  families: boolean
  groups: readonly ('Heron' | 'Wren')[] | null
  readonly appearsAt: number
  readonly planned: boolean
  nod: boolean
  removed: boolean
}
type Said = {
  readonly id: MessageId
  readonly of: Conversation
  readonly by: Name
  state: 'shown' | 'waits' | 'sentBack'
  removed: boolean
  /** In front of whom it has been since it was shown. */
  readonly seenBy: Set<Name>
}

/** What has happened, as a list of who has had which message before them: no moments, no positions. */
class Model {
  readonly conversations: Conversation[] = []
  readonly said: Said[] = []
  readonly nodFor = new Set<Name>()

  reads(name: Name, one: Conversation, now: number): boolean {
    if (one.removed) return false
    if (one.kind === 'letter')
      return (
        one.people?.includes(name) || (name === 'teacher' && !!one.people?.some(of => SIDE[of] === 'pupil'))
      )
    if (name === 'teacher') return true
    if (one.kind === 'thread') return SIDE[name] === 'pupil'
    if (one.kind === 'sideNote') return !!one.people?.includes(name)
    const asked = SIDE[name] === 'pupil' ? one.pupils : one.families
    return (
      asked &&
      (one.appearsAt <= now || !one.planned) &&
      (one.groups === null || one.groups.includes(GROUP[name]))
    )
  }

  hears(name: Name, { of, by }: Said): boolean {
    if (of.kind !== 'notice' || name === 'teacher' || SIDE[by] === SIDE[name]) return true
    return by === 'teacher'
  }

  /** How much is new, on the page of Talk or beside work. */
  news(name: Name, now: number, where: 'talk' | 'beside'): number {
    return this.said.filter(
      one =>
        ['thread', 'sideNote'].includes(one.of.kind) === (where === 'beside') &&
        // what a teacher can read without being in it is nothing new
        (one.of.kind !== 'letter' || one.of.people?.includes(name)) &&
        one.by !== name &&
        one.state === 'shown' &&
        !one.removed &&
        !one.seenBy.has(name) &&
        this.reads(name, one.of, now) &&
        (one.id === (one.of.id as string) || this.hears(name, one)),
    ).length
  }
}

type Play = {
  readonly school: TwoGroups
  readonly model: Model
  readonly random: Seeded
  /** A piece of work for everybody, beside which something is said. */
  readonly workId: WorkId
}

const people = (school: TwoGroups): Record<Name, Person> => school

/** One thing that somebody does, in the school and in the model. */
async function step(play: Play): Promise<void> {
  const { school, model, random } = play
  const { classId, groups } = school.built
  const at = { classId, spaceId: classId }
  const who = people(school)
  const now = school.clock.now()
  const some = () => ({
    pupils: random.next() < 0.8,
    families: random.next() < 0.5,
    groups: random.pick([null, ['Heron'] as const, ['Wren'] as const]),
  })
  const sent = (one: Pick<Conversation, 'pupils' | 'families' | 'groups'>) => ({
    pupils: one.pupils,
    families: one.families,
    groups: one.groups?.map(name => groups[name] as GroupId) ?? null,
  })
  const told = (of: Conversation, id: MessageId, by: Name, state: Said['state'] = 'shown') =>
    model.said.push({ id, of, by, state, removed: false, seenBy: new Set() })
  const conversation = model.conversations.length ? random.pick(model.conversations) : undefined
  const name = random.pick(NAMES)
  switch (random.whole(0, 14)) {
    case 0: {
      const pupils = random.next() < 0.7
      const audience = { ...some(), pupils, ...(!pupils && { families: true }) }
      const later = random.next() < 0.3
      const appearsAt = later ? now + 3_600_000 : now
      const local = new Date(appearsAt + 3_600_000).toISOString().slice(0, 16)
      const form = { html: '<p>x</p>', audience: sent(audience), appearsAt: later ? local : null }
      const { noticeId } = await who.teacher.get('writeNotice', at, form)
      const row = await school.world.db.row<{ at: number }>(
        'select appears_at as at from conversations where id = $noticeId',
        { noticeId },
      )
      const made: Conversation = {
        id: noticeId,
        kind: 'notice',
        ...audience,
        appearsAt: row?.at ?? 0,
        planned: later,
        nod: false,
        removed: false,
      }
      model.conversations.push(made)
      told(made, noticeId as string as MessageId, 'teacher')
      return
    }
    case 1: {
      const audience = { ...some(), pupils: true }
      const nod = random.next() < 0.4
      const form = { title: 'Room', audience: sent(audience), rules: { ...ROOM, nod } }
      const { roomId } = await who.teacher.get('makeRoom', at, form)
      model.conversations.push({
        id: roomId,
        kind: 'room',
        ...audience,
        appearsAt: 0,
        planned: false,
        nod,
        removed: false,
      })
      return
    }
    case 2: {
      if (conversation?.kind !== 'room' || conversation.removed) return
      Object.assign(conversation, { ...some(), pupils: true, nod: random.next() < 0.4 })
      await who.teacher.get(
        'changeRoom',
        { ...at, conversationId: conversation.id },
        { title: 'Room', audience: sent(conversation), rules: { ...ROOM, nod: conversation.nod } },
      )
      return
    }
    case 3: {
      if (!conversation || !['notice', 'room'].includes(conversation.kind)) return
      const params = { ...at, conversationId: conversation.id }
      await who.teacher.get(conversation.removed ? 'restoreConversation' : 'removeConversation', params)
      conversation.removed = !conversation.removed
      return
    }
    case 4: {
      const waiting = model.said.filter(one => one.state === 'waits' && !one.removed && !one.of.removed)
      if (!waiting.length) return
      const one = random.pick(waiting)
      const show = random.next() < 0.7
      const params = { ...at, conversationId: one.of.id, messageId: one.id }
      await who.teacher.get('decideMessage', params, { show, word: '' })
      one.state = show ? 'shown' : 'sentBack'
      return
    }
    case 5: {
      const open = model.said.filter(
        one => !one.removed && model.reads(one.by, one.of, now) && one.id !== (one.of.id as string),
      )
      if (!open.length) return
      const one = random.pick(open)
      await who[one.by].get('removeMessage', { ...at, conversationId: one.of.id, messageId: one.id })
      one.removed = true
      return
    }
    case 6: {
      const pupil = random.pick(['anna', 'bo'] as const)
      const on = random.next() < 0.5
      const placeId: PlaceId = placeOf(school.built, pupil === 'anna' ? 'Anna Reyes' : 'Bo Lund').placeId
      await who.teacher.get('setNod', { ...at, placeId }, { on })
      if (on) model.nodFor.add(pupil)
      else model.nodFor.delete(pupil)
      return
    }
    case 7: {
      // a clock that runs, jumps, and is set back
      school.clock.moveTo(now + random.pick([1, 60_000, 3_600_000, -1_800_000]))
      return
    }
    case 8: {
      if (!conversation) return
      const params = { ...at, conversationId: conversation.id }
      const { status } = await who[name].ask('markSeen', params, { until: Number.MAX_SAFE_INTEGER })
      expect(status === 200).toBe(model.reads(name, conversation, now))
      if (status !== 200) return
      for (const one of model.said) if (one.of === conversation && one.state === 'shown') one.seenBy.add(name)
      return
    }
    case 9: {
      const [by, other] = random.pick([
        ['teacher', 'anna'],
        ['anna', 'teacher'],
        ['anna', 'bo'],
        ['family', 'teacher'],
        ['teacher', 'family'],
      ] as const)
      const { id } = (await who[other].get('me', {})).account
      const form = { title: 'Letter', to: [id], html: '<p>dear</p>' }
      const { letterId } = await who[by].get('writeLetter', at, form)
      const row = await school.world.db.row<{ id: MessageId; state: Said['state'] }>(
        'select id, state from messages where conversation_id = $letterId',
        { letterId },
      )
      if (!row) throw new Error('no message')
      const waits = by === 'anna' && other === 'bo' && model.nodFor.has('anna')
      expect(row.state).toBe(waits ? 'waits' : 'shown')
      const made: Conversation = {
        ...{ id: letterId, kind: 'letter', people: [by, other], pupils: false, families: false },
        ...{ groups: null, appearsAt: 0, planned: false, nod: false, removed: false },
      }
      model.conversations.push(made)
      told(made, row.id, by, row.state)
      return
    }
    case 10:
    case 11: {
      const beside = random.pick(['thread', 'sideNote'] as const)
      const address = { ...at, workId: play.workId, placeId: placeOf(school.built, 'Anna Reyes').placeId }
      const by = random.pick(['teacher', 'anna'] as const)
      const route = beside === 'thread' ? 'writeInThread' : 'writeNote'
      const said = await who[by].get(route, address, { html: '<p>beside</p>' })
      const known = model.conversations.find(one => one.id === said.conversationId)
      const made: Conversation = known ?? {
        ...{ id: said.conversationId, kind: beside, people: ['anna'], pupils: true, families: false },
        ...{ groups: null, appearsAt: 0, planned: false, nod: false, removed: false },
      }
      if (!known) model.conversations.push(made)
      const waits = by === 'anna' && beside === 'thread' && model.nodFor.has('anna')
      expect(said.state).toBe(waits ? 'waits' : 'shown')
      told(made, said.messageId, by, said.state)
      return
    }
    default: {
      if (!conversation) return
      const { status, reply } = await who[name].ask(
        'writeMessage',
        { ...at, conversationId: conversation.id },
        { html: '<p>word</p>' },
      )
      expect(status === 200).toBe(model.reads(name, conversation, now))
      if (!reply) return
      const toTeachers =
        conversation.kind === 'sideNote' ||
        (conversation.kind === 'letter' &&
          conversation.people?.filter(of => SIDE[of] === 'pupil').length !== 2)
      const waits = SIDE[name] === 'pupil' && !toTeachers && (conversation.nod || model.nodFor.has(name))
      expect(reply.state).toBe(waits ? 'waits' : 'shown')
      told(conversation, reply.messageId, name, reply.state)
    }
  }
}

it.each([1, 2, 3, 4])(
  'counts what a fresh reader would find new, whatever happened in whatever order (%s)',
  async seed => {
    const school = await twoGroups()
    const workId = await buildWork(school.world, school.built, { title: 'Rain log' })
    const play = { school, model: new Model(), random: new Seeded(seed), workId }
    const { classId } = school.built
    const rules = {
      pupilsWrite: true,
      familiesWrite: true,
      nod: false,
      pupilLetters: true,
      pupilMedia: true,
      pupilsEdit: true,
      reactions: REACTIONS,
    }
    await school.teacher.get('setTalkRules', { spaceId: classId }, rules)
    for (let n = 0; n < 110; n++) {
      await step(play)
      if (n % 3) continue
      for (const name of NAMES) {
        const person = people(school)[name]
        const expected = play.model.news(name, school.clock.now(), 'talk')
        const page = await person.get('seeToday', {})
        const today = page.talk.find(one => one.spaceId === classId)
        const lines = [...page.teaching.flatMap(one => one.works), ...page.submissions]
        const notes = lines.reduce((sum, one) => sum + one.newNotes, 0)
        expect(notes, `${name} beside work after ${n}`).toBe(
          play.model.news(name, school.clock.now(), 'beside'),
        )
        expect(today?.newMessages ?? 0, `${name} after ${n}`).toBe(expected)
        const talk = await person.get('seeTalk', { spaceId: classId })
        const inRooms = talk.rooms.reduce((sum, room) => sum + room.newMessages, 0)
        const inNotices = talk.notices.reduce((sum, one) => sum + one.newReplies + Number(one.isNew), 0)
        const inLetters = talk.letters.reduce((sum, one) => sum + one.newMessages, 0)
        expect(inRooms + inNotices + inLetters, `${name} in Talk after ${n}`).toBe(expected)
        // the feed tells each message once, as one thing
        const { items } = await person.get('seeNews', {})
        const told = items.filter(item => 'conversationId' in item).reduce((sum, one) => sum + one.fresh, 0)
        expect(told, `${name} in the feed after ${n}`).toBe(expected + notes)
      }
    }
    await school.stop()
  },
)
