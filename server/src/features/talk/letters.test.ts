import type { LiveEvent } from '@oppen/contract'
import type { AccountId, ConversationId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { TALK_RULES } from '@oppen/core/talk'
import {
  buildAccount,
  buildWork,
  follow,
  type Person,
  placeOf,
  type SmallSchool,
  smallSchool,
} from '@oppen/demo'
import { beforeEach, describe, expect, it } from 'vitest'
import { addCoTeacher } from '../classes/service.js'

let school: SmallSchool
let teacher: Person
let anna: Person
let bo: Person
let family: Person
let co: Person
const at = () => ({ classId: school.built.classId, spaceId: school.built.classId })
const RULES = { ...TALK_RULES, reactions: [...TALK_RULES.reactions] }

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher, anna, bo, family } = school)
  const account = await buildAccount(school.world, 'teacher', 'Mr Plover')
  await school.world.db.write(() => addCoTeacher(school.world, at().classId, account.accountId))
  co = await school.person().signIn('mr.plover')
  return () => school.stop()
})

/** The account of somebody whom a person can write to. */
async function to(who: Person, ...names: string[]): Promise<AccountId[]> {
  const { people } = await who.get('seeCorrespondents', at())
  return names.map(name => {
    const found = people.find(one => one.name === name)
    if (!found) throw new Error(`${name} cannot be written to`)
    return found.accountId
  })
}
const letter = (html = '<p>Good morning.</p>') => ({ title: 'The gauge', html })
const send = async (who: Person, ...names: string[]) =>
  (await who.get('writeLetter', at(), { ...letter(), to: await to(who, ...names) })).letterId
const names = async (who: Person) => (await who.get('seeCorrespondents', at())).people.map(one => one.name)
const reads = async (who: Person, conversationId: ConversationId) =>
  (await who.ask('seeLetter', { ...at(), conversationId })).status
const says = (who: Person, conversationId: ConversationId, text: string) =>
  who.get('writeMessage', { ...at(), conversationId }, { html: `<p>${text}</p>` })
const codeOf = async (asked: Promise<{ error?: { code: string }; status: number }>) => {
  const { error, status } = await asked
  return error?.code ?? status
}

describe('whom one can write to', () => {
  it('is everybody for teachers, and teachers for everybody else', async () => {
    expect(await names(teacher)).toEqual(['Mr Plover', 'Anna Reyes', 'Bo Lund', 'Mr Reyes'])
    expect(await names(anna)).toEqual(['Ms Kestrel', 'Mr Plover'])
    expect(await names(family)).toEqual(['Ms Kestrel', 'Mr Plover'])
    const mr = (await teacher.get('seeCorrespondents', at())).people.find(one => one.side === 'family')
    expect(mr?.of).toEqual(['Anna Reyes'])
  })

  it('is pupils for pupils where the teacher lets them', async () => {
    const [account] = await to(teacher, 'Bo Lund')
    const form = { ...letter(), to: [account as AccountId] }
    expect(await codeOf(anna.ask('writeLetter', at(), form))).toBe('letter_not_to')
    await teacher.get('setTalkRules', at(), { ...RULES, pupilLetters: true, pupilMedia: true })
    const letterId = await send(anna, 'Bo Lund')
    expect(await reads(bo, letterId)).toBe(200)
    // and not any more once it is off, though what was written stays
    await teacher.get('setTalkRules', at(), RULES)
    const again = { ...at(), conversationId: letterId }
    expect(await codeOf(bo.ask('writeMessage', again, { html: '<p>x</p>' }))).toBe('letters_off')
    expect((await bo.get('seeLetter', again)).closed).toMatchObject({ code: 'letters_off' })
  })

  it('is nobody outside of the class', async () => {
    const stranger = await buildAccount(school.world, 'teacher', 'Ms Dunlin')
    const form = { ...letter(), to: [stranger.accountId] }
    for (const who of [teacher, anna, family])
      expect(await codeOf(who.ask('writeLetter', at(), form))).toBe('letter_not_to')
    expect(await codeOf(teacher.ask('writeLetter', at(), { ...form, to: [] }))).toBe('letter_to_nobody')
    const dunlin = await school.person().signIn('ms.dunlin')
    expect((await dunlin.ask('seeCorrespondents', at())).status).toBe(404)
    expect((await dunlin.ask('writeLetter', at(), form)).status).toBe(404)
  })
})

