import type { CircleId, ConversationId } from '@oppen/core/ids'
import { ROOM, TALK_RULES } from '@oppen/core/talk'
import { buildAccount, type Person, type SmallSchool, smallSchool } from '@oppen/demo'
import { beforeEach, describe, expect, it } from 'vitest'
import { migrator } from '../../db/migrate.js'
import { circlesTalk } from '../../db/migrations/2026-12-05-circles-talk.js'
import { classSettings } from '../../db/migrations/2026-12-12-class-settings.js'
import { listen } from '../../testing/listen.js'

let school: SmallSchool
/** Ms Kestrel runs the circle; Anna, Bo and Anna's family are in it. */
let teacher: Person
let anna: Person
let bo: Person
let family: Person
let circleId: CircleId
const at = () => ({ spaceId: circleId })

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher, anna, bo, family } = school)
  circleId = await circleOf(teacher, anna, bo, family)
  return () => school.stop()
})

/** A circle that somebody runs, with others in it. */
async function circleOf(administrator: Person, ...members: Person[]): Promise<CircleId> {
  const made = await administrator.get('makeCircle', {}, { name: 'Garden club' })
  const code = (await administrator.get('seeCircle', made)).code ?? ''
  for (const member of members) await member.get('joinCircle', {}, { code })
  return made.circleId
}

/** A teacher of the school who is neither in the class nor in the circle. */
const dunlin = async () => {
  await buildAccount(school.world, 'teacher', 'Ms Dunlin')
  return school.person().signIn('ms.dunlin')
}
const idOf = async (person: Person) => (await person.get('me', {})).account.id
const firstRoom = async () => (await teacher.get('seeTalk', at())).rooms[0]?.id as ConversationId
const says = (person: Person, conversationId: ConversationId, text: string) =>
  person.ask('writeMessage', { ...at(), conversationId }, { html: `<p>${text}</p>` })
const codeOf = async (asked: Promise<unknown>) => {
  const { error, status } = (await asked) as { error?: { code: string }; status: number }
  return error?.code ?? status
}
const newIn = async (person: Person) =>
  (await person.get('seeToday', {})).talk.find(one => one.spaceId === circleId)

describe('the room with which a circle begins', () => {
  it('is read and written in by all of its members, new to each until they read it, and theirs alone', async () => {
    const room = await firstRoom()
    expect(await codeOf(says(family, room, 'I bring compost.'))).toBe(200)
    const page = await anna.get('seeRoom', { ...at(), conversationId: room })
    expect(page).toMatchObject({
      title: 'Garden club',
      spaceName: 'Garden club',
      role: 'pupil',
      closed: null,
    })
    expect(page.stretch.messages).toMatchObject([
      { by: 'Mr Reyes', side: 'pupil', html: '<p>I bring compost.</p>' },
    ])
    expect(await newIn(anna)).toMatchObject({ newMessages: 1 })
    await anna.get('markSeen', { ...at(), conversationId: room }, { until: Number.MAX_SAFE_INTEGER })
    expect(await newIn(anna)).toBeUndefined()
    expect(await newIn(teacher)).toMatchObject({ newMessages: 1 })
    expect(await newIn(family)).toBeUndefined()
    const outsider = await dunlin()
    expect(await codeOf(outsider.ask('seeTalk', at()))).toBe('not_found')
    expect(await codeOf(outsider.ask('seeRoom', { ...at(), conversationId: room }))).toBe('not_found')
    // nor is it a room of the class, under whose address it is not
    const wrong = { spaceId: school.built.classId, conversationId: room }
    expect(await codeOf(teacher.ask('seeRoom', wrong))).toBe('not_found')
    expect(await codeOf(anna.ask('writeMessage', wrong, { html: '<p>x</p>' }))).toBe('not_found')
  })

  it('tells open screens of its people what is said, and nobody else', async () => {
    const [of, outside] = await Promise.all([listen(bo), listen(await dunlin())])
    await says(anna, await firstRoom(), 'Who has the string?')
    await expect
      .poll(() => of.heard.filter(one => one.what === 'message').map(one => one.message?.html))
      .toEqual(['<p>Who has the string?</p>'])
    expect(outside.heard.filter(one => one.what === 'message')).toEqual([])
    await Promise.all([of.stop(), outside.stop()])
  })

  it('is out of reach of who has left, whose words stay with their name', async () => {
    const room = await firstRoom()
    await says(bo, room, 'I dig.')
    await teacher.get('removeMember', { circleId, accountId: await idOf(bo) })
    expect(await codeOf(bo.ask('seeRoom', { ...at(), conversationId: room }))).toBe('not_found')
    expect(await codeOf(says(bo, room, 'x'))).toBe('not_found')
    const { stretch } = await anna.get('seeRoom', { ...at(), conversationId: room })
    expect(stretch.messages).toMatchObject([{ by: 'Bo Lund', html: '<p>I dig.</p>' }])
    expect((await bo.get('seeNews', {})).items.filter(one => one.spaceId === circleId)).toEqual([])
  })
})

