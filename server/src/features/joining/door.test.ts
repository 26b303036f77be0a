import type { PlaceId } from '@oppen/core/ids'
import { buildLessons, formOf, type Person, placeOf, type SmallSchool, smallSchool } from '@oppen/demo'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sortedNames } from './testNames.js'

let school: SmallSchool
beforeAll(async () => {
  school = await smallSchool()
  await school.teacher.get('addPlaces', at(), { places: ['Cara Iyer', 'Dan Oduya'].map(named) })
})
afterAll(() => school.stop())

const at = () => ({ classId: school.built.classId, spaceId: school.built.classId })
const named = (name: string) => ({ name, groupId: null, email: null, number: null, familyLanguage: null })
const open = async (admits: 'register' | 'nod' | 'anyone') => {
  const page = await school.teacher.get('openDoor', at(), { span: { minutes: 60 }, admits })
  return page.door?.code ?? ''
}
const settings = async (part: object) => {
  const now = await school.teacher.get('seeSettings', at())
  await school.teacher.get('changeSettings', at(), { ...now, ...part })
}
const register = () => school.teacher.get('seeRegister', at())
const noor = { firstName: ' Noor ', lastName: 'Vidal', secret: 'shells' }

describe('a door for this lesson', () => {
  it('closes when the lesson ends, and says so where there is none', async () => {
    expect(await school.teacher.ask('openDoor', at(), { span: 'lesson', admits: null })).toMatchObject({
      error: { code: 'no_lesson_now', path: 'span' },
    })
    // the clock of the school stands at Wednesday 14 October 2026, 16:20 in Lisbon (UTC+1)
    await buildLessons(school.world, school.built, [{ weekday: 3, starts: '15:30', ends: '16:30' }])
    const page = await school.teacher.get('openDoor', at(), { span: 'lesson', admits: null })
    expect(page.door?.closesAt).toBe(Date.UTC(2026, 9, 14, 15, 30))
    expect(page.lessonEnds).toBe(Date.UTC(2026, 9, 14, 15, 30))
  })
})

describe('whom a door lets in', () => {
  it('is only names on the register, unless the teacher says otherwise', async () => {
    const code = await open('register')
    for (const route of ['askIn', 'comeAsGuest'] as const) {
      expect(await school.person().ask(route, {}, { code, ...noor })).toMatchObject({
        error: { code: 'door_register' },
      })
    }
  })

  it('lets newcomers ask, and in after the nod, with an own secret and a place of their own', async () => {
    const code = await open('nod')
    const newcomer = school.person()
    const { token } = await newcomer.get('askIn', {}, { code, ...noor })
    expect(await newcomer.get('seeJoinRequest', {}, { token })).toEqual({ is: 'waiting' })
    const [waiting] = (await school.teacher.get('seeDoor', at())).waiting
    expect(waiting).toMatchObject({ kind: 'newcomer', name: 'Noor Vidal' })
    if (!waiting) return
    await school.teacher.get(
      'answerJoinRequest',
      { ...at(), joinRequestId: waiting.id },
      { answer: 'yes', placeId: null },
    )
    const waited = await newcomer.get('seeJoinRequest', {}, { token })
    expect(waited).toMatchObject({ is: 'in', me: { account: { userName: 'noor.vidal' } } })
    expect((await school.teacher.get('seeDoor', at())).inside.map(one => one.name)).toContain('Noor Vidal')
    // the token is good once, and the secret opens from anywhere
    expect(await school.person().ask('seeJoinRequest', {}, { token })).toMatchObject({
      error: { code: 'wait_over' },
    })
    await school.person().signIn('noor.vidal', 'shells')
  })

  it('turns newcomers away without a word on why, and answers once', async () => {
    const code = await open('nod')
    const newcomer = school.person()
    const { token } = await newcomer.get('askIn', {}, { code, ...noor, firstName: 'Nobody' })
    const joinRequestId =
      (await register()).waiting.find(one => one.name === 'Nobody Vidal')?.id ?? ('' as never)
    const answer = (said: 'yes' | 'no') =>
      school.teacher.ask('answerJoinRequest', { ...at(), joinRequestId }, { answer: said, placeId: null })
    expect((await answer('no')).status).toBe(200)
    expect(await answer('yes')).toMatchObject({ status: 410, error: { code: 'wait_over' } })
    expect(await newcomer.get('seeJoinRequest', {}, { token })).toEqual({ is: 'no' })
    expect((await register()).places.map(place => place.name)).not.toContain('Nobody Vidal')
  })

  it('puts a newcomer who is on the register after all into that place', async () => {
    const code = await open('nod')
    const newcomer = school.person()
    const { token } = await newcomer.get('askIn', {}, { code, ...noor, firstName: 'Cara', lastName: 'Iyer' })
    const wait = (await register()).waiting.find(one => one.name === 'Cara Iyer')
    const cara = (await register()).places.find(place => place.name === 'Cara Iyer')
    expect(wait?.likely).toBe(cara?.id)
    if (!wait || !cara) return
    const before = (await register()).places.length
    await school.teacher.get(
      'answerJoinRequest',
      { ...at(), joinRequestId: wait.id },
      { answer: 'yes', placeId: cara.id },
    )
    expect(await newcomer.get('seeJoinRequest', {}, { token })).toMatchObject({ is: 'in' })
    expect((await register()).places).toHaveLength(before)
  })

  it('insists on a first and a last name', async () => {
    const code = await open('nod')
    expect(await school.person().ask('askIn', {}, { code, ...noor, lastName: ' ' })).toMatchObject({
      error: { code: 'text_empty', path: 'lastName' },
    })
    const all = await open('anyone')
    expect(await school.person().ask('comeAsGuest', {}, { code: all, ...noor, firstName: '' })).toMatchObject(
      { error: { code: 'text_empty', path: 'firstName' } },
    )
  })
})

