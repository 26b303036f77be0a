import { type Person, type SmallSchool, smallSchool } from '@oppen/demo'
import { afterAll, beforeAll, expect, it } from 'vitest'

let school: SmallSchool
let teacher: Person
let anna: Person
let family: Person
const at = () => ({ classId: school.built.classId })

beforeAll(async () => {
  school = await smallSchool()
  ;({ teacher, anna, family } = school)
})
afterAll(() => school.stop())

it('a notice reaches everybody, replies only pupils and teachers: families are told no other child’s words', async () => {
  const { noticeId } = await teacher.get('writeNotice', at(), {
    html: '<p>Bring <strong>boots</strong>.<script>x</script></p>',
  })
  await anna.get('reply', { ...at(), noticeId }, { text: 'Mine have a hole.' })
  const forPupil = await anna.get('seeTalk', at())
  expect(forPupil.notices[0]).toMatchObject({
    by: 'Ms Kestrel',
    html: '<p>Bring <strong>boots</strong>.</p>',
    replies: [{ by: 'Anna Reyes', mine: true, text: 'Mine have a hole.' }],
  })
  const forFamily = await family.get('seeTalk', at())
  expect(forFamily.notices[0]).toMatchObject({ by: 'Ms Kestrel', replies: [] })
  expect(await family.ask('reply', { ...at(), noticeId }, { text: 'And mine' })).toMatchObject({
    status: 404,
  })
})

it('is new until it is looked at', async () => {
  school.clock.moveTo(school.clock.now() + 60_000)
  await anna.get('markRead', {}, { what: `talk:${school.built.classId}` })
  school.clock.moveTo(school.clock.now() + 60_000)
  await teacher.get('writeNotice', at(), { html: '<p>And a coat.</p>' })
  expect((await anna.get('seeToday', {})).notices.map(notice => [notice.html, notice.isNew])).toEqual([
    ['<p>And a coat.</p>', true],
    ['<p>Bring <strong>boots</strong>.</p>', false],
  ])
  expect((await teacher.get('seeToday', {})).notices.every(notice => !notice.isNew)).toBe(true)
})

it('empty and endless texts are refused by name, and nothing is put up', async () => {
  const before = (await anna.get('seeTalk', at())).notices.length
  expect(await teacher.ask('writeNotice', at(), { html: '<p> </p>' })).toMatchObject({
    error: { code: 'text_empty', params: { what: 'notice' } },
  })
  expect(await teacher.ask('writeNotice', at(), { html: `<p>${'x'.repeat(100_000)}</p>` })).toMatchObject({
    error: { code: 'text_long' },
  })
  expect(await teacher.ask('reply', { ...at(), noticeId: 'none' as never }, { text: 'x' })).toMatchObject({
    status: 404,
  })
  expect((await anna.get('seeTalk', at())).notices.length).toBe(before)
})