describe('a notice in a circle', () => {
  it('is written by administrators, for all members whatever else is sent, and answered by each once', async () => {
    const form = {
      html: '<p>Who comes?</p>',
      audience: { pupils: false, families: true, groups: [] },
      asks: 'choice' as const,
      choices: ['I come', 'I cannot'],
    }
    expect(await codeOf(family.ask('writeNotice', at(), form))).toBe('not_found')
    const { noticeId: conversationId } = await teacher.get('writeNotice', at(), form)
    for (const person of [anna, family]) {
      const { notices } = await person.get('seeTalk', at())
      expect(notices).toMatchObject([{ isNew: true, own: [{ placeId: null, choice: null }] }])
    }
    const answer = { circleId, conversationId }
    expect(await codeOf(anna.ask('tapAsMember', answer, { choice: 'perhaps' }))).toBe('choice_unknown')
    await anna.get('tapAsMember', answer, { choice: 'I cannot' })
    await anna.get('tapAsMember', answer, { choice: 'I come' })
    await family.get('tapAsMember', answer, { choice: 'I come' })
    // who runs it is asked for nothing
    expect(await codeOf(teacher.ask('tapAsMember', answer, { choice: 'I come' }))).toBe('not_found')
    const [notice] = (await teacher.get('seeTalk', at())).notices
    expect(notice?.taps).toEqual([{ choice: 'I come', count: 2 }])
    expect((await anna.get('seeTalk', at())).notices[0]?.own[0]?.choice).toBe('I come')
    const seen = await teacher.get('seeSeen', { ...at(), conversationId })
    expect(seen.taps.map(one => one.name)).toEqual(['Anna Reyes', 'Mr Reyes'])
    expect(seen.notTapped).toEqual(['Bo Lund'])
    expect([...seen.seen, ...seen.notSeen].map(one => one.name).sort()).toEqual([
      'Anna Reyes',
      'Bo Lund',
      'Mr Reyes',
    ])
  })

  it('leads to no work, and can be planned as elsewhere', async () => {
    const links = [{ workId: null, week: '2026-10-12' }]
    expect(await codeOf(teacher.ask('writeNotice', at(), { html: '<p>x</p>', links }))).toBe('not_found')
    await teacher.get('writeNotice', at(), { html: '<p>Later.</p>', appearsAt: '2026-12-24T10:00' })
    expect((await anna.get('seeTalk', at())).notices).toEqual([])
    expect((await teacher.get('seeTalk', at())).notices).toMatchObject([{ planned: true }])
  })

  it('is in the feed of its members, with the name of the circle', async () => {
    await teacher.get('writeNotice', at(), { html: '<p>Bring boots.</p>' })
    const news = await family.get('seeNews', {})
    expect(news.items).toContainEqual(
      expect.objectContaining({ kind: 'notice', spaceId: circleId, text: 'Bring boots.', fresh: 1 }),
    )
    expect(news.spaces).toContainEqual({ id: circleId, name: 'Garden club', markWords: [] })
    expect((await teacher.get('seeNews', {})).items.filter(one => one.kind === 'notice')).toEqual([])
  })
})

