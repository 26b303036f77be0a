import type { NewsPage } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import { type MailTime, NEWS_CHOICES, type NewsChoices, type NewsKind } from '@oppen/core/news'
import { ROOM } from '@oppen/core/talk'
import { instantsIn } from '@oppen/core/zone'
import { buildWork, type Person, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import { beforeEach, describe, expect, it } from 'vitest'
import { listen } from '../../testing/listen.js'
import { giveAddress, sentMails } from '../../testing/mailbox.js'
import { sendMails } from './sending.js'

const MINUTE = 60_000
let school: SmallSchool
let teacher: Person
let anna: Person
let bo: Person
let family: Person
const at = () => ({ classId: school.built.classId, spaceId: school.built.classId })
const submission = (workId: WorkId) => submissionOf(school.built, workId, 'Anna Reyes')
const to = (local: string) => school.clock.moveTo(instantsIn(school.world.school.zone)(local))
const later = (minutes: number) => school.clock.moveTo(school.clock.now() + minutes * MINUTE)

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher, anna, bo, family } = school)
  to('2026-10-14T10:00')
  return () => school.stop()
})

const post = (title: string, due: string) =>
  buildWork(school.world, school.built, { title, due, points: '10' })

async function handIn(workId: WorkId): Promise<void> {
  const { version } = await anna.get('saveDraft', submission(workId), { html: '<p>done</p>', base: 0 })
  await anna.get('handIn', submission(workId), { version })
}

const handBack = (workId: WorkId) =>
  teacher.get('handBack', submission(workId), { number: 1, mark: '8,5', feedback: 'Well seen' })

const audience = { pupils: true, families: false, groups: null }
async function openRoom(): Promise<string> {
  await teacher.get('makeRoom', at(), { title: 'Pond', audience, rules: ROOM })
  const { rooms } = await teacher.get('seeTalk', at())
  return rooms[0]?.id ?? ''
}
const write = (who: Person, conversationId: string, html: string, answers: string | null = null) =>
  who.get(
    'writeMessage',
    { ...at(), conversationId: conversationId as never },
    {
      html,
      answers: answers as never,
    },
  )

const lines = ({ items }: NewsPage) => items.map(item => `${item.kind} ${item.fresh}`)
const news = (who: Person) => who.get('seeNews', {})