describe('a guest of an open class', () => {
  let guest: Person
  beforeAll(async () => {
    guest = school.person()
    const code = await open('anyone')
    await guest.get('comeAsGuest', {}, { code, firstName: 'Gail', lastName: 'Storm', secret: null })
  })

  it('is in until the end of the day without an account to come back to, and writes under the place', async () => {
    const me = await guest.get('me', {})
    expect(me.account).toMatchObject({ guest: true, shownName: 'Gail Storm' })
    expect(me.ties).toMatchObject([{ role: 'pupil', placeName: 'Gail Storm' }])
    expect(await guest.ask('changeSecret', {}, { old: '', secret: 'a new one' })).toMatchObject({
      status: 404,
    })
    const { workId } = await school.teacher.get('postWork', at(), {
      form: formOf({ title: 'Poem' }),
      draft: false,
      alsoIn: [],
    })
    const placeId = me.ties[0]?.placeId as PlaceId
    await guest.get('saveDraft', { ...at(), workId, placeId }, { html: '<p>by Gail</p>', base: 0 })
    expect((await register()).places.find(place => place.id === placeId)).toMatchObject({ guest: true })
  })

  it('is joined to a pupil, who then has what the guest made', async () => {
    const place = (await register()).places.find(one => one.guest)
    const dan = (await register()).places.find(one => one.name === 'Dan Oduya')
    if (!place || !dan) throw new Error('the places are not there')
    await school.teacher.get('mergePlaces', { ...at(), placeId: place.id }, { into: dan.id })
    expect((await register()).places.filter(one => one.guest)).toEqual([])
    const work = await school.teacher.get('seeOwnWork', { ...at(), placeId: dan.id })
    expect(work.submissions).toMatchObject([{ title: 'Poem', draft: '<p>by Gail</p>' }])
    expect((await guest.get('me', {})).ties).toEqual([])
  })
})

describe('family by the class code', () => {
  const asked = { childName: 'anna reyes', shownName: 'Ms Reyes', secret: 'a long secret' }

  it('waits for a yes, and sees nothing of the class before', async () => {
    const code = await open('register')
    const family = school.person()
    const me = await family.get('askFamily', {}, { code, ...asked })
    expect(me.ties).toEqual([])
    const today = await family.get('seeToday', {})
    expect(today).toMatchObject({ submissions: [], notices: [] })
    expect(today.asked).toMatchObject([{ className: 'Tides', name: 'anna reyes', turnedAway: false }])
    expect(await family.ask('seeTalk', at())).toMatchObject({ status: 404 })
    const wait = (await register()).waiting.find(one => one.kind === 'family')
    expect(wait).toMatchObject({ name: 'Ms Reyes', likely: placeOf(school.built, 'Anna Reyes').placeId })
    if (!wait) return
    expect(
      await school.teacher.ask(
        'answerJoinRequest',
        { ...at(), joinRequestId: wait.id },
        { answer: 'yes', placeId: null },
      ),
    ).toMatchObject({ error: { code: 'child_unknown', path: 'placeId' } })
    await school.teacher.get(
      'answerJoinRequest',
      { ...at(), joinRequestId: wait.id },
      { answer: 'yes', placeId: wait.likely },
    )
    expect((await family.get('me', {})).ties).toMatchObject([{ role: 'family', placeName: 'Anna Reyes' }])
    // a child may have several family members, and one link ends without the others
    const anna = () => register().then(page => page.places.find(place => place.name === 'Anna Reyes'))
    expect(sortedNames((await anna())?.families)).toEqual(['Mr Reyes', 'Ms Reyes'])
    const link = (await anna())?.families.find(one => one.name === 'Ms Reyes')
    if (!link) return
    await school.teacher.get('endFamilyLink', {
      ...at(),
      placeId: placeOf(school.built, 'Anna Reyes').placeId,
      accountId: link.accountId,
    })
    expect((await family.get('me', {})).ties).toEqual([])
    expect(sortedNames((await anna())?.families)).toEqual(['Mr Reyes'])
  })

  it('is not asked in a class that runs without families, and its families see it no more', async () => {
    await settings({ families: false })
    const code = await open('register')
    expect(await school.person().ask('askFamily', {}, { code, ...asked })).toMatchObject({
      error: { code: 'no_families' },
    })
    expect((await school.family.get('me', {})).ties).toEqual([])
    const key = placeOf(school.built, 'Bo Lund').familyKey
    expect(await school.person().ask('showKey', {}, { key })).toMatchObject({
      error: { code: 'no_families' },
    })
    await settings({ families: true })
    expect((await school.family.get('me', {})).ties).toHaveLength(1)
  })
})
