import {
  buildAccount,
  buildClass,
  buildWork,
  DEMO_SECRET,
  Person,
  smallSchool,
  submissionOf,
  type TestServer,
  testServer,
} from '@oppen/demo'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { ALLOWED } from './rateLimit.js'

let school: TestServer
beforeEach(async () => {
  school = await testServer()
  await buildAccount(school.world, 'teacher', 'Ms Kestrel')
})
afterEach(() => school.stop())

const signIn = (person: Person, secret: string, userName = 'ms.kestrel') =>
  person.ask('signIn', {}, { userName, secret })
const statuses = (answers: readonly { status: number }[]) => answers.map(one => one.status)
const count = (list: readonly number[], status: number) => list.filter(one => one === status).length

describe('wrong secrets', () => {
  it('sent at once are evaluated no more often than those sent one after the other', async () => {
    const answers = await Promise.all(
      Array.from({ length: 150 }, (_, n) => signIn(school.person(), `wrong ${n}`)),
    )
    expect(count(statuses(answers), 403)).toBe(ALLOWED.secretsForOneName)
    expect(count(statuses(answers), 429)).toBe(150 - ALLOWED.secretsForOneName)
  })

  it('count for the name as it is read: spaces, case, marks and fields that nobody reads make no new one', async () => {
    const names = [
      'ms.kestrel',
      ' ms.kestrel',
      'ms.kestrel  ',
      'MS.KESTREL',
      'ms.kestrel\u200b',
      '\u0000ms.kestrel',
      '\tms.kestrel\n',
    ]
    const answers = []
    for (let n = 0; n < 21; n++) {
      const response = await school.person().fetch('/api/sign-in', {
        method: 'POST',
        body: JSON.stringify({
          userName: names[n % names.length],
          secret: 'x',
          placeId: `p${n}`,
          name: `n${n}`,
        }),
        headers: { 'content-type': 'application/json' },
      })
      answers.push({ status: response.status })
    }
    expect(count(statuses(answers), 403)).toBe(ALLOWED.secretsForOneName)
  })

  it('without a name hold up nobody', async () => {
    for (let n = 0; n < 30; n++) expect((await signIn(school.person(), 'x', ' ')).status).toBe(403)
    expect((await signIn(school.person(), DEMO_SECRET)).status).toBe(200)
  })

  it('of strangers do not hold up the right person on a device on which they signed in before', async () => {
    const own = school.person()
    expect((await signIn(own, DEMO_SECRET)).status).toBe(200)
    for (let n = 0; n < ALLOWED.secretsForOneName; n++) await signIn(school.person(), 'wrong')
    expect((await signIn(school.person(), DEMO_SECRET)).status).toBe(429)
    expect((await signIn(own, DEMO_SECRET)).status).toBe(200)
    // on that device wrong ones are counted by themselves, and it knows nobody else's name
    await buildAccount(school.world, 'teacher', 'Mr Plover')
    for (let n = 0; n < ALLOWED.secretsForOneName; n++) await signIn(own, 'wrong')
    expect((await signIn(own, DEMO_SECRET)).status).toBe(429)
    for (let n = 0; n < ALLOWED.secretsForOneName; n++) await signIn(school.person(), 'wrong', 'mr.plover')
    expect((await signIn(own, DEMO_SECRET, 'mr.plover')).status).toBe(429)
  })

  it('are not forgotten by a made-up mark of a known device', async () => {
    for (const cookie of [
      'oppen_known=abc',
      `oppen_known=${'a'.repeat(16)}.${'b'.repeat(16)}.${'c'.repeat(43)}`,
    ]) {
      const forged = school.person()
      for (let n = 0; n < ALLOWED.secretsForOneName + 1; n++) {
        forged.cookie = cookie
        await signIn(forged, 'wrong')
      }
      forged.cookie = cookie
      expect((await signIn(forged, DEMO_SECRET)).status).toBe(429)
    }
  })

  it('that were right count for nothing, and a refused one frees nobody', async () => {
    for (let n = 0; n < 3 * ALLOWED.secretsForOneName; n++)
      expect((await signIn(school.person(), DEMO_SECRET)).status).toBe(200)
  })
})

it('a restart frees nobody', async () => {
  for (let n = 0; n < ALLOWED.secretsForOneName; n++) await signIn(school.person(), 'wrong')
  const kept = async () =>
    (await school.world.db.row<{ n: number }>("select count(*) as n from attempts where book = 'secrets'"))?.n
  await expect.poll(kept).toBe(2 * ALLOWED.secretsForOneName)
  const again = await testServer({ folder: await copyOf(school) })
  expect((await signIn(new Person(again.address), DEMO_SECRET)).status).toBe(429)
  again.clock.moveTo(again.clock.now() + ALLOWED.window)
  expect((await signIn(new Person(again.address), DEMO_SECRET)).status).toBe(200)
  await again.stop()
})

async function copyOf({ folder }: TestServer): Promise<string> {
  const { cp, mkdtemp, rm } = await import('node:fs/promises')
  const { join } = await import('node:path')
  const { tmpdir } = await import('node:os')
  const copy = await mkdtemp(join(tmpdir(), 'oppen-copy-'))
  await cp(folder, copy, { recursive: true })
  for (const name of ['lock.sqlite', 'lock.txt']) await rm(join(copy, name), { force: true })
  return copy
}

