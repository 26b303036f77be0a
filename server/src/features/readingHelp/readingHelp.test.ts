import type { PlaceId } from '@oppen/core/ids'
import { type ReadingSettings, USUAL } from '@oppen/core/readingHelp'
import { type Person, placeOf, type SmallSchool, smallSchool } from '@oppen/demo'
import { beforeEach, describe, expect, it } from 'vitest'
import { listen } from '../../testing/listen.js'

let school: SmallSchool
let teacher: Person
let anna: Person
const at = () => ({
  classId: school.built.classId,
  placeId: placeOf(school.built, 'Anna Reyes').placeId as PlaceId,
})
const large: ReadingSettings = { ...USUAL, size: 150, room: 'most', paper: 'straw' }
const guided: ReadingSettings = { ...USUAL, guide: 2, numbered: true }
const readingOf = async (person: Person) => (await person.get('me', {})).reading

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher, anna } = school)
  return () => school.stop()
})

describe('what makes text easier to read', () => {
  it('is with whoever chose it on each of their devices, and nobody else is told', async () => {
    await anna.get('saveReadingSettings', {}, { settings: large })
    const another = await school.person().signIn('anna.reyes')
    expect(await readingOf(another)).toEqual({ own: large, beginning: null })
    for (const who of [teacher, school.family, school.bo])
      expect(await readingOf(who)).toEqual({ own: null, beginning: null })
    expect(await teacher.get('seeReadingBeginning', at())).toEqual({ settings: null, uses: null })
    // saved twice at once, and again, it is one choice
    await Promise.all([1, 2, 3].map(() => anna.get('saveReadingSettings', {}, { settings: guided })))
    expect((await readingOf(anna)).own).toEqual(guided)
    expect(await school.world.db.rows('select account_id from reading_settings')).toHaveLength(1)
    await anna.get('saveReadingSettings', {}, { settings: null })
    expect((await readingOf(anna)).own).toBeNull()
  })

  it('begins for a pupil as a teacher set it, and what the pupil chose goes before', async () => {
    await teacher.get('setReadingBeginning', at(), { settings: guided })
    expect(await readingOf(anna)).toEqual({ own: null, beginning: guided })
    await anna.get('saveReadingSettings', {}, { settings: large })
    expect(await readingOf(anna)).toEqual({ own: large, beginning: guided })
    expect(await teacher.get('seeReadingBeginning', at())).toEqual({ settings: guided, uses: null })
    await teacher.get('setReadingBeginning', at(), { settings: null })
    expect(await readingOf(anna)).toEqual({ own: large, beginning: null })
  })

  it('is not made to be seen by a teacher who sets how it begins', async () => {
    await teacher.get('setReadingBeginning', at(), { settings: { ...guided, shown: true } })
    expect((await readingOf(anna)).beginning).toEqual(guided)
  })

  it('is seen by teachers of the class where the pupil says so, for as long', async () => {
    await anna.get('saveReadingSettings', {}, { settings: { ...large, shown: true } })
    expect(await teacher.get('seeReadingBeginning', at())).toEqual({
      settings: null,
      uses: { ...large, shown: true },
    })
    expect((await school.bo.ask('seeReadingBeginning', at())).status).toBe(404)
    await anna.get('saveReadingSettings', {}, { settings: large })
    expect(await teacher.get('seeReadingBeginning', at())).toEqual({ settings: null, uses: null })
  })

  it('is seen by teachers where a family of the pupil says so, class by class, for as long as it follows the child', async () => {
    const { family, bo } = school
    await anna.get('saveReadingSettings', {}, { settings: large })
    const uses = async () => (await teacher.get('seeReadingBeginning', at())).uses
    const said = async () =>
      (await family.get('seeReadingShown', {})).children.map(({ name, shown }) => [name, shown])
    expect(await said()).toEqual([['Anna Reyes', false]])
    await Promise.all([1, 2].map(() => family.get('setReadingShown', at(), { shown: true })))
    expect([await uses(), await said()]).toEqual([large, [['Anna Reyes', true]]])
    for (const who of [bo, anna, teacher])
      expect((await who.ask('setReadingShown', at(), { shown: false })).status).toBe(404)
    expect((await bo.get('seeReadingShown', {})).children).toEqual([])
    await family.get('setReadingShown', at(), { shown: false })
    expect(await uses()).toBeNull()
    await family.get('setReadingShown', at(), { shown: true })
    const { db } = school.world
    await db.write(() =>
      db.run('delete from family_links where place_id = $placeId', { placeId: at().placeId }),
    )
    expect(await uses()).toBeNull()
  })

  it('comes to an open screen at once', async () => {
    const heard = await listen(anna)
    await teacher.get('setReadingBeginning', at(), { settings: guided })
    await expect.poll(() => heard.heard).toContainEqual({ what: 'me' })
    await heard.stop()
  })

  it('is refused in a shape that there is not, and kept as it was', async () => {
    await anna.get('saveReadingSettings', {}, { settings: large })
    for (const wrong of [{ size: 1_000 }, { guide: 4 }, { paper: 'url(x)' }, { face: 'x'.repeat(9_000) }]) {
      const settings = { ...large, ...wrong } as unknown as ReadingSettings
      expect(await anna.ask('saveReadingSettings', {}, { settings })).toMatchObject({
        status: 422,
        error: { code: 'shape_wrong' },
      })
    }
    expect((await readingOf(anna)).own).toEqual(large)
  })

  it('of a place that its pupil has left is not there', async () => {
    await teacher.get('setReadingBeginning', at(), { settings: guided })
    await anna.get('leaveClass', at())
    expect((await teacher.ask('seeReadingBeginning', at())).status).toBe(404)
    expect((await teacher.ask('setReadingBeginning', at(), { settings: large })).status).toBe(404)
    expect(await readingOf(anna)).toEqual({ own: null, beginning: null })
  })
})
