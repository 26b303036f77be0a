import type { NoticeForm, RoomForm } from '@oppen/contract'
import type { ConversationId, MessageId } from '@oppen/core/ids'
import { EDIT_FOR, ROOM, type RoomRules } from '@oppen/core/talk'
import { buildAccount, follow, type Person, placeOf, type SmallSchool, smallSchool } from '@oppen/demo'
import { beforeEach, describe, expect, it } from 'vitest'
import { tellAppeared } from './appearing.js'

let school: SmallSchool
let teacher: Person
let anna: Person
let bo: Person
let family: Person
const at = () => ({ classId: school.built.classId, spaceId: school.built.classId })
const minutes = (count: number) => school.clock.moveTo(school.clock.now() + count * 60_000)
const placeId = (name = 'Anna Reyes') => placeOf(school.built, name).placeId

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher, anna, bo, family } = school)
  return () => school.stop()
})

const write = async (form: Partial<NoticeForm> = {}) =>
  (await teacher.get('writeNotice', at(), { html: '<p>Bring boots.</p>', ...form })).noticeId
const says = (person: Person, conversationId: ConversationId, text: string) =>
  person.get('writeMessage', { ...at(), conversationId }, { html: `<p>${text}</p>` })
const FOR_PUPILS = { pupils: true, families: false, groups: null }
const roomForm = (rules: Partial<RoomRules> = {}, form: Partial<RoomForm> = {}): RoomForm => ({
  title: 'Gauges',
  audience: FOR_PUPILS,
  rules: { ...ROOM, ...rules },
  ...form,
})
const makeRoom = async (rules?: Partial<RoomRules>, form?: Partial<RoomForm>) =>
  (await teacher.get('makeRoom', at(), roomForm(rules, form))).roomId
const room = (person: Person, conversationId: ConversationId) =>
  person.get('seeRoom', { ...at(), conversationId })
const texts = (list: readonly { html: string }[]) => list.map(one => one.html.replace(/<[^>]*>/g, ''))
const codeOf = async (asked: Promise<unknown>) => {
  const { error, status } = (await asked) as { error?: { code: string }; status: number }
  return error?.code ?? status
}

