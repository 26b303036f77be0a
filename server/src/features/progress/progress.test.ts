import { localOf } from '@oppen/core/zone'
import {
  buildTopic,
  buildWork,
  named,
  placeOf,
  type SmallSchool,
  smallSchool,
  submissionOf,
} from '@oppen/demo'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

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

describe('what is said of the class', () => {
  const rulesWith = async (part: object) => {
    const { rules } = await school.teacher.get('seeMarkBook', at())
    await school.teacher.get('setMarkRules', at(), { ...rules, ...part })
  }
  const figures = async () =>
    (await school.anna.get('seeProgress', anna())).submissions.find(one => one.work.title === 'Counted')
      ?.figures

  it('is its quartiles alone, where the teacher shows them, and never of fewer than ten', async () => {
    const names = Array.from({ length: 9 }, (_, n) => `Pupil ${String.fromCharCode(65 + n)}`)
    const group = Object.values(school.built.groups)[0] ?? null
    await school.teacher.get('addPlaces', at(), { places: names.map(name => named(name, group)) })
    const workId = await buildWork(school.world, school.built, { title: 'Counted', points: '10' })
    const { rows } = await school.teacher.get('seeMarking', { ...at(), workId })
    const mark = async (from: number, to: number) => {
      const cells = rows
        .slice(from, to)
        .map((row, n) => ({ workId, placeId: row.placeId, mark: String((from + n) % 10), was: null }))
      await school.teacher.get('setDraftMarks', at(), { cells })
      await school.teacher.get('handBackDrafts', at(), { cells })
    }
    await mark(0, 9)
    await rulesWith({ figures: true })
    expect(await figures()).toBeNull()
    await mark(9, 10)
    // 0 to 9 in tens: hinges 2 and 7
    expect(await figures()).toEqual({ count: 10, lower: 200, median: 450, upper: 700 })
    expect(JSON.stringify(await school.family.get('seeProgress', anna()))).not.toContain('classMarks')
    await rulesWith({ figures: false })
    expect(await figures()).toBeNull()
  })

  it('to its teachers is who is to be looked at, with the rule, and how work came in', async () => {
    // beside one that was due then already
    for (const title of ['One', 'Two'])
      await buildWork(school.world, school.built, { title, points: '10', due: '2026-10-15T10:00' })
    school.clock.moveTo(Date.parse('2026-10-16T12:00Z'))
    const overview = await school.teacher.get('seeOverview', at())
    expect(overview.rules).toEqual({ missingInWeek: 2, fallingRun: 3, unseenDays: 5 })
    expect(overview.signals.find(one => one.name === 'Anna Reyes')?.found).toContainEqual({
      ...{ is: 'missing', week: '2026-10-12', count: 3 },
    })
    expect(overview.rates.find(one => one.week === '2026-10-12')).toMatchObject({ late: 0 })
    await rulesWith({ signals: { missingInWeek: null, fallingRun: null, unseenDays: null } })
    expect((await school.teacher.get('seeOverview', at())).signals).toEqual([])
    await expect(rulesWith({ signals: { missingInWeek: 0, fallingRun: 3, unseenDays: 5 } })).rejects.toThrow(
      'rules_number',
    )
  })
})

describe('a goal of a week', () => {
  const week = '2026-10-12'
  it('is reached when a teacher says so, for that pupil alone', async () => {
    await school.teacher.get(
      'writeGoals',
      { ...at(), week },
      { goals: ['Read a gauge', 'Say what is typical'] },
    )
    const say = (text: string, reached = true) =>
      school.teacher.ask('setGoalReached', anna(), { week, text, reached })
    await say('Read a gauge')
    await say('Read a gauge')
    expect((await school.family.get('seeProgress', anna())).goals).toEqual([
      { week, text: 'Read a gauge', reached: true },
      { week, text: 'Say what is typical', reached: false },
    ])
    const bo = { ...at(), placeId: placeOf(school.built, 'Bo Lund').placeId }
    expect((await school.teacher.get('seeProgress', bo)).goals.some(one => one.reached)).toBe(false)
    expect(await say('Fly')).toMatchObject({ status: 404 })
    expect(
      await school.anna.ask('setGoalReached', anna(), { week, text: 'Read a gauge', reached: true }),
    ).toMatchObject({ status: 404 })
    await say('Read a gauge', false)
    expect((await school.anna.get('seeProgress', anna())).goals.some(one => one.reached)).toBe(false)
  })

  it('and when the reader last looked, each for themselves', async () => {
    expect((await school.family.get('seeProgress', anna())).seenAt).toBeNull()
    await school.family.get('markRead', {}, { what: `progress:${anna().placeId}` })
    expect((await school.family.get('seeProgress', anna())).seenAt).toBe(school.clock.now())
    expect((await school.anna.get('seeProgress', anna())).seenAt).toBeNull()
  })
})
