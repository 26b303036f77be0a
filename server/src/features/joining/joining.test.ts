import type { PlaceId } from '@oppen/core/ids'
import { allowedAttempts } from '@oppen/core/joining'
import {
  type BuiltClass,
  buildAccount,
  buildClass,
  DEMO_SECRET,
  placeOf,
  type TestServer,
  testServer,
} from '@oppen/demo'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { ALLOWED } from '../../http/rateLimit.js'

let school: TestServer
let built: BuiltClass
let teacher: Awaited<ReturnType<typeof signedInTeacher>>

const NAMES = ['Anna Reyes', 'Bo Lund', 'Bo Lindqvist', 'Cara Iyer', 'Dan Oduya', 'Ella Novak', 'Finn Marsh']

async function signedInTeacher() {
  return school.person().signIn('ms.kestrel')
}

beforeAll(async () => {
  school = await testServer()
  const owner = await buildAccount(school.world, 'teacher', 'Ms Kestrel')
  built = await buildClass(school.world, {
    name: 'Tides',
    yearLabel: 'Year 5',
    teacher: owner,
    groups: { Curlew: NAMES },
  })
  teacher = await signedInTeacher()
})
afterAll(() => school.stop())

const open = async (span: Parameters<typeof openWith>[0] = { minutes: 60 }) => openWith(span)
const openWith = async (span: { minutes: number } | 'today' | 'untilClosed') => {
  const page = await teacher.get('openDoor', { classId: built.classId }, { span, admits: null })
  return page.door?.code ?? ''
}
const lookUp = async (code: string) => {
  const found = await school.person().get('lookUpCode', {}, { code })
  if (found.kind !== 'class') throw new Error('that is no class')
  return found
}
const id = (name: string): PlaceId => placeOf(built, name).placeId

describe('the door', () => {
  it('shows whoever holds the code free places by short names, and nothing else', async () => {
    const code = await open()
    const page = await lookUp(code.toLowerCase().replaceAll('0', 'o'))
    expect(page).toMatchObject({ className: 'Tides', teacherName: 'Ms Kestrel' })
    expect(page.freePlaces.map(place => place.shortName)).toEqual([
      'Anna R.',
      'Bo Li.',
      'Bo Lu.',
      'Cara I.',
      'Dan O.',
      'Ella N.',
      'Finn M.',
    ])
  })

  it('gives a new code at each opening, and the one before opens nothing', async () => {
    const first = await open()
    const second = await open()
    expect(second).not.toBe(first)
    expect(await school.person().ask('lookUpCode', {}, { code: first })).toMatchObject({
      status: 410,
      error: { code: 'door_closed' },
    })
  })

  it('closes by itself to the minute, and can be kept open longer', async () => {
    const code = await open({ minutes: 10 })
    school.clock.moveTo(school.clock.now() + 9 * 60_000)
    await teacher.get('lengthenDoor', { classId: built.classId }, { minutes: 30 })
    school.clock.moveTo(school.clock.now() + 30 * 60_000)
    expect((await school.person().ask('lookUpCode', {}, { code })).status).toBe(200)
    school.clock.moveTo(school.clock.now() + 60_000)
    const closed = await school.person().ask('lookUpCode', {}, { code })
    expect(closed).toMatchObject({
      status: 410,
      error: { code: 'door_closed', path: 'code', params: { at: school.clock.now() } },
    })
    expect(await teacher.ask('lengthenDoor', { classId: built.classId }, { minutes: 30 })).toMatchObject({
      status: 410,
    })
  })

  it('answers a wrong length, a wrong check and an unknown code each in its own way', async () => {
    const person = school.person()
    const code = await open()
    expect((await person.ask('lookUpCode', {}, { code: code.slice(1) })).error).toMatchObject({
      code: 'code_length',
      params: { expected: 7, got: 6 },
    })
    const wrong = code.slice(0, 6) + (code[6] === 'A' ? 'C' : 'A')
    expect((await person.ask('lookUpCode', {}, { code: wrong })).error?.code).toMatch(
      /^code_(check|look|swapped)$/,
    )
    expect((await person.ask('lookUpCode', {}, { code: '0000000' })).error).toMatchObject({
      code: 'code_unknown',
    })
  })
})