describe('a notice', () => {
  it('reaches everybody; replies of pupils reach pupils and teachers, and no family', async () => {
    const noticeId = await write({ html: '<p>Bring <strong>boots</strong>.<script>x</script></p>' })
    await says(anna, noticeId, 'Mine have a hole.')
    const [forPupil] = (await bo.get('seeTalk', at())).notices
    expect(forPupil).toMatchObject({
      by: 'Ms Kestrel',
      html: '<p>Bring <strong>boots</strong>.</p>',
      count: 1,
    })
    expect(forPupil?.replies).toMatchObject([
      { by: 'Anna Reyes', mine: false, html: '<p>Mine have a hole.</p>' },
    ])
    const [forFamily] = (await family.get('seeTalk', at())).notices
    expect(forFamily).toMatchObject({ by: 'Ms Kestrel', replies: [], count: 0, newReplies: 0 })
    expect(
      await codeOf(family.ask('writeMessage', { ...at(), conversationId: noticeId }, { html: '<p>x</p>' })),
    ).toBe('talk_families_off')
  })

  it('is new until it is looked at, and never to who wrote it', async () => {
    const noticeId = await write()
    const news = async (person: Person) => (await person.get('seeToday', {})).notices.map(one => one.isNew)
    expect([await news(anna), await news(family), await news(teacher)]).toEqual([[true], [true], [false]])
    await anna.get('markSeen', { ...at(), conversationId: noticeId }, { until: school.clock.now() })
    expect(await news(anna)).toEqual([false])
    minutes(1)
    await says(bo, noticeId, 'Which boots?')
    expect((await anna.get('seeTalk', at())).notices[0]).toMatchObject({ isNew: false, newReplies: 1 })
    expect((await bo.get('seeTalk', at())).notices[0]).toMatchObject({ newReplies: 0 })
  })

  it('for families only is not there for pupils, in Talk, on Today, by its address or in a search', async () => {
    const noticeId = await write({
      html: '<p>About the quay.</p>',
      audience: { ...FOR_PUPILS, pupils: false, families: true },
    })
    const sees = async (person: Person) => [
      (await person.get('seeTalk', at())).notices.length,
      (await person.get('seeToday', {})).notices.length,
      await codeOf(person.ask('seeNotice', { ...at(), conversationId: noticeId })),
      (await person.get('search', {}, { words: 'quay' })).found.length,
    ]
    expect(await sees(anna)).toEqual([0, 0, 'not_found', 0])
    expect(await sees(family)).toEqual([1, 1, 200, 1])
    expect(await sees(teacher)).toEqual([1, 1, 200, 1])
  })

  it('that is planned appears by itself, and is changed until then', async () => {
    const noticeId = await write({ appearsAt: '2026-10-16T08:00' })
    expect((await anna.get('seeTalk', at())).notices).toEqual([])
    expect((await teacher.get('seeTalk', at())).notices[0]).toMatchObject({ planned: true })
    const params = { ...at(), conversationId: noticeId }
    await teacher.get('changeNotice', params, { html: '<p>Bring coats.</p>', appearsAt: '2026-10-16T09:00' })
    school.clock.moveTo(Date.UTC(2026, 9, 16, 7, 30))
    expect((await anna.get('seeTalk', at())).notices).toEqual([])
    school.clock.moveTo(Date.UTC(2026, 9, 16, 8, 0))
    expect((await anna.get('seeTalk', at())).notices).toMatchObject([
      { html: '<p>Bring coats.</p>', edited: false, isNew: true, planned: false },
    ])
  })

  it('that has appeared is told to open screens once, and nothing is read until it does', async () => {
    const told: string[] = []
    const { world } = school
    const tell = world.live.tell.bind(world.live)
    world.live.tell = async event => {
      told.push(event.what)
      return tell(event)
    }
    await write({ appearsAt: '2026-10-16T08:00' })
    told.length = 0
    let since = await tellAppeared(world, school.clock.now())
    expect(told).toEqual([])
    school.clock.moveTo(Date.UTC(2026, 9, 16, 7, 0))
    since = await tellAppeared(world, since)
    await tellAppeared(world, since)
    expect(told).toEqual(['talk'])
  })

  it('asks for a choice: a family answers for each child, otherwise if it likes, and teachers count', async () => {
    await follow(school.world, school.built, 'Bo Lund', await buildAccount(school.world, 'family', 'Ms Lund'))
    const bosFamily = await school.person().signIn('ms.lund')
    const noticeId = await write({
      asks: 'choice',
      choices: ['comes', 'does not come', 'comes'],
      audience: { ...FOR_PUPILS, pupils: false, families: true },
    })
    const params = { ...at(), conversationId: noticeId, placeId: placeId() }
    await family.get('tapNotice', params, { choice: 'comes' })
    await family.get('tapNotice', params, { choice: 'does not come' })
    expect((await family.get('seeTalk', at())).notices[0]?.own).toEqual([
      { placeId: placeId(), name: 'Anna Reyes', choice: 'does not come' },
    ])
    expect(await codeOf(family.ask('tapNotice', params, { choice: 'perhaps' }))).toBe('choice_unknown')
    expect(await codeOf(bosFamily.ask('tapNotice', params, { choice: 'comes' }))).toBe('not_found')
    expect(await codeOf(anna.ask('tapNotice', params, { choice: 'comes' }))).toBe('not_found')
    const seen = await teacher.get('seeSeen', { ...at(), conversationId: noticeId })
    expect(seen.taps).toMatchObject([
      { name: 'Anna Reyes', side: 'family', choice: 'does not come', by: 'Mr Reyes' },
    ])
    expect(seen.notTapped).toEqual(['Bo Lund'])
    expect((await teacher.get('seeTalk', at())).notices[0]).toMatchObject({
      choices: ['comes', 'does not come'],
      taps: [{ choice: 'does not come', count: 1 }],
    })
    expect((await family.get('seeTalk', at())).notices[0]).toMatchObject({ taps: [], seen: null })
  })

  it('says who has seen it and who has not', async () => {
    const noticeId = await write()
    await anna.get('markSeen', { ...at(), conversationId: noticeId }, { until: school.clock.now() })
    const seen = await teacher.get('seeSeen', { ...at(), conversationId: noticeId })
    expect(seen.seen.map(one => one.name)).toEqual(['Anna Reyes'])
    expect(seen.notSeen.map(one => `${one.name} of ${one.of}`)).toEqual([
      'Bo Lund of Bo Lund',
      'Mr Reyes of Anna Reyes',
    ])
    expect((await teacher.get('seeTalk', at())).notices[0]?.seen).toEqual({ count: 1, of: 3 })
  })

  it('is pinned above newer ones, taken away for all, and brought back', async () => {
    const pinned = await write({ pinned: true })
    minutes(1)
    const newer = await write({ html: '<p>newer</p>' })
    const order = async () => (await anna.get('seeTalk', at())).notices.map(one => one.id)
    expect(await order()).toEqual([pinned, newer])
    await teacher.get('removeConversation', { ...at(), conversationId: pinned })
    expect(await order()).toEqual([newer])
    expect(await codeOf(teacher.ask('removeConversation', { ...at(), conversationId: pinned }))).toBe(
      'not_found',
    )
    await teacher.get('restoreConversation', { ...at(), conversationId: pinned })
    expect(await order()).toEqual([pinned, newer])
  })

  it('that says nothing, says too much, asks nobody or leaves no choice is refused by name', async () => {
    const refused = (form: Partial<NoticeForm>) =>
      codeOf(teacher.ask('writeNotice', at(), { html: '<p>x</p>', ...form }))
    expect(await refused({ html: '<p> </p>' })).toBe('text_empty')
    expect(await refused({ html: `<p>${'x'.repeat(100_000)}</p>` })).toBe('text_long')
    expect(await refused({ audience: { pupils: false, families: false, groups: null } })).toBe(
      'audience_nobody',
    )
    expect(await refused({ audience: { ...FOR_PUPILS, groups: ['0000000000000000' as never] } })).toBe(
      'audience_nobody',
    )
    expect(await refused({ asks: 'choice', choices: ['yes', ' yes '] })).toBe('choices_few')
    expect(await refused({ appearsAt: 'tomorrow' })).toBe('time_unreadable')
    expect((await anna.get('seeTalk', at())).notices).toEqual([])
  })
})

