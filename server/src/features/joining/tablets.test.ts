import { buildLessons, type Person, placeOf, type SmallSchool, smallSchool } from '@oppen/demo'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

let school: SmallSchool
beforeAll(async () => {
  school = await smallSchool()
  await school.teacher.get('addPlaces', at(), { places: ['Cara Iyer', 'Dan Oduya'].map(named) })
})
afterAll(() => school.stop())

const MINUTE = 60_000
const at = () => ({ classId: school.built.classId })
const named = (name: string) => ({ name, groupId: null, email: null, number: null, familyLanguage: null })
const settle = async (part: object) => {
  const now = await school.teacher.get('seeSettings', at())
  await school.teacher.get('changeSettings', at(), { ...now, ...part })
}
const idOf = async (name: string) => {
  const { places } = await school.teacher.get('seeRegister', at())
  const place = places.find(one => one.name === name)
  if (!place) throw new Error(`${name} is not there`)
  return place.id
}
/** A device that has become a shared tablet of the class by asking at the door. */
async function tablet(name: string): Promise<Person> {
  const page = await school.teacher.get('openDoor', at(), { span: 'today', admits: null })
  const device = school.person()
  const { token } = await device.get('askTablet', {}, { code: page.door?.code ?? '', name })
  const wait = (await school.teacher.get('seeRegister', at())).waiting.find(one => one.kind === 'tablet')
  if (!wait) throw new Error('nobody asks')
  await school.teacher.get(
    'answerJoinRequest',
    { ...at(), joinRequestId: wait.id },
    { answer: 'yes', placeId: null },
  )
  expect(await device.get('seeJoinRequest', {}, { token })).toEqual({ is: 'tablet' })
  return device
}