describe('the switches of a circle', () => {
  it('are its own: its administrators set them, and its class keeps to others', async () => {
    const room = await firstRoom()
    const rules = { ...TALK_RULES, reactions: [...TALK_RULES.reactions], pupilsWrite: false }
    expect(await codeOf(family.ask('setTalkRules', at(), rules))).toBe('not_found')
    await teacher.get('setTalkRules', at(), rules)
    expect(await codeOf(says(family, room, 'x'))).toBe('talk_off')
    expect(await codeOf(says(teacher, room, 'I still write.'))).toBe(200)
    const inClass = await teacher.get('seeTalk', { spaceId: school.built.classId })
    expect(inClass.rules.pupilsWrite).toBe(true)
  })

  it('let administrators look at what members write first, and tell what they did to no class', async () => {
    const room = await firstRoom()
    await teacher.get('setTalkRules', at(), { ...TALK_RULES, reactions: [], nod: true })
    await says(family, room, 'I wait.')
    const { waiting } = await teacher.get('seeNod', at())
    expect(waiting).toMatchObject([{ message: { by: 'Mr Reyes', html: '<p>I wait.</p>' } }])
    expect(await newIn(teacher)).toMatchObject({ newMessages: 0, waiting: 1 })
    expect((await teacher.get('seeNews', {})).waiting).toContainEqual(
      expect.objectContaining({ what: 'nod', spaceId: circleId, spaceName: 'Garden club', count: 1 }),
    )
    expect(await codeOf(anna.ask('seeNod', at()))).toBe('not_found')
    const message = { ...at(), conversationId: room, messageId: waiting[0]?.message.id ?? ('' as never) }
    await teacher.get('decideMessage', message, { show: true, word: '' })
    expect((await anna.get('seeRoom', message)).stretch.messages).toMatchObject([{ by: 'Mr Reyes' }])
    await teacher.get('removeMessage', message)
    const log = await teacher.get('seeCircleAuditLog', { circleId })
    expect(log.lines.map(one => one.kind)).toEqual([
      'message_removed',
      'message_let_through',
      'talk_rules_changed',
    ])
    const ofClass = await teacher.get('seeAuditLog', { classId: school.built.classId })
    expect(ofClass.lines.filter(one => log.lines.some(line => line.id === one.id))).toEqual([])
  })
})