describe('what is new', () => {
  it('is work, what came back, notices and what is said, to each their own', async () => {
    const workId = await post('Rain log', '2026-10-20T17:00')
    later(1)
    await teacher.get('writeNotice', at(), { html: '<p>Bring <b>boots</b>.</p>' })
    expect(lines(await news(anna))).toEqual(['notice 1', 'posted 1'])
    expect(lines(await news(family))).toEqual(['notice 1', 'posted 1'])
    expect(lines(await news(teacher))).toEqual([])
    expect((await news(anna)).items[0]).toMatchObject({ by: 'Ms Kestrel', text: 'Bring boots.' })
    later(1)
    await handIn(workId)
    expect((await news(teacher)).waiting).toMatchObject([
      { what: 'marking', count: 1, work: { title: 'Rain log' } },
    ])
    later(1)
    await handBack(workId)
    expect((await news(teacher)).waiting).toEqual([])
    expect((await news(anna)).items[0]).toMatchObject({ kind: 'handedBack', mark: 850, fresh: 1 })
    // looking at it is reading it
    await anna.get('markRead', {}, { what: `submission:${workId}:${submission(workId).placeId}` })
    expect(lines(await news(anna))).toEqual(['handedBack 0', 'notice 1', 'posted 0'])
    // a family sees what the child has begun with as something that it knows of
    expect(lines(await news(family))).toEqual(['handedBack 1', 'notice 1', 'posted 0'])
    // of another child nothing
    expect(lines(await news(bo))).toEqual(['notice 1', 'posted 1'])
  })

  it('is once what it is most: answered, and only said', async () => {
    const room = await openRoom()
    const { messageId } = await write(anna, room, '<p>How deep is it?</p>')
    expect(lines(await news(bo))).toEqual(['said 1'])
    later(1)
    await write(bo, room, '<p>Deep.</p>', messageId)
    await write(bo, room, '<p>Very.</p>')
    expect(lines(await news(anna))).toEqual(['answered 2'])
    expect((await news(anna)).fresh).toBe(2)
    // who wrote last has nothing new of it, and what was before was read by writing nothing
    expect(lines(await news(bo))).toEqual(['said 1'])
  })

  it('of a side note and a letter is to whoever they are with', async () => {
    const workId = await post('Rain log', '2026-10-20T17:00')
    await anna.get('writeNote', submission(workId), { html: '<p>Which week?</p>' })
    expect((await news(teacher)).items).toMatchObject([
      { kind: 'answered', conversationKind: 'sideNote', title: 'Rain log', place: { name: 'Anna Reyes' } },
    ])
    expect(lines(await news(bo))).toEqual(['posted 1'])
    expect((await news(family)).items.map(item => item.kind)).toEqual(['posted'])
  })

  it('is read all at once, until what was there', async () => {
    const workId = await post('Rain log', '2026-10-20T17:00')
    await handIn(workId)
    await handBack(workId)
    const room = await openRoom()
    await write(bo, room, '<p>Frogs!</p>')
    const { until, fresh } = await news(anna)
    expect(fresh).toBe(2)
    later(1)
    await write(bo, room, '<p>Newts!</p>')
    await anna.get('readAllNews', {}, { until })
    expect((await news(anna)).fresh).toBe(1)
    // the room and the day say the same
    expect((await anna.get('seeTalk', at())).rooms[0]?.newMessages).toBe(1)
    expect((await anna.get('seeToday', {})).submissions).toEqual([])
    await anna.get('readAllNews', {}, { until: Number.MAX_SAFE_INTEGER })
    expect((await news(anna)).fresh).toBe(0)
  })

  it('of a class that is hidden, archived or left is none', async () => {
    await post('Rain log', '2026-10-20T17:00')
    await anna.get('hideClass', at(), { hidden: true })
    expect(await news(anna)).toMatchObject({ items: [], fresh: 0, spaces: [] })
  })
})

const choose = (who: Person, mail: MailTime, kinds: readonly NewsKind[], more: Partial<NewsChoices> = {}) =>
  who.get(
    'setNewsChoices',
    {},
    {
      ...NEWS_CHOICES,
      kinds: {
        ...NEWS_CHOICES.kinds,
        ...Object.fromEntries(kinds.map(kind => [kind, { inOppen: true, mail, push: false }])),
      },
      ...more,
    },
  )

const addressed = (userName: string) => giveAddress(school, userName)
const sent = () => sentMails(school)