describe('a shared tablet', () => {
  it('is one only in a class that shares, after a nod, and shows every face of the class', async () => {
    const page = await school.teacher.get('openDoor', at(), { span: 'today', admits: null })
    const code = page.door?.code ?? ''
    expect(await school.person().ask('askTablet', {}, { code, name: 'One' })).toMatchObject({
      error: { code: 'class_not_shared' },
    })
    await settle({ shared: true, ownSecret: 'pin', idleMinutes: 5 })
    const device = await tablet('Tablet 1')
    const { faces, className } = await device.get('seeTablet', {})
    expect(className).toBe('Tides')
    expect(faces.map(face => [face.shortName, face.kind, face.choose])).toEqual([
      ['Anna R.', 'password', false],
      ['Bo L.', 'password', false],
      ['Cara I.', 'pin', true],
      ['Dan O.', 'pin', true],
    ])
    expect((await device.get('seeWelcome', {})).tablet).toBe(true)
    expect(await school.person().ask('seeTablet', {})).toMatchObject({ status: 404 })
  })

  it('lets a child choose a pin the first time and asks for it the next; it opens nothing from elsewhere', async () => {
    const device = await tablet('Tablet 2')
    const placeId = await idOf('Cara Iyer')
    expect(await device.ask('comeInAtTablet', {}, { placeId, secret: '12' })).toMatchObject({
      error: { code: 'pin_wrong', path: 'secret' },
    })
    const me = await device.get('comeInAtTablet', {}, { placeId, secret: '4711' })
    expect(me.account).toMatchObject({ shownName: 'Cara Iyer', secretKind: 'pin' })
    expect(me.tablet).toMatchObject({ className: 'Tides', idleMinutes: 5 })
    await device.get('signOut', {})
    // signing out leaves the tablet a tablet
    expect((await device.get('seeTablet', {})).faces.find(face => face.id === placeId)).toMatchObject({
      kind: 'pin',
      choose: false,
    })
    expect(await device.ask('comeInAtTablet', {}, { placeId, secret: '4712' })).toMatchObject({
      error: { code: 'face_wrong', path: 'secret' },
    })
    await device.get('comeInAtTablet', {}, { placeId, secret: '4711' })
    expect(await school.person().ask('signIn', {}, { userName: 'cara.iyer', secret: '4711' })).toMatchObject({
      error: { code: 'sign_in_wrong' },
    })
    const page = await school.teacher.get('openDoor', at(), { span: 'today', admits: null })
    await school
      .person()
      .get('enterAsSelf', {}, { code: page.door?.code ?? '', userName: 'cara.iyer', secret: '4711' })
  })

  it('takes the one-time secret of a child who forgot the pin, and lets the child choose a new one next time', async () => {
    const device = await tablet('Tablet 2b')
    const placeId = await idOf('Cara Iyer')
    const { secret } = await school.teacher.get('giveSecret', { ...at(), placeId })
    expect(await device.ask('comeInAtTablet', {}, { placeId, secret: '4711' })).toMatchObject({
      error: { code: 'face_wrong' },
    })
    await device.get('comeInAtTablet', {}, { placeId, secret })
    await device.get('signOut', {})
    const { faces } = await device.get('seeTablet', {})
    expect(faces.find(face => face.id === placeId)).toMatchObject({ kind: 'pin', choose: true })
    await device.get('comeInAtTablet', {}, { placeId, secret: '4711' })
  })

  it('is free again after the idle time, however long the page stays open', async () => {
    const device = await tablet('Tablet 3')
    await device.get('comeInAtTablet', {}, { placeId: await idOf('Cara Iyer'), secret: '4711' })
    school.clock.moveTo(school.clock.now() + 4 * MINUTE)
    await device.get('me', {})
    school.clock.moveTo(school.clock.now() + 4 * MINUTE)
    await device.get('me', {})
    school.clock.moveTo(school.clock.now() + 5 * MINUTE)
    expect(await device.ask('me', {})).toMatchObject({ status: 401 })
    expect((await device.get('seeTablet', {})).faces.length).toBeGreaterThan(0)
  })

  it('is free again at the end of the lesson', async () => {
    const now = new Date(school.clock.now())
    const ends = `${String(now.getUTCHours() + 1).padStart(2, '0')}:58`
    await settle({ idleMinutes: 60 })
    await buildLessons(school.world, school.built, [{ weekday: 3, starts: '08:00', ends }])
    const device = await tablet('Tablet 4')
    const me = await device.get('comeInAtTablet', {}, { placeId: await idOf('Cara Iyer'), secret: '4711' })
    const endsBy = me.tablet?.endsBy ?? 0
    expect(new Date(endsBy).getUTCMinutes()).toBe(58)
    school.clock.moveTo(endsBy - 1)
    await device.get('me', {})
    school.clock.moveTo(endsBy)
    expect(await device.ask('me', {})).toMatchObject({ status: 401 })
  })

  it('asks nothing of the youngest, by their class’s setting', async () => {
    await settle({ ownSecret: 'none' })
    await buildLessons(school.world, school.built, [])
    const device = await tablet('Tablet 5')
    const me = await device.get('comeInAtTablet', {}, { placeId: await idOf('Dan Oduya'), secret: null })
    expect(me.account.shownName).toBe('Dan Oduya')
    // who has a password keeps it
    const anna = placeOf(school.built, 'Anna Reyes').placeId
    expect(await device.ask('comeInAtTablet', {}, { placeId: anna, secret: null })).toMatchObject({
      error: { code: 'face_wrong' },
    })
  })

  it('ended by the teacher shows no face any more, and whoever sits there is out', async () => {
    const device = await tablet('Tablet 6')
    await device.get('comeInAtTablet', {}, { placeId: await idOf('Dan Oduya'), secret: null })
    const { tablets } = await school.teacher.get('seeSettings', at())
    const tabletId = tablets.find(one => one.name === 'Tablet 6')?.id
    if (!tabletId) throw new Error('the tablet is not listed')
    await school.teacher.get('endTablet', { ...at(), tabletId })
    expect(await device.ask('me', {})).toMatchObject({ status: 401 })
    expect(await device.ask('seeTablet', {})).toMatchObject({ status: 404 })
  })

  it('stops when the class no longer shares', async () => {
    const device = await tablet('Tablet 7')
    await settle({ shared: false })
    expect(await device.ask('seeTablet', {})).toMatchObject({ status: 404 })
    expect(
      await device.ask('comeInAtTablet', {}, { placeId: await idOf('Dan Oduya'), secret: null }),
    ).toMatchObject({ status: 404 })
    await settle({ shared: true })
  })

  it('is made on the spot by a teacher, who is signed out there', async () => {
    const device = await school.person().signIn('ms.kestrel')
    await device.get('shareThisTablet', at(), { name: 'Desk' })
    expect(await device.ask('me', {})).toMatchObject({ status: 401 })
    expect((await device.get('seeTablet', {})).className).toBe('Tides')
  })
})