describe('a room', () => {
  it('is a conversation in which one message answers another, each new once to everybody else', async () => {
    const roomId = await makeRoom()
    const { messageId } = await says(anna, roomId, '12 mm')
    minutes(1)
    await bo.get(
      'writeMessage',
      { ...at(), conversationId: roomId },
      { html: '<p>9 here</p>', answers: messageId },
    )
    const page = await room(teacher, roomId)
    expect(page.stretch.messages).toMatchObject([
      { by: 'Anna Reyes', html: '<p>12 mm</p>', answers: null },
      { by: 'Bo Lund', answers: { id: messageId, by: 'Anna Reyes', begins: '12 mm' } },
    ])
    const count = async (person: Person) => (await person.get('seeTalk', at())).rooms[0]?.newMessages
    expect([await count(teacher), await count(anna), await count(bo)]).toEqual([2, 1, 1])
    await teacher.get(
      'markSeen',
      { ...at(), conversationId: roomId },
      { until: page.stretch.messages[0]?.at ?? 0 },
    )
    expect(await count(teacher)).toBe(1)
    // a position never goes back, and never beyond what there is
    await teacher.get('markSeen', { ...at(), conversationId: roomId }, { until: 9e15 })
    await teacher.get('markSeen', { ...at(), conversationId: roomId }, { until: 0 })
    expect(await count(teacher)).toBe(0)
    await says(anna, roomId, 'more')
    expect(await count(teacher)).toBe(1)
  })

  it('that is quiet is read and says why; teachers write there all the same', async () => {
    const roomId = await makeRoom({ quiet: true, quietWhy: 'We read today.' })
    expect(await room(anna, roomId)).toMatchObject({
      state: { is: 'quiet', why: 'teacher', word: 'We read today.' },
      closed: { code: 'room_quiet', params: { word: 'We read today.' } },
    })
    expect(
      await codeOf(anna.ask('writeMessage', { ...at(), conversationId: roomId }, { html: '<p>x</p>' })),
    ).toBe('room_quiet')
    await says(teacher, roomId, 'a word')
    await teacher.get('changeRoom', { ...at(), conversationId: roomId }, roomForm())
    await says(anna, roomId, 'open again')
    expect(texts((await room(bo, roomId)).stretch.messages)).toEqual(['a word', 'open again'])
  })

  it('of another group, or for pupils where one is family, is not there', async () => {
    await teacher.get('addGroup', at(), { name: 'Wren' })
    const groupId = (await teacher.get('seeTalk', at())).groups.at(-1)?.id ?? ('' as never)
    const roomId = await makeRoom({}, { audience: { ...FOR_PUPILS, groups: [groupId] } })
    for (const person of [anna, family]) {
      expect((await person.get('seeTalk', at())).rooms).toEqual([])
      expect(await codeOf(person.ask('seeRoom', { ...at(), conversationId: roomId }))).toBe('not_found')
      expect(
        await codeOf(person.ask('writeMessage', { ...at(), conversationId: roomId }, { html: '<p>x</p>' })),
      ).toBe('not_found')
      expect(await codeOf(person.ask('seeBefore', { ...at(), conversationId: roomId, number: '9' }))).toBe(
        'not_found',
      )
      expect(await codeOf(person.ask('markSeen', { ...at(), conversationId: roomId }, { until: 1 }))).toBe(
        'not_found',
      )
    }
  })

  it('is read in stretches, from where one was last, without a gap or a message twice', async () => {
    const roomId = await makeRoom()
    await school.world.db.write(() =>
      school.world.db.run(
        `with recursive n (i) as (select 1 union all select i + 1 from n where i < 300)
         insert into messages (id, conversation_id, by_account, side, html, written_at, shown_at, state)
         select printf('m%015d', i), $roomId, t.account_id, 'teacher', '<p>' || i || '</p>', i, i, 'shown'
         from n, teachers t where t.class_id = $classId`,
        { roomId, ...at() },
      ),
    )
    await school.world.db.write(() =>
      school.world.db.run('update conversations set last_shown_at = 300 where id = $roomId', { roomId }),
    )
    await anna.get('markSeen', { ...at(), conversationId: roomId }, { until: 150 })
    const page = await room(anna, roomId)
    const numbers = (list: { html: string }[]) => texts(list).map(Number)
    expect(numbers(page.stretch.messages)).toEqual(Array.from({ length: 40 }, (_, n) => n + 136))
    expect(page.stretch).toMatchObject({ before: true, after: true })
    const seen = new Set(numbers(page.stretch.messages))
    for (let first = 136; first > 1; ) {
      const { messages, before } = await anna.get('seeBefore', {
        ...at(),
        conversationId: roomId,
        number: `${first}`,
      })
      for (const one of numbers(messages)) expect(seen.has(one), `${one}`).toBe(false)
      for (const one of numbers(messages)) seen.add(one)
      first = numbers(messages)[0] ?? 0
      expect(before).toBe(first > 1)
    }
    for (let last = 175; last < 300; ) {
      const { messages } = await anna.get('seeAfter', { ...at(), conversationId: roomId, number: `${last}` })
      for (const one of numbers(messages)) seen.add(one)
      last = numbers(messages).at(-1) ?? 300
    }
    expect([...seen].sort((a, b) => a - b)).toEqual(Array.from({ length: 300 }, (_, n) => n + 1))
  })

  it('begins conversations by teachers alone where it is set so', async () => {
    const roomId = await makeRoom({ begin: false })
    const { messageId } = await says(teacher, roomId, 'What do you see?')
    const params = { ...at(), conversationId: roomId }
    expect(await codeOf(anna.ask('writeMessage', params, { html: '<p>x</p>' }))).toBe('room_answers_only')
    await anna.get('writeMessage', params, { html: '<p>a snail</p>', answers: messageId })
    const foreign = '0000000000000000' as MessageId
    expect(await codeOf(anna.ask('writeMessage', params, { html: '<p>x</p>', answers: foreign }))).toBe(
      'not_found',
    )
  })
})