describe('by mail', () => {
  beforeEach(() => addressed('anna.reyes'))

  it('at once comes what is wanted, once, in the words of its reader, and nothing that was read', async () => {
    await post('Before', '2026-10-20T17:00')
    await choose(anna, 'atOnce', ['posted', 'handedBack'])
    later(1)
    await post('Rain log', '2026-10-20T17:00')
    await teacher.get('writeNotice', at(), { html: '<p>Not wanted by mail</p>' })
    later(1)
    expect(await sendMails(school.world)).toBe(1)
    expect(await sendMails(school.world)).toBe(0)
    const [mail] = await sent()
    expect(mail?.subject).toBe('New work: Rain log, due Tuesday 20 October, 17:00')
    expect(mail?.text).toMatch(/^Tides\n {2}- New work: Rain log/)
    expect(mail?.text).not.toContain('Before')
    expect(mail?.messageId).toMatch(/^<news\.atOnce\.\d+\.\d+\.\w+@[\w.-]+>$/)
    // the next one some minutes later, with what came meanwhile and was not read
    await anna.get('chooseLanguage', {}, { language: 'pt' })
    const two = await post('Tide table', '2026-10-21T17:00')
    await post('Wind rose', '2026-10-22T17:00')
    await anna.get('markRead', {}, { what: `submission:${two}:${submission(two).placeId}` })
    later(5)
    expect(await sendMails(school.world)).toBe(0)
    later(6)
    expect(await sendMails(school.world)).toBe(1)
    expect((await sent()).at(-1)?.subject).toMatch(/^Trabalho novo: Wind rose/)
  })

  it('waits while it is quiet, and comes when that is over', async () => {
    await choose(anna, 'atOnce', ['posted'])
    to('2026-10-14T20:30')
    await post('Rain log', '2026-10-20T17:00')
    later(30)
    expect(await sendMails(school.world)).toBe(0)
    to('2026-10-15T06:59')
    expect(await sendMails(school.world)).toBe(0)
    to('2026-10-15T07:01')
    expect(await sendMails(school.world)).toBe(1)
  })

  it('of a day comes once a day, and not where nothing is new', async () => {
    await choose(anna, 'daily', ['posted'])
    later(1)
    await post('Rain log', '2026-10-20T17:00')
    await post('Tide table', '2026-10-20T17:00')
    to('2026-10-14T16:59')
    expect(await sendMails(school.world)).toBe(0)
    to('2026-10-14T17:01')
    expect(await sendMails(school.world)).toBe(1)
    expect((await sent())[0]?.subject).toBe('2 things are new')
    await post('Wind rose', '2026-10-21T17:00')
    later(5)
    expect(await sendMails(school.world)).toBe(0)
    to('2026-10-15T17:01')
    expect(await sendMails(school.world)).toBe(1)
    to('2026-10-16T17:01')
    expect(await sendMails(school.world)).toBe(0)
  })

  it('is not told on another way once that is chosen, nor to who has no address', async () => {
    await choose(anna, 'daily', ['posted'])
    await choose(bo, 'atOnce', ['posted'])
    later(1)
    await post('Rain log', '2026-10-20T17:00')
    later(1)
    await choose(anna, 'atOnce', ['posted'])
    later(1)
    expect(await sendMails(school.world)).toBe(0)
  })

  it('is sent again where it could not be, and is not where it was read meanwhile', async () => {
    await choose(anna, 'atOnce', ['posted'])
    later(1)
    const workId = await post('Rain log', '2026-10-20T17:00')
    later(1)
    const { mailTransport } = school.world
    school.world.mailTransport = { ...mailTransport, send: () => Promise.reject(new Error('no mail server')) }
    expect(await sendMails(school.world)).toBe(0)
    school.world.mailTransport = mailTransport
    await anna.get('markRead', {}, { what: `submission:${workId}:${submission(workId).placeId}` })
    later(1)
    expect(await sendMails(school.world)).toBe(0)
    expect(await sent()).toEqual([])
  })
})

describe('in words', () => {
  it('tells a family of whom it is, and a teacher what was replied to a notice', async () => {
    for (const name of ['mr.reyes', 'ms.kestrel']) await addressed(name)
    await choose(family, 'atOnce', ['posted', 'handedBack', 'notice'])
    await choose(teacher, 'atOnce', ['answered', 'waiting'])
    later(1)
    const workId = await post('Rain log', '2026-10-20T17:00')
    const { noticeId } = await teacher.get('writeNotice', at(), { html: '<p>Bring boots.</p>' })
    await write(anna, noticeId, '<p>Which?</p>')
    await handIn(workId)
    await handBack(workId)
    later(1)
    expect(await sendMails(school.world)).toBe(2)
    const texts = (await sent()).map(one => one.text ?? '')
    const of = (words: string) => texts.find(text => text.includes(words)) ?? ''
    expect(of('Handed back')).toContain('- Handed back: Rain log, 8.5 of 10 points (Anna Reyes)')
    expect(of('Handed back')).toContain('- Notice by Ms Kestrel: Bring boots.')
    expect(of('replied')).toContain('- Anna Reyes replied to your notice: Which?')
  })

  it('tells a mark as its word where the class shows no points', async () => {
    await addressed('mr.reyes')
    await choose(family, 'atOnce', ['handedBack'])
    const { rules } = await teacher.get('seeMarkBook', at())
    const scale = [{ label: 'Grown', from: 0 }]
    await teacher.get('setMarkRules', at(), { ...rules, scale, wordsOnly: true })
    later(1)
    const workId = await post('Rain log', '2026-10-20T17:00')
    await handIn(workId)
    await handBack(workId)
    later(1)
    await sendMails(school.world)
    const [mail] = await sent()
    expect(mail?.text).toContain('- Handed back: Rain log, Grown (Anna Reyes)')
    expect((await family.get('seeNews', {})).spaces).toMatchObject([{ markWords: scale }])
  })
})