describe('a letter', () => {
  it('is read and answered by those whom it is to, and is new to them until they read it', async () => {
    const letterId = await send(family, 'Ms Kestrel')
    const inList = async (who: Person) =>
      (await who.get('seeTalk', at())).letters.map(one => [one.title, one.others, one.newMessages])
    expect(await inList(teacher)).toEqual([['The gauge', ['Mr Reyes'], 1]])
    expect((await teacher.get('seeToday', {})).talk).toEqual([
      { spaceId: school.built.classId, newMessages: 1, waiting: 0 },
    ])
    const page = await teacher.get('seeLetter', { ...at(), conversationId: letterId })
    expect(page.stretch.messages).toMatchObject([{ by: 'Mr Reyes', html: '<p>Good morning.</p>' }])
    await teacher.get('markSeen', { ...at(), conversationId: letterId }, { until: Number.MAX_SAFE_INTEGER })
    await says(teacher, letterId, 'Good morning, Mr Reyes.')
    expect(await inList(teacher)).toEqual([['The gauge', ['Mr Reyes'], 0]])
    expect(await inList(family)).toEqual([['The gauge', ['Ms Kestrel'], 1]])
    for (const who of [co, anna, bo]) {
      expect(await reads(who, letterId)).toBe(404)
      expect(await inList(who)).toEqual([])
    }
  })

  it('with a pupil is read by the other teachers of the class, and is nothing new to them', async () => {
    const letterId = await send(teacher, 'Anna Reyes')
    const page = await co.get('seeLetter', { ...at(), conversationId: letterId })
    expect(page).toMatchObject({ overseen: true, concerned: false })
    expect((await co.get('seeTalk', at())).letters).toMatchObject([{ concerned: false, newMessages: 0 }])
    expect((await co.get('seeToday', {})).talk).toEqual([])
    expect((await anna.get('seeLetter', { ...at(), conversationId: letterId })).overseen).toBe(true)
    for (const who of [bo, family]) expect(await reads(who, letterId)).toBe(404)
  })

  it('is not there any more for who has left the class', async () => {
    const letterId = await send(teacher, 'Anna Reyes', 'Mr Reyes')
    expect(await reads(anna, letterId)).toBe(200)
    const { placeId } = placeOf(school.built, 'Anna Reyes')
    await teacher.get('freePlace', { ...at(), placeId })
    expect(await reads(anna, letterId)).toBe(404)
    const { people } = await teacher.get('seeLetter', { ...at(), conversationId: letterId })
    expect(people.find(one => one.name === 'Anna Reyes')?.here).toBe(false)
    expect(people.find(one => one.name === 'Ms Kestrel')?.here).toBe(true)
  })

  it('sent twice is written once, and says what it is about', async () => {
    const workId = await buildWork(school.world, school.built, { title: 'Rain log' })
    const { placeId } = placeOf(school.built, 'Anna Reyes')
    const form = { ...letter(), to: await to(anna, 'Ms Kestrel'), workId, placeId, once: 'a'.repeat(20) }
    const [one, two] = await Promise.all([
      anna.get('writeLetter', at(), form),
      anna.get('writeLetter', at(), form),
    ])
    expect(one).toEqual(two)
    expect((await anna.get('seeTalk', at())).letters).toHaveLength(1)
    const page = await teacher.get('seeLetter', { ...at(), conversationId: one.letterId })
    expect(page.about).toEqual({ workId, title: 'Rain log', placeId, name: 'Anna Reyes' })
    // neither work that is not asked of oneself nor somebody else's place is there to be named
    const forBo = await buildWork(school.world, school.built, {
      title: 'A secret',
      forWhom: 'pupils',
      placeIds: [placeOf(school.built, 'Bo Lund').placeId],
    })
    for (const who of [anna, family]) {
      const bos = { workId: forBo, placeId: placeOf(school.built, 'Bo Lund').placeId }
      const asks = { ...letter(), to: await to(who, 'Ms Kestrel'), ...bos }
      const { letterId } = await who.get('writeLetter', at(), asks)
      expect((await who.get('seeLetter', { ...at(), conversationId: letterId })).about).toBeNull()
    }
    // what is of another class is nothing to say
    const none = await anna.get('writeLetter', at(), {
      ...form,
      once: 'b'.repeat(20),
      workId: 'elsewhere' as never,
      placeId: null,
    })
    expect((await anna.get('seeLetter', { ...at(), conversationId: none.letterId })).about).toBeNull()
  })

  it('between pupils waits for the nod where that is asked; one to teachers does not', async () => {
    await teacher.get('setTalkRules', at(), { ...RULES, pupilLetters: true, pupilMedia: true, nod: true })
    const toBo = await send(anna, 'Bo Lund')
    expect((await bo.get('seeLetter', { ...at(), conversationId: toBo })).stretch.messages).toEqual([])
    const { waiting } = await co.get('seeNod', at())
    expect(waiting).toMatchObject([{ kind: 'letter', where: 'The gauge', message: { by: 'Anna Reyes' } }])
    const messageId = waiting[0]?.message.id as never
    await co.get('decideMessage', { ...at(), conversationId: toBo, messageId }, { show: true, word: '' })
    expect((await bo.get('seeToday', {})).talk).toMatchObject([{ newMessages: 1 }])
    const toTeacher = await send(anna, 'Ms Kestrel')
    const { stretch } = await teacher.get('seeLetter', { ...at(), conversationId: toTeacher })
    expect(stretch.messages).toHaveLength(1)
  })

  it('tells nobody else’s screens', async () => {
    const { live } = school.world
    const before = live.position
    const tellEach = live.tellEach.bind(live)
    const tell = live.tell.bind(live)
    const told = new Promise<ReadonlyMap<string, LiveEvent>>((resolve, reject) => {
      live.tellEach = (event, to, how) => {
        resolve(to)
        return tellEach(event, to, how)
      }
      live.tell = async event => {
        if (event.what === 'message') reject(new Error('all were told'))
        return tell(event)
      }
    })
    await send(teacher, 'Anna Reyes')
    const [annas] = await to(teacher, 'Anna Reyes')
    const { id: own } = (await teacher.get('me', {})).account
    const events = await told
    expect(new Set(events.keys())).toEqual(new Set([own, annas]))
    // what was written goes along to who reads it; who wrote it has it
    expect(events.get(annas ?? '')).toMatchObject({ message: { by: 'Ms Kestrel', mine: false } })
    expect(events.get(own)).not.toHaveProperty('message')
    // nor is who opens a screen a moment later
    const pushed: LiveEvent[] = []
    const session = {
      isConnected: true,
      push: (event: LiveEvent) => pushed.push(event),
      once: () => undefined,
    }
    const ties = { teaches: [], places: [{ ...at(), placeId: 'x' }], follows: [], left: [], circles: [] }
    const viewer = {
      accountId: 'bo',
      kind: 'pupil',
      guest: false,
      ownsSchool: false,
      ...ties,
    } as never as Viewer
    live.catchUp({ session }, viewer, before)
    expect(pushed.filter(event => event.what === 'message')).toEqual([])
  })
})