describe('claiming a place', () => {
  it('makes an account with a user name and lets the pupil in; the door page tells', async () => {
    const code = await open()
    const pupil = school.person()
    const me = await pupil.get('claim', {}, { code, placeId: id('Anna Reyes'), secret: 'shells' })
    expect(me.account).toMatchObject({ userName: 'anna.reyes', shownName: 'Anna Reyes', kind: 'pupil' })
    expect(me.ties).toMatchObject([{ className: 'Tides', role: 'pupil', placeName: 'Anna Reyes' }])
    const door = await teacher.get('seeDoor', { classId: built.classId })
    expect(door.inside.map(one => one.name)).toEqual(['Anna Reyes'])
    expect((await lookUp(code)).freePlaces.map(place => place.shortName)).not.toContain('Anna R.')
  })

  it('is for the first of two at once; the other is told whose name was taken', async () => {
    const code = await open()
    const answers = await Promise.all(
      ['pebbles', 'feathers'].map(secret =>
        school.person().ask('claim', {}, { code, placeId: id('Bo Lund'), secret }),
      ),
    )
    expect(answers.map(one => one.status).sort()).toEqual([200, 409])
    expect(answers.find(one => one.status === 409)?.error).toEqual({
      code: 'place_taken',
      params: { name: 'Bo' },
    })
  })

  it('needs an own secret of some length, an open door and a place on this register', async () => {
    const code = await open()
    const person = school.person()
    const placeId = id('Cara Iyer')
    expect(await person.ask('claim', {}, { code, placeId, secret: 'abc' })).toMatchObject({
      error: { code: 'secret_short', path: 'secret' },
    })
    expect(await person.ask('claim', {}, { code, placeId, secret: null })).toMatchObject({
      error: { code: 'secret_short' },
    })
    expect(
      await person.ask('claim', {}, { code, placeId: 'elsewhere' as PlaceId, secret: 'abcd' }),
    ).toMatchObject({ error: { code: 'place_gone' } })
    await teacher.get('closeDoor', { classId: built.classId })
    expect(await person.ask('claim', {}, { code, placeId, secret: 'abcd' })).toMatchObject({
      error: { code: 'door_closed' },
    })
    expect(person.cookie).toBe('')
  })

  it('takes a pupil who is signed in with their own account, once in each class', async () => {
    const other = await buildClass(school.world, {
      name: 'Charts',
      yearLabel: '',
      teacher: built.teacher,
      groups: { All: ['Anna R', 'Ann Other'] },
    })
    const page = await teacher.get('openDoor', { classId: other.classId }, { span: 'today', admits: null })
    const code = page.door?.code ?? ''
    const anna = await school.person().signIn('anna.reyes', 'shells')
    const me = await anna.get('claim', {}, { code, placeId: placeOf(other, 'Anna R').placeId, secret: null })
    expect(me.ties.map(tie => tie.className).sort()).toEqual(['Charts', 'Tides'])
    expect(
      await anna.ask('claim', {}, { code, placeId: placeOf(other, 'Ann Other').placeId, secret: null }),
    ).toMatchObject({ error: { code: 'already_in_class', params: { name: 'Anna R' } } })
  })

  it('can be undone by the teacher: the place is free, and that account is out at once', async () => {
    const code = await open()
    const wrong = school.person()
    await wrong.get('claim', {}, { code, placeId: id('Dan Oduya'), secret: 'not dan' })
    expect((await wrong.ask('seeTopics', { classId: built.classId })).status).toBe(200)
    await teacher.get('freePlace', { classId: built.classId, placeId: id('Dan Oduya') })
    expect(await wrong.ask('seeTopics', { classId: built.classId })).toMatchObject({
      status: 404,
      error: { code: 'not_found' },
    })
    expect(
      await teacher.ask('freePlace', { classId: built.classId, placeId: id('Dan Oduya') }),
    ).toMatchObject({ error: { code: 'place_claimed_not' } })
    const right = await school
      .person()
      .ask('claim', {}, { code, placeId: id('Dan Oduya'), secret: 'it is dan' })
    expect(right.reply.account.userName).toBe('dan.oduya2')
  })

  it('is noted again by the door when somebody comes back', async () => {
    const code = await open()
    const me = await school
      .person()
      .get('enterAsSelf', {}, { code, userName: 'Anna.Reyes', secret: 'shells' })
    expect(me.account.shownName).toBe('Anna Reyes')
    expect((await teacher.get('seeDoor', { classId: built.classId })).inside.map(one => one.name)).toEqual([
      'Anna Reyes',
    ])
  })
})

