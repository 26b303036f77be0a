import type { GroupId } from '@oppen/core/ids'
import { KEY_LENGTH, NAME_LENGTH, readCode } from '@oppen/core/joining'
import { formOf, type SmallSchool, smallSchool } from '@oppen/demo'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

let school: SmallSchool
beforeAll(async () => {
  school = await smallSchool()
})
afterAll(() => school.stop())

const at = () => ({ classId: school.built.classId })
const names = async () => (await school.teacher.get('seeRegister', at())).places.map(place => place.name)

describe('a new class', () => {
  it('belongs to whoever made it, has one group and an empty register', async () => {
    const { classId } = await school.teacher.get(
      'makeClass',
      {},
      { name: '  Tide  Tables ', yearLabel: 'Year 5', groupName: 'Curlew' },
    )
    const register = await school.teacher.get('seeRegister', { classId })
    expect(register).toMatchObject({
      className: 'Tide Tables',
      yearLabel: 'Year 5',
      teachers: [{ name: 'Ms Kestrel', role: 'owner' }],
      groups: [{ name: 'Curlew' }],
      places: [],
    })
    const me = await school.teacher.get('me', {})
    expect(me.ties.map(tie => [tie.className, tie.role])).toContainEqual(['Tide Tables', 'owner'])
  })

  it.each([
    [{ name: ' ', yearLabel: '', groupName: 'A' }, 'text_empty', 'name'],
    [{ name: 'A', yearLabel: '', groupName: '' }, 'text_empty', 'groupName'],
    [{ name: 'x'.repeat(NAME_LENGTH + 1), yearLabel: '', groupName: 'A' }, 'text_long', 'name'],
  ])('%j is refused as %s at %s', async (asked, code, path) => {
    expect(await school.teacher.ask('makeClass', {}, asked)).toMatchObject({
      status: 422,
      error: { code, path },
    })
  })
})

const named = (name: string) => ({ name, groupId: null, email: null, number: null, familyLanguage: null })

describe('names on the register', () => {
  it('are put in order, and two of the same name are set apart', async () => {
    const places = [' Cara  Iyer', '', 'anna reyes', 'Cara Iyer'].map(named)
    const { added } = await school.teacher.get('addPlaces', at(), { places })
    expect(added).toBe(3)
    expect(await names()).toEqual(['Anna Reyes', 'Bo Lund', 'Cara Iyer', 'Cara Iyer 2', 'anna reyes 2'])
  })

  it('are kept all or none', async () => {
    const before = await names()
    const long = ['Dan Oduya', 'x'.repeat(NAME_LENGTH + 1)]
    expect(await school.teacher.ask('addPlaces', at(), { places: long.map(named) })).toMatchObject({
      error: { code: 'text_long', path: 'places.1.name' },
    })
    expect(await school.teacher.ask('addPlaces', at(), { places: [' ', ''].map(named) })).toMatchObject({
      error: { code: 'names_empty' },
    })
    expect(
      await school.teacher.ask('addPlaces', at(), {
        places: [{ ...named('Ella'), groupId: 'elsewhere' as GroupId }],
      }),
    ).toMatchObject({ status: 404 })
    expect(await names()).toEqual(before)
  })
})

describe('a place', () => {
  it('shows whether it is taken, by whom, when they were here, and its families', async () => {
    const { places } = await school.teacher.get('seeRegister', at())
    expect(places.find(place => place.name === 'Anna Reyes')).toMatchObject({
      userName: 'anna.reyes',
      families: [{ name: 'Mr Reyes' }],
    })
    expect(places.find(place => place.name === 'Anna Reyes')?.seenAt).toBe(school.clock.now())
    expect(places.find(place => place.name === 'Cara Iyer')).toMatchObject({
      claimedAt: null,
      userName: null,
      seenAt: null,
      families: [],
    })
  })

  it('has keys of its own that read right and that the database does not hold', async () => {
    const { places } = await school.teacher.get('seeRegister', at())
    const keys = places.flatMap(place => place.keys.map(one => one.key))
    expect(keys).toHaveLength(2 * places.length)
    expect(new Set(keys).size).toBe(keys.length)
    for (const key of keys) expect(readCode(key, KEY_LENGTH)).toMatchObject({ ok: true })
    const rows = await school.world.db.rows('select * from keys')
    for (const key of keys) expect(JSON.stringify(rows)).not.toContain(key)
  })

  it('freed keeps the work, and whoever takes it next goes on with it', async () => {
    const { workId } = await school.teacher.get('postWork', at(), {
      form: formOf({ title: 'Log' }),
      draft: false,
      alsoIn: [],
    })
    const { placeId } = (await school.bo.get('me', {})).ties[0] ?? {}
    if (!placeId) throw new Error('Bo has no place')
    await school.bo.get('saveDraft', { ...at(), workId, placeId }, { html: '<p>by Bo</p>', base: 0 })
    await school.teacher.get('freePlace', { ...at(), placeId })
    expect(await school.bo.ask('seeSubmission', { ...at(), workId, placeId })).toMatchObject({ status: 404 })
    expect((await school.bo.get('me', {})).ties).toEqual([])
    const door = await school.teacher.get('openDoor', at(), { span: 'today', admits: null })
    const next = school.person()
    await next.get('claim', {}, { code: door.door?.code ?? '', placeId, secret: 'really bo' })
    expect((await next.get('seeSubmission', { ...at(), workId, placeId })).draft?.html).toBe('<p>by Bo</p>')
  })
})
