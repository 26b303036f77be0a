import { localOf } from '@oppen/core/zone'
import { buildTopic, buildWork, placeOf, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import { afterAll, beforeAll, expect, it } from 'vitest'

let school: SmallSchool
const at = () => ({ classId: school.built.classId })
const anna = () => ({ ...at(), placeId: placeOf(school.built, 'Anna Reyes').placeId })

beforeAll(async () => {
  school = await smallSchool()
})
afterAll(() => school.stop())

it('lists every submission, moved or not, the newest first, with topic, status and feedback', async () => {
  expect(await school.anna.get('seeProgress', anna())).toMatchObject({ submissions: [], markedAt: null })
  const topicId = await buildTopic(school.world, school.built, 'High water')
  const old = await buildWork(school.world, school.built, { title: 'Older', topicId, points: '10' })
  school.clock.moveTo(school.clock.now() + 60_000)
  await buildWork(school.world, school.built, { title: 'Newer' })
  const submission = submissionOf(school.built, old, 'Anna Reyes')
  const { version } = await school.anna.get('saveDraft', submission, { html: '<p>x</p>', base: 0 })
  await school.anna.get('handIn', submission, { version })
  await school.teacher.get('handBack', submission, { number: 1, mark: '8.5', feedback: 'Good.' })
  const page = await school.family.get('seeProgress', anna())
  expect(
    page.submissions.map(one => [one.work.title, one.topicName, one.status.phase, one.feedback]),
  ).toEqual([
    ['Newer', null, 'untouched', null],
    ['Older', 'High water', 'handedBack', 'Good.'],
  ])
  expect(page).toMatchObject({
    className: 'Tides',
    teacherName: 'Ms Kestrel',
    pupil: { name: 'Anna Reyes' },
    markedAt: school.clock.now(),
  })
})

it('is fresh as of the last mark given or changed, not of the last hand-in', async () => {
  const marked = (await school.anna.get('seeProgress', anna())).markedAt
  school.clock.moveTo(school.clock.now() + 60_000)
  const [newer] = (await school.anna.get('seeProgress', anna())).submissions
  if (!newer) throw new Error('no work')
  const submission = submissionOf(school.built, newer.work.id, 'Anna Reyes')
  const { version } = await school.anna.get('saveDraft', submission, { html: '<p>y</p>', base: 0 })
  await school.anna.get('handIn', submission, { version })
  expect((await school.anna.get('seeProgress', anna())).markedAt).toBe(marked)
})

it('of the class has a line for each pupil, and says when one of them changes by itself', async () => {
  const page = await school.teacher.get('seeOverview', at())
  expect(page.lines.map(line => [line.name, line.asked])).toEqual([
    ['Anna Reyes', 2],
    ['Bo Lund', 2],
  ])
  const title = 'Due in an hour'
  await buildWork(school.world, school.built, {
    title,
    due: localOf(school.clock.now() + 3_600_000, 'Europe/Lisbon'),
  })
  const before = await school.teacher.get('seeOverview', at())
  expect(before.lines.map(line => line.overdue)).toEqual([0, 0])
  expect(before.until).toBeGreaterThan(school.clock.now())
  school.clock.moveTo(before.until ?? 0)
  const after = await school.teacher.get('seeOverview', at())
  expect(after.lines.map(line => [line.asked, line.overdue])).toEqual([
    [3, 1],
    [3, 1],
  ])
  // it says what is shown, and nothing of the submissions themselves
  expect(JSON.stringify(after)).not.toContain(title)
})