it('a right key opens, however many wrong ones came from the same address', async () => {
  const teacher = await school.person().signIn('ms.kestrel')
  const owner = { accountId: (await teacher.get('me', {})).account.id } as never
  const built = await buildClass(school.world, {
    name: 'Tides',
    yearLabel: '',
    teacher: owner,
    groups: { All: ['Anna Reyes'] },
  })
  const place = (await teacher.get('seeRegister', { classId: built.classId })).places[0]
  const key = place?.keys.find(one => one.kind === 'home')?.key ?? ''
  const stranger = school.person()
  const wrong = 'HHHHHHHHHHHHHHHH'
  let stopped = 0
  for (let n = 0; n < ALLOWED.keysFromOneAddress + 20; n++) {
    const { status, error } = await stranger.ask('showKey', {}, { key: wrong })
    // what the check symbol refuses is no attempt at all
    if (error?.code === 'code_check') break
    if (status === 429) stopped += 1
  }
  expect(stopped === 0 || stopped === 20).toBe(true)
  expect((await stranger.ask('showKey', {}, { key })).reply).toMatchObject({ childName: 'Anna Reyes' })
})

it('letters that a stranger has sent are few, for a name and from an address', async () => {
  await school.world.db.write(() => school.world.db.run("update accounts set email = 'k@school.example'"))
  const ask = (userName: string) => school.person().ask('forgot', {}, { userName })
  const first = await Promise.all(Array.from({ length: 20 }, () => ask('ms.kestrel')))
  expect(count(statuses(first), 200)).toBe(ALLOWED.lettersForOneName)
  // whether there is such a name makes no difference
  const none = await Promise.all(Array.from({ length: 20 }, () => ask('nobody.here')))
  expect(count(statuses(none), 200)).toBe(ALLOWED.lettersForOneName)
  const more = await Promise.all(Array.from({ length: 40 }, (_, n) => ask(`name.${n}`)))
  expect(count(statuses(more), 200)).toBe(ALLOWED.lettersFromOneAddress - 2 * ALLOWED.lettersForOneName)
  const letters = async () => (await school.world.db.rows('select id from mails')).length
  await expect.poll(letters).toBe(ALLOWED.lettersForOneName)
})

it('whoever signs in again and again has no more attempts of codes for it', async () => {
  const person = school.person()
  for (let n = 0; n < 4; n++) {
    await signIn(person, DEMO_SECRET)
    await person.get('signOut', {})
    expect((await person.ask('lookUpCode', {}, { code: '0000000' })).error?.code).toBe('code_unknown')
  }
  const rows = () => school.world.db.rows<{ n: number }>('select count(*) as n from attempts group by key')
  await expect.poll(rows).toEqual([{ n: 4 }])
})

it('a code is no secret: guessing it together with a name draws on the codes too', async () => {
  const world = school.world
  await world.db.write(() => world.db.run('delete from attempts'))
  const person = school.person()
  const codes = []
  for (let n = 0; n < 5; n++)
    codes.push(await person.ask('enterAsSelf', {}, { code: '0000000', userName: `a.b${n}`, secret: 'x' }))
  expect(codes[0]?.error?.code).toBe('code_unknown')
  const rows = async () =>
    (await world.db.rows<{ book: string }>('select distinct book from attempts order by book')).map(
      one => one.book,
    )
  await expect.poll(rows).toEqual(['codes', 'codesOfDay', 'secrets'])
})

describe('a secret for one use', () => {
  it('opens once, however many try it at once', async () => {
    const small = await smallSchool()
    const { placeId } = small.anna.cookie
      ? submissionOf(small.built, '' as never, 'Anna Reyes')
      : { placeId: '' as never }
    const given = await small.teacher.get('giveSecret', { classId: small.built.classId, placeId })
    const answers = await Promise.all(
      Array.from({ length: 6 }, () => small.person().ask('signIn', {}, given)),
    )
    expect(count(statuses(answers), 200)).toBe(1)
    expect(count(statuses(answers), 403)).toBe(5)
    await small.stop()
  })
})

describe('a pupil who has left', () => {
  it('is out of the teacher’s reach: no secret, no change, no way back but the own', async () => {
    const small = await smallSchool()
    const place = submissionOf(
      small.built,
      await buildWork(small.world, small.built, { title: 'Log' }),
      'Bo Lund',
    )
    const address = { classId: place.classId, placeId: place.placeId }
    await small.bo.get('leaveClass', address)
    const form = { name: 'Bob', groupId: null, email: null, number: null, familyLanguage: null }
    const { teacher } = small
    const gone = { status: 410, error: { code: 'place_gone' } }
    expect((await teacher.ask('giveSecret', address)).status).toBe(404)
    expect(await teacher.ask('changePlace', address, form as never)).toMatchObject(gone)
    expect(await teacher.ask('freePlace', address)).toMatchObject(gone)
    expect(
      await teacher.ask('mergePlaces', address, {
        into: submissionOf(small.built, place.workId, 'Anna Reyes').placeId,
      }),
    ).toMatchObject(gone)
    expect(
      await teacher.ask(
        'inviteFamily',
        { classId: place.classId },
        { placeId: place.placeId, email: 'a@b.example' },
      ),
    ).toMatchObject(gone)
    expect((await teacher.ask('bringPlaceBack', address)).error?.code).toBe('left_by_self')
    expect((await small.bo.get('me', {})).account.shownName).toBe('Bo Lund')
    // an invitation asks them, and a yes brings them back to their own place
    await teacher.get('invitePerson', { classId: place.classId }, { kind: 'pupil', userName: 'bo.lund' })
    const [invited] = (await small.bo.get('seeToday', {})).invitations
    await small.bo.get('answerInvitation', { invitationId: invited?.id as never }, { answer: 'accepted' })
    expect((await small.bo.get('me', {})).ties).toMatchObject([{ role: 'pupil', placeId: place.placeId }])
    await small.stop()
  })
})