describe('the home key', () => {
  const key = () => placeOf(school.built, 'Bo Lund').homeKey

  it('brings the pupil in from home without another secret, and tells when it was last used', async () => {
    const device = school.person()
    expect(await device.get('showKey', {}, { key: key() })).toMatchObject({
      kind: 'home',
      childName: 'Bo Lund',
      claimed: true,
    })
    const me = await device.get('comeHome', {}, { key: key().toLowerCase(), asSelf: false })
    expect(me.account.userName).toBe('bo.lund')
    const { places } = await school.teacher.get('seeRegister', at())
    const keys = places.find(place => place.name === 'Bo Lund')?.keys ?? []
    expect(keys.map(one => [one.kind, one.usedAt])).toEqual([
      ['home', school.clock.now()],
      ['family', null],
    ])
  })

  it('makes the account where the place is still free', async () => {
    await school.teacher.get('addPlaces', at(), { places: [named('Ella Novak')] })
    const { places } = await school.teacher.get('seeRegister', at())
    const home = places.find(place => place.name === 'Ella Novak')?.keys.find(one => one.kind === 'home')
    const me = await school.person().get('comeHome', {}, { key: home?.key ?? '', asSelf: false })
    expect(me.account).toMatchObject({ userName: 'ella.novak', secretKind: 'unset' })
  })

  it('used twice at once on a free place makes one account', async () => {
    await school.teacher.get('addPlaces', at(), { places: [named('Finn Marsh')] })
    const { places } = await school.teacher.get('seeRegister', at())
    const home = places.find(place => place.name === 'Finn Marsh')?.keys.find(one => one.kind === 'home')
    const both = await Promise.all(
      [0, 1].map(() => school.person().get('comeHome', {}, { key: home?.key ?? '', asSelf: false })),
    )
    expect(new Set(both.map(me => me.account.id)).size).toBe(1)
  })

  it('ended opens nothing, says since when, and the other key of the pupil goes on', async () => {
    const { places } = await school.teacher.get('seeRegister', at())
    const bo = places.find(place => place.name === 'Bo Lund')
    const home = bo?.keys.find(one => one.kind === 'home')
    if (!bo || !home) throw new Error('Bo has no key')
    await school.teacher.get('replaceKey', { ...at(), placeId: bo.id, keyId: home.id })
    expect(await school.person().ask('comeHome', {}, { key: home.key, asSelf: false })).toMatchObject({
      error: { code: 'key_ended', params: { at: school.clock.now() } },
    })
    const after = (await school.teacher.get('seeRegister', at())).places.find(one => one.id === bo.id)
    const fresh = after?.keys.find(one => one.kind === 'home')
    expect(fresh?.key).not.toBe(home.key)
    await school.person().get('comeHome', {}, { key: fresh?.key ?? '', asSelf: false })
    const family = bo.keys.find(one => one.kind === 'family')
    expect((await school.person().ask('showKey', {}, { key: family?.key ?? '' })).status).toBe(200)
  })

  it('is one for a pupil in every class, and ended in all of them at once', async () => {
    const { classId } = await school.teacher.get(
      'makeClass',
      {},
      { name: 'Charts', yearLabel: '', groupName: 'All' },
    )
    await school.teacher.get('addPlaces', { classId }, { places: [named('Bo Lund')] })
    const page = await school.teacher.get('openDoor', { classId }, { span: 'today', admits: null })
    const code = page.door?.code ?? ''
    const there = (await school.teacher.get('seeRegister', { classId })).places[0]
    if (!there) throw new Error('nobody is there')
    const card = there.keys.find(one => one.kind === 'home')
    await school.bo.get('claim', {}, { code, placeId: there.id, secret: null })
    const both = async () => {
      const here = (await school.teacher.get('seeRegister', at())).places.find(one => one.name === 'Bo Lund')
      return here?.keys.find(one => one.kind === 'home')
    }
    const here = await both()
    // both cards open to the one account
    for (const one of [card, here]) {
      const me = await school.person().get('comeHome', {}, { key: one?.key ?? '', asSelf: false })
      expect(me.account.userName).toBe('bo.lund')
    }
    await school.teacher.get('replaceKey', { classId, placeId: there.id, keyId: card?.id ?? ('' as never) })
    for (const one of [card, here]) {
      expect(await school.person().ask('showKey', {}, { key: one?.key ?? '' })).toMatchObject({
        error: { code: 'key_ended' },
      })
    }
    expect((await both())?.key).toBeDefined()
  })
})