describe('the family key', () => {
  const key = () => placeOf(built, 'Ella Novak').familyKey

  it('shows whose it is and makes a family account that sees this child alone', async () => {
    const person = school.person()
    expect(await person.get('showKey', {}, { key: key().toLowerCase() })).toEqual({
      kind: 'family',
      claimed: false,
      childName: 'Ella Novak',
      className: 'Tides',
      teacherName: 'Ms Kestrel',
    })
    const me = await person.get(
      'joinFamily',
      {},
      { key: key(), shownName: '  Mr  Novak ', secret: 'a long secret' },
    )
    expect(me.account).toMatchObject({ kind: 'family', shownName: 'Mr Novak' })
    expect(me.ties).toMatchObject([{ role: 'family', placeName: 'Ella Novak' }])
    const register = await teacher.get('seeRegister', { classId: built.classId })
    expect(register.places.find(place => place.name === 'Ella Novak')?.families).toMatchObject([
      { name: 'Mr Novak' },
    ])
  })

  it('adds another child to a family that is signed in, and is for families only', async () => {
    const family = await school.person().signIn('mr.novak', 'a long secret')
    const me = await family.get('followChild', {}, { key: placeOf(built, 'Finn Marsh').familyKey })
    expect(me.ties.map(tie => tie.placeName)).toEqual(['Ella Novak', 'Finn Marsh'])
    expect(await teacher.ask('followChild', {}, { key: key() })).toMatchObject({
      error: { code: 'family_only' },
    })
  })

  it('is refused where it is wrong, and its account needs a name and a longer secret', async () => {
    const person = school.person()
    expect(await person.ask('showKey', {}, { key: key().slice(2) })).toMatchObject({
      error: { code: 'code_length', path: 'key' },
    })
    expect(await person.ask('showKey', {}, { key: '0'.repeat(16) })).toMatchObject({
      error: { code: 'key_unknown' },
    })
    expect(
      await person.ask('joinFamily', {}, { key: key(), shownName: ' ', secret: 'long enough' }),
    ).toMatchObject({ error: { code: 'text_empty', path: 'shownName' } })
    expect(
      await person.ask('joinFamily', {}, { key: key(), shownName: 'X', secret: '1234567' }),
    ).toMatchObject({ error: { code: 'secret_short', params: { least: 8 } } })
  })
})

describe('signing in', () => {
  it('says the same for a wrong secret and for a name that does not exist', async () => {
    const person = school.person()
    const wrong = await person.ask('signIn', {}, { userName: 'ms.kestrel', secret: 'wrong' })
    const nobody = await person.ask('signIn', {}, { userName: 'no.body', secret: 'wrong' })
    expect(wrong).toEqual(nobody)
    expect(wrong.error).toEqual({ code: 'sign_in_wrong' })
  })

  it('ends with signing out, on the server too', async () => {
    const person = await school.person().signIn('ms.kestrel')
    const kept = person.cookie
    await person.get('signOut', {})
    person.cookie = kept
    expect(await person.ask('me', {})).toMatchObject({ status: 401, error: { code: 'sign_in_needed' } })
  })

  it('keeps secrets and tokens only hashed', async () => {
    const rows = await school.world.db.rows<{ secret: string }>('select secret_hash as secret from accounts')
    expect(rows.every(row => row.secret.startsWith('$argon2id$'))).toBe(true)
    const person = await school.person().signIn('ms.kestrel')
    const token = person.cookie.split('=')[1] ?? ''
    const [found] = await school.world.db.rows<{ n: number }>(
      'select count(*) as n from sessions where token_hash = $token',
      { token },
    )
    expect(found?.n).toBe(0)
    expect(DEMO_SECRET in rows).toBe(false)
  })
})

describe('too many wrong attempts', () => {
  let own: TestServer
  beforeEach(async () => {
    own = await testServer()
    await buildAccount(own.world, 'teacher', 'Ms Kestrel')
    return () => own.stop()
  })

  it('for one name are stopped, while others behind the same address go on', async () => {
    await buildAccount(own.world, 'teacher', 'Mr Plover')
    for (let n = 0; n < ALLOWED.secretsForOneName; n++) {
      expect((await own.person().ask('signIn', {}, { userName: 'ms.kestrel', secret: 'x' })).status).toBe(403)
    }
    const stopped = await own.person().ask('signIn', {}, { userName: 'ms.kestrel', secret: DEMO_SECRET })
    expect(stopped).toMatchObject({
      status: 429,
      error: { code: 'too_many_attempts', params: { minutes: 15 } },
    })
    expect(
      (await own.person().ask('signIn', {}, { userName: 'mr.plover', secret: DEMO_SECRET })).status,
    ).toBe(200)
  })

  it('of codes stop a guesser at what core works out, and what the check catches is no attempt', async () => {
    const person = own.person()
    const teacher = await own.person().signIn('ms.kestrel')
    const allowed = 107
    // ten doors, so that the allowance is a tenth of that for one
    for (let n = 0; n < 10; n++) {
      const { classId } = await teacher.get(
        'makeClass',
        {},
        { name: `Class ${n}`, yearLabel: '', groupName: 'All' },
      )
      await teacher.get('openDoor', { classId }, { span: 'today', admits: null })
    }
    expect(allowedAttempts(10).addressHour).toBe(allowed)
    for (let n = 0; n < allowed + 20; n++) await person.ask('lookUpCode', {}, { code: '0000001' })
    for (let n = 0; n < allowed; n++) {
      expect((await person.ask('lookUpCode', {}, { code: '0000000' })).error?.code).toBe('code_unknown')
    }
    expect((await person.ask('lookUpCode', {}, { code: '0000000' })).error).toMatchObject({
      code: 'too_many_attempts',
      params: { minutes: 60 },
    })
    own.clock.moveTo(own.clock.now() + 60 * 60_000)
    expect((await person.ask('lookUpCode', {}, { code: '0000000' })).error?.code).toBe('code_unknown')
  })
})