describe('a teacher who does not read letters now', () => {
  it('says so beside the field, with when they do again', async () => {
    const hours = { days: [1, 2, 3, 4, 5], from: '08:00', until: '09:00' }
    const letterId = await send(family, 'Ms Kestrel', 'Mr Plover')
    await teacher.get('setLetterHours', {}, { hours, word: 'I answer in the morning.' })
    expect((await teacher.get('seeCorrespondents', at())).own).toEqual({
      hours,
      word: 'I answer in the morning.',
    })
    const away = async (who: Person) =>
      (await who.get('seeLetter', { ...at(), conversationId: letterId })).away
    expect(await away(family)).toMatchObject([{ name: 'Ms Kestrel', word: 'I answer in the morning.' }])
    expect((await away(family))[0]?.until).toBeGreaterThan(school.clock.now())
    expect(await away(teacher)).toEqual([])
    // and before the first word of a letter
    const { people } = await family.get('seeCorrespondents', at())
    expect(people.map(one => one.away?.word ?? null)).toEqual(['I answer in the morning.', null])
    await teacher.get('setLetterHours', {}, { hours: null, word: '' })
    expect(await away(family)).toEqual([])
    expect(await codeOf(teacher.ask('setLetterHours', {}, { hours: { ...hours, days: [] }, word: '' }))).toBe(
      'hours_no_day',
    )
    expect((await family.ask('setLetterHours', {}, { hours, word: '' })).status).toBe(404)
  })
})

it('a second family of a child is somebody else', async () => {
  const letterId = await send(teacher, 'Mr Reyes')
  await follow(
    school.world,
    school.built,
    'Anna Reyes',
    await buildAccount(school.world, 'family', 'Ms Reyes'),
  )
  const other = await school.person().signIn('ms.reyes')
  expect(await reads(other, letterId)).toBe(404)
  expect(await reads(family, letterId)).toBe(200)
})