describe('letters in a circle', () => {
  const letter = async (to: Person[]) => ({
    title: 'The far bed',
    to: await Promise.all(to.map(idOf)),
    html: '<p>It is poor.</p>',
  })

  it('are written to who runs it, and to members where that is allowed', async () => {
    expect(await codeOf(family.ask('writeLetter', at(), await letter([teacher])))).toBe(200)
    expect(await codeOf(family.ask('writeLetter', at(), await letter([anna])))).toBe('letter_not_to')
    const { people } = await family.get('seeCorrespondents', at())
    expect(people.map(one => one.name)).toEqual(['Ms Kestrel'])
    await teacher.get('setTalkRules', at(), { ...TALK_RULES, reactions: [], pupilLetters: true })
    expect(await codeOf(family.ask('writeLetter', at(), await letter([anna])))).toBe(200)
    // a teacher who runs the circle looks after what is written with pupils
    expect((await teacher.get('seeTalk', at())).letters.map(one => one.concerned)).toEqual([true, false])
    expect((await bo.get('seeTalk', at())).letters).toEqual([])
  })

  it('with pupils need a teacher among those who run it, from the first to the last', async () => {
    const theirs = await circleOf(family, anna)
    const params = { spaceId: theirs }
    expect(await codeOf(family.ask('writeLetter', params, await letter([anna])))).toBe('letter_unattended')
    expect((await family.get('seeCorrespondents', params)).people).toEqual([])
    const code = (await family.get('seeCircle', { circleId: theirs })).code ?? ''
    await teacher.get('joinCircle', {}, { code })
    await family.get('makeAdministrator', { circleId: theirs, accountId: await idOf(teacher) })
    const { letterId } = await family.get('writeLetter', params, await letter([anna]))
    const inLetter = { ...params, conversationId: letterId }
    expect((await anna.get('seeLetter', inLetter)).overseen).toBe(true)
    expect(await codeOf(teacher.ask('seeLetter', inLetter))).toBe(200)
    await teacher.get('leaveCircle', { circleId: theirs })
    expect(await codeOf(anna.ask('writeMessage', inLetter, { html: '<p>x</p>' }))).toBe('letter_unattended')
    expect((await anna.get('seeLetter', inLetter)).closed).toMatchObject({ code: 'letter_unattended' })
  })

  it('between grown-ups are read by nobody else, and stay theirs when one of them comes to run it', async () => {
    const colleague = await dunlin()
    const code = (await teacher.get('seeCircle', { circleId })).code ?? ''
    await colleague.get('joinCircle', {}, { code })
    const { letterId } = await family.get('writeLetter', at(), await letter([teacher]))
    const inLetter = { ...at(), conversationId: letterId }
    for (const accountId of [await idOf(colleague), await idOf(family)])
      await teacher.get('makeAdministrator', { circleId, accountId })
    expect(await codeOf(colleague.ask('seeLetter', inLetter))).toBe('not_found')
    expect(
      (await family.get('seeLetter', inLetter)).people.map(one => [one.name, one.side, one.here]),
    ).toEqual([
      ['Mr Reyes', 'teacher', true],
      ['Ms Kestrel', 'teacher', true],
    ])
    expect(await codeOf(family.ask('writeMessage', inLetter, { html: '<p>And another.</p>' }))).toBe(200)
  })
})

it('a circle that goes leaves nothing of its talk', async () => {
  await says(anna, await firstRoom(), 'The last one.')
  await teacher.get('setTalkRules', at(), { ...TALK_RULES, reactions: [] })
  await school.world.db.write(() =>
    school.world.db.run('delete from circles where id = $circleId', { circleId }),
  )
  const left = await school.world.db.row(
    `select (select count(*) from conversations where space_id = $circleId) as conversations,
       (select count(*) from talk_rules where space_id = $circleId) as rules,
       (select count(*) from messages m left join conversations v on v.id = m.conversation_id where v.id is null) as messages`,
    { circleId },
  )
  expect(left).toEqual({ conversations: 0, rules: 0, messages: 0 })
})

it('what was posted in circles before stands in their rooms, where it was read and where it was not', async () => {
  const { db } = school.world
  const room = await firstRoom()
  await says(anna, room, 'before &amp; now')
  await teacher.get('makeRoom', at(), {
    title: 'Second',
    audience: { pupils: true, families: true, groups: null },
    rules: ROOM,
  })
  await bo.get('markSeen', { ...at(), conversationId: room }, { until: Number.MAX_SAFE_INTEGER })
  const inClass = await teacher.get(
    'writeNotice',
    { spaceId: school.built.classId },
    { html: '<p>stays</p>' },
  )
  const steps = migrator(db, [circlesTalk, classSettings])
  await steps.down({ to: 0 })
  const posts = await db.rows<{ html: string }>('select html from circle_posts')
  expect(posts).toEqual([{ html: '<p>before &amp; now</p>' }])
  await steps.up()
  const page = await teacher.get('seeTalk', at())
  expect(page.rooms).toMatchObject([{ title: 'Garden club', newMessages: 1 }])
  expect((await bo.get('seeTalk', at())).rooms).toMatchObject([{ newMessages: 0 }])
  const conversationId = page.rooms[0]?.id as ConversationId
  expect((await family.get('seeRoom', { ...at(), conversationId })).stretch.messages).toMatchObject([
    { by: 'Anna Reyes', html: '<p>before &amp; now</p>' },
  ])
  const kept = { spaceId: school.built.classId, conversationId: inClass.noticeId }
  expect((await anna.get('seeNotice', kept)).html).toBe('<p>stays</p>')
})