describe('a message', () => {
  it('that is sent twice, or ten times at once, is written once; other words are another message', async () => {
    const roomId = await makeRoom()
    const params = { ...at(), conversationId: roomId }
    const send = (once: string, html = '<p>12 mm</p>') => anna.get('writeMessage', params, { html, once })
    const sent = await Promise.all(Array.from({ length: 10 }, () => send('sent-by-one-press')))
    expect(new Set(sent.map(one => one.messageId)).size).toBe(1)
    await send('sent-by-another-press')
    // a name is the sender's own: nobody gets an answer, or keeps somebody from writing, by guessing it
    await bo.get('writeMessage', params, { html: '<p>9 mm</p>', once: 'sent-by-one-press' })
    expect(texts((await room(bo, roomId)).stretch.messages)).toEqual(['12 mm', '12 mm', '9 mm'])
    const form = { html: '<p>Bring boots.</p>', once: 'posted-by-one-press' }
    const posted = await Promise.all([1, 2, 3].map(() => teacher.get('writeNotice', at(), form)))
    expect(new Set(posted.map(one => one.noticeId)).size).toBe(1)
    expect((await anna.get('seeTalk', at())).notices).toHaveLength(1)
  })

  it('that somebody does not see is not there for what they could do with it either', async () => {
    const noticeId = await write()
    const { messageId } = await says(anna, noticeId, 'My boots have a hole.')
    const params = { ...at(), conversationId: noticeId, messageId }
    expect(await codeOf(family.ask('reportMessage', params, { word: '' }))).toBe('not_found')
    expect(await codeOf(family.ask('react', params, { reaction: 'agree', on: true }))).toBe('not_found')
    expect(await codeOf(family.ask('removeMessage', params))).toBe('not_found')
  })

  it('is reported with what was pasted, without the character that would end an SQL literal', async () => {
    const roomId = await makeRoom()
    const { messageId } = await says(anna, roomId, 'gross')
    const params = { ...at(), conversationId: roomId, messageId }
    for (const word of ['\0', 'not \0kind'])
      expect((await bo.ask('reportMessage', params, { word })).status).toBe(200)
    expect((await bo.ask('search', {}, { words: 'gr\0oss' })).status).toBeLessThan(500)
    const { stretch } = await room(teacher, roomId)
    expect(JSON.stringify(stretch)).toContain('"not kind"')
  })

  it('is changed for a while, marked, and removed by its writer; teachers still read what it said', async () => {
    const roomId = await makeRoom()
    const { messageId } = await says(anna, roomId, 'gross')
    const params = { ...at(), conversationId: roomId, messageId }
    expect(await codeOf(bo.ask('changeMessage', params, { html: '<p>x</p>' }))).toBe('words_not_own')
    await anna.get('changeMessage', params, { html: '<p>great</p>' })
    expect((await room(bo, roomId)).stretch.messages).toMatchObject([{ html: '<p>great</p>', edited: true }])
    school.clock.moveTo(school.clock.now() + EDIT_FOR)
    expect(await codeOf(anna.ask('changeMessage', params, { html: '<p>x</p>' }))).toBe('message_old')
    expect(await codeOf(bo.ask('removeMessage', params))).toBe('words_not_own')
    await anna.get('removeMessage', params)
    expect((await room(bo, roomId)).stretch.messages).toMatchObject([{ html: '', removedBy: 'Anna Reyes' }])
    expect((await room(teacher, roomId)).stretch.messages).toMatchObject([{ html: '<p>great</p>' }])
    expect(await codeOf(anna.ask('removeMessage', params))).toBe('message_removed')
    expect((await bo.get('search', {}, { words: 'great' })).found).toEqual([])
    await says(anna, roomId, 'hailstones')
    expect((await bo.get('search', {}, { words: 'hailstones' })).found).toMatchObject([
      { kind: 'post', roomId },
    ])
    expect((await bo.get('search', {}, { words: 'gauges' })).found).toMatchObject([{ kind: 'post', roomId }])
    expect((await family.get('search', {}, { words: 'hailstones' })).found).toEqual([])
  })

  it('has what readers say with one press, each once, and only what the class has', async () => {
    const roomId = await makeRoom()
    const { messageId } = await says(anna, roomId, '12 mm')
    const params = { ...at(), conversationId: roomId, messageId }
    for (const person of [bo, bo, teacher]) await person.get('react', params, { reaction: 'agree', on: true })
    const reactions = async () => (await room(bo, roomId)).stretch.messages[0]?.reactions
    expect(await reactions()).toEqual([{ reaction: 'agree', count: 2, mine: true }])
    await bo.get('react', params, { reaction: 'agree', on: false })
    expect(await reactions()).toEqual([{ reaction: 'agree', count: 1, mine: false }])
    const rules = {
      pupilsWrite: true,
      familiesWrite: false,
      nod: false,
      pupilLetters: false,
      pupilMedia: true,
      pupilsEdit: true,
      reactions: ['thanks' as const],
    }
    await teacher.get('setTalkRules', at(), rules)
    expect(await codeOf(bo.ask('react', params, { reaction: 'agree', on: true }))).toBe('reaction_off')
  })

  it('is reported to the teachers, who see who did and why, and settle it', async () => {
    const roomId = await makeRoom()
    const { messageId } = await says(bo, roomId, 'so are you')
    const params = { ...at(), conversationId: roomId, messageId }
    await anna.get('reportMessage', params, { word: 'That hurts.' })
    await anna.get('reportMessage', params, { word: 'That hurts.' })
    expect(await codeOf(bo.ask('reportMessage', params, { word: '' }))).toBe('not_found')
    expect((await teacher.get('seeNod', at())).reported).toMatchObject([
      { message: { by: 'Bo Lund', reports: [{ by: 'Anna Reyes', word: 'That hurts.' }] } },
    ])
    expect((await room(bo, roomId)).stretch.messages[0]?.reports).toEqual([])
    expect((await teacher.get('seeTalk', at())).reported).toBe(1)
    expect((await anna.get('seeTalk', at())).reported).toBe(0)
    await teacher.get('settleReports', params)
    expect((await teacher.get('seeNod', at())).reported).toEqual([])
  })
})