describe('reminders', () => {
  beforeEach(() => addressed('anna.reyes'))

  it('come before it is due, one mail a day for all of it, never for what is in', async () => {
    await post('Rain log', '2026-10-16T17:00')
    await post('Tide table', '2026-10-16T18:00')
    const done = await post('Wind rose', '2026-10-16T17:30')
    await choose(anna, 'daily', ['dueSoon'], { reminders: ['dayBefore', 'hourBefore'] })
    await sendMails(school.world)
    to('2026-10-15T16:59')
    await handIn(done)
    expect(await sendMails(school.world)).toBe(0)
    expect((await news(anna)).dueSoon).toEqual([])
    to('2026-10-15T17:01')
    expect(await sendMails(school.world)).toBe(1)
    expect((await news(anna)).dueSoon).toMatchObject([{ title: 'Rain log' }])
    const [mail] = await sent()
    // what comes to be reminded of an hour later stands in it as well
    expect(mail?.subject).toBe('Due soon: Rain log and Tide table')
    expect(mail?.text).not.toContain('Wind rose')
    to('2026-10-15T18:01')
    expect(await sendMails(school.world)).toBe(0)
    expect((await news(anna)).dueSoon).toHaveLength(2)
    // an hour before, on the next day
    to('2026-10-16T16:01')
    expect(await sendMails(school.world)).toBe(1)
    to('2026-10-16T17:01')
    expect(await sendMails(school.world)).toBe(0)
    expect(await sent()).toHaveLength(2)
  })
})

describe('choices', () => {
  it('begin with all in Oppen and nothing by mail, and are kept', async () => {
    const { choices, kinds, device } = await anna.get('seeNewsChoices', {})
    expect(choices).toEqual(NEWS_CHOICES)
    expect(kinds).toContain('posted')
    expect((await teacher.get('seeNewsChoices', {})).kinds).not.toContain('posted')
    expect(device).toEqual({ on: false, key: null })
    await choose(anna, 'weekly', ['said'], { quiet: null, reminders: ['morning', 'morning'] })
    const { choices: kept } = await anna.get('seeNewsChoices', {})
    expect(kept).toMatchObject({ quiet: null, reminders: ['morning'] })
    expect(kept.kinds.said.mail).toBe('weekly')
  })

  it('are refused where quiet hours are none', async () => {
    const bad = (quiet: { from: string; until: string }) =>
      anna.ask('setNewsChoices', {}, { ...NEWS_CHOICES, quiet })
    expect(await bad({ from: '20:00', until: '20:00' })).toMatchObject({
      status: 422,
      error: { code: 'quiet_all_day' },
    })
    expect(await bad({ from: 'night', until: '7' })).toMatchObject({ error: { code: 'quiet_unreadable' } })
  })

  it('of a kind that is off in Oppen leave it out there alone', async () => {
    await post('Rain log', '2026-10-20T17:00')
    await anna.get(
      'setNewsChoices',
      {},
      {
        ...NEWS_CHOICES,
        kinds: { ...NEWS_CHOICES.kinds, posted: { inOppen: false, mail: 'daily', push: false } },
      },
    )
    expect(await news(anna)).toMatchObject({ items: [], fresh: 0 })
  })
})