describe('the nod', () => {
  it('lets what waits through in the order of the nods, new to all from then on', async () => {
    const roomId = await makeRoom({ nod: true })
    const { messageId, state } = await says(anna, roomId, 'first')
    expect(state).toBe('waits')
    minutes(1)
    const second = await says(bo, roomId, 'second')
    expect(texts((await room(bo, roomId)).stretch.messages)).toEqual([])
    expect(texts((await room(bo, roomId)).unshown)).toEqual(['second'])
    expect((await teacher.get('seeTalk', at())).waiting).toBe(2)
    const decide = (id: MessageId, show: boolean, word = '') =>
      teacher.ask('decideMessage', { ...at(), conversationId: roomId, messageId: id }, { show, word })
    minutes(1)
    await decide(second.messageId, true)
    await bo.get('markSeen', { ...at(), conversationId: roomId }, { until: 9e15 })
    await decide(messageId, true)
    expect(texts((await room(anna, roomId)).stretch.messages)).toEqual(['second', 'first'])
    expect((await bo.get('seeTalk', at())).rooms[0]?.newMessages).toBe(1)
    expect(await codeOf(decide(messageId, false))).toBe('nod_decided')
  })

  it('sends back with a word; put right, the message waits once more', async () => {
    const roomId = await makeRoom({ nod: true })
    const { messageId } = await says(anna, roomId, 'who made rain')
    const params = { ...at(), conversationId: roomId, messageId }
    await teacher.get('decideMessage', params, { show: false, word: 'Can it be measured?' })
    expect((await room(anna, roomId)).unshown).toMatchObject([
      { state: 'sentBack', word: 'Can it be measured?' },
    ])
    expect((await room(bo, roomId)).unshown).toEqual([])
    expect(await codeOf(bo.ask('changeMessage', params, { html: '<p>x</p>' }))).toBe('not_found')
    // a teacher is done with it
    expect((await room(teacher, roomId)).unshown).toEqual([])
    await anna.get('changeMessage', params, { html: '<p>how much rain</p>' })
    expect((await teacher.get('seeNod', at())).waiting).toMatchObject([
      { message: { html: '<p>how much rain</p>' } },
    ])
  })

  it('holds for one pupil, or for a whole class, wherever they write', async () => {
    const noticeId = await write()
    await teacher.get('setNod', { ...at(), placeId: placeId('Bo Lund') }, { on: true })
    expect((await says(bo, noticeId, 'x')).state).toBe('waits')
    expect((await says(anna, noticeId, 'y')).state).toBe('shown')
    const rules = {
      pupilsWrite: true,
      familiesWrite: false,
      nod: true,
      pupilLetters: false,
      pupilMedia: true,
      pupilsEdit: true,
      reactions: [],
    }
    await teacher.get('setTalkRules', at(), rules)
    expect((await says(anna, noticeId, 'z')).state).toBe('waits')
    await teacher.get('setTalkRules', at(), { ...rules, pupilsWrite: false })
    expect(
      await codeOf(anna.ask('writeMessage', { ...at(), conversationId: noticeId }, { html: '<p>x</p>' })),
    ).toBe('talk_off')
  })
})