describe('on a device', () => {
  it('is shown by the stand-in to the person who allowed it, as long as they are signed in there', async () => {
    await anna.get('addPushDevice', {}, { subscription: null })
    expect((await anna.get('seeNewsChoices', {})).device).toEqual({ on: true, key: null })
    // another device of hers, on which that was not allowed
    const [here, there] = await Promise.all([
      listen(anna),
      listen(await school.person().signIn('anna.reyes')),
    ])
    const shown = ({ heard }: typeof here) =>
      heard.flatMap(event => (event.what === 'push' ? [`${event.title} ${event.path}`] : []))
    await sendMails(school.world)
    later(1)
    await teacher.get('writeNotice', at(), { html: '<p>Bring boots.</p>' })
    later(1)
    expect(await sendMails(school.world)).toBe(1)
    expect(await sendMails(school.world)).toBe(0)
    await expect.poll(() => shown(here)).toEqual(['Notice by Ms Kestrel: Bring boots. /new'])
    expect(shown(there)).toEqual([])
    await anna.get('signOut', {})
    later(1)
    await teacher.get('writeNotice', at(), { html: '<p>Bring hats.</p>' })
    later(1)
    expect(await sendMails(school.world)).toBe(0)
    expect(shown(here)).toHaveLength(1)
    expect(shown(there)).toEqual([])
  })

  it('takes no address of a push service where there is none, nor one that leads back here', async () => {
    const keys = { p256dh: 'A'.repeat(87), auth: 'B'.repeat(22) }
    const endpoint = 'https://push.service.example/abc'
    expect(await anna.ask('addPushDevice', {}, { subscription: { endpoint, keys } })).toMatchObject({
      status: 404,
    })
    expect(
      await anna.ask('addPushDevice', {}, { subscription: { endpoint: 'http://here', keys } }),
    ).toMatchObject({ status: 422 })
    await anna.get('removePushDevice', {})
    expect((await anna.get('seeNewsChoices', {})).device?.on).toBe(false)
  })
})

describe('a clock that is set back', () => {
  it('keeps nobody from being told what is new from then on', async () => {
    await addressed('anna.reyes')
    await choose(anna, 'atOnce', ['posted'])
    later(60)
    await post('Rain log', '2026-10-20T17:00')
    later(1)
    expect(await sendMails(school.world)).toBe(1)
    to('2026-10-14T09:00')
    expect(await sendMails(school.world)).toBe(0)
    later(15)
    await post('Tide table', '2026-10-20T17:00')
    later(1)
    expect(await sendMails(school.world)).toBe(1)
    expect((await sent()).map(one => one.subject)).toContainEqual(expect.stringContaining('Tide table'))
  })
})

describe('a lively room', () => {
  it('is told of though something is said there all the time, each message once', async () => {
    await addressed('anna.reyes')
    const room = await openRoom()
    await choose(anna, 'atOnce', ['said'])
    later(1)
    await write(bo, room, '<p>One</p>')
    later(1)
    // said in the moment in which it is looked
    await write(bo, room, '<p>Two</p>')
    expect(await sendMails(school.world)).toBe(1)
    later(11)
    await write(bo, room, '<p>Three</p>')
    expect(await sendMails(school.world)).toBe(1)
    later(11)
    expect(await sendMails(school.world)).toBe(1)
    later(11)
    expect(await sendMails(school.world)).toBe(0)
    expect((await sent()).map(one => one.subject)).toEqual(
      ['One', 'Two', 'Three'].map(text => `Bo Lund in Pond: ${text}`),
    )
  })
})

describe('letters', () => {
  it('are told of once by mail: by their copy, where somebody wants copies', async () => {
    await addressed('anna.reyes')
    await choose(anna, 'atOnce', ['answered'])
    const { id } = (await anna.get('me', {})).account
    const write = (title: string) =>
      teacher.get('writeLetter', at(), { title, to: [id], html: '<p>Dear Anna</p>' })
    later(1)
    await write('One')
    later(1)
    expect(await sendMails(school.world)).toBe(1)
    expect((await sent())[0]?.subject).toBe('Ms Kestrel wrote to you, One: Dear Anna')
    await anna.get('setMailChoices', {}, { digest: false, letters: true })
    later(30)
    await write('Two')
    later(1)
    expect(await sendMails(school.world)).toBe(1)
    expect((await sent()).at(-1)?.subject).toBe('Two')
  })
})
