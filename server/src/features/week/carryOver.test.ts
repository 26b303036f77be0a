import type { ClassId, WorkId } from '@oppen/core/ids'
import {
  buildLessons,
  buildTopic,
  buildWork,
  type Person,
  type SmallSchool,
  smallSchool,
  submissionOf,
} from '@oppen/demo'
import { beforeEach, describe, expect, it } from 'vitest'

let school: SmallSchool
let teacher: Person
const at = () => ({ classId: school.built.classId })
const FIRST = '2027-09-13'
let first: WorkId

/** Two weeks with lessons, work and goals, and one after the end of the next year's term. */
beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher } = school)
  const { world, built } = school
  await buildLessons(world, built, [{ weekday: 5, starts: '09:00', ends: '10:00' }])
  const topicId = await buildTopic(world, built, 'Weather')
  first = await buildWork(world, built, {
    topicId,
    title: 'Rain log',
    week: '2026-10-12',
    lane: 'getReady',
    due: { is: 'lesson', edge: 'start', n: 1 },
  })
  await buildWork(world, built, {
    topicId,
    title: 'Mean',
    week: '2026-10-19',
    due: '2026-10-23T17:00',
  })
  await buildWork(world, built, { title: 'Any time' })
  await teacher.get('writeGoals', { ...at(), week: '2026-10-12' }, { goals: ['read a gauge'] })
  return () => school.stop()
})

const ASKED = { press: 'press-1', name: 'Tides', yearLabel: '2027', first: '2027-09-15' }
const carry = async (asked: Partial<typeof ASKED> = {}) =>
  (await teacher.get('carryOver', at(), { ...ASKED, ...asked })).classId
const topicsOf = (classId: ClassId) => teacher.get('seeTopics', { classId })

describe('a class that is carried over', () => {
  it('shows first what would come, and where each week would go', async () => {
    expect(await teacher.get('seeCarryOver', { ...at(), first: FIRST })).toEqual({
      ...{ className: 'Tides', yearLabel: '', topics: 1, groups: ['All'], unplanned: 1 },
      ...{ first: FIRST, termsKnown: true },
      weeks: [
        { from: '2026-10-12', to: '2027-09-13', works: 1, goals: 1 },
        { from: '2026-10-19', to: '2027-09-20', works: 1, goals: 0 },
      ],
    })
    expect((await teacher.ask('seeCarryOver', { ...at(), first: 'soon' })).error?.code).toBe(
      'carry_over_first',
    )
  })

  it('has topics, work as drafts, goals, lessons and rules in its own weeks, and none of the people or what they made', async () => {
    const address = submissionOf(school.built, first, 'Anna Reyes')
    const { version } = await school.anna.get('saveDraft', address, { html: '<p>words</p>', base: 0 })
    await school.anna.get('handIn', address, { version })
    const rules = (await teacher.get('seeClassRules', at())).talk
    await teacher.get('setTalkRules', { spaceId: at().classId }, { ...rules, nod: true })
    const classId = await carry()
    const register = await teacher.get('seeRegister', { classId })
    expect([register.places.length, register.teachers.map(one => one.name)]).toEqual([0, ['Ms Kestrel']])
    expect((await teacher.get('seeClassRules', { classId })).talk.nod).toBe(true)
    expect((await teacher.get('seeTimetable', { classId })).lessons).toMatchObject([
      { weekday: 5, starts: '09:00', ends: '10:00' },
    ])
    const week = await teacher.get('seeWeek', { classId, week: FIRST })
    expect(week.goals).toEqual(['read a gauge'])
    const page = JSON.stringify(await topicsOf(classId))
    for (const title of ['Weather', 'Rain log', 'Mean', 'Any time']) expect(page).toContain(title)
    const rows = await school.world.db.rows<{
      title: string
      week: string
      posted: number | null
      due: string
    }>(
      `select w.title, w.week, w.posted_at as posted, datetime(t.due_at / 1000, 'unixepoch') as due from works w
       left join work_times t on t.work_id = w.id where w.class_id = $classId order by w.title`,
      { classId },
    )
    expect(rows).toEqual([
      { title: 'Any time', week: null, posted: null, due: null },
      // five o'clock in Lisbon is four in Greenwich in September; the lesson is at nine
      { title: 'Mean', week: '2027-09-20', posted: null, due: '2027-09-24 16:00:00' },
      { title: 'Rain log', week: '2027-09-13', posted: null, due: '2027-09-17 08:00:00' },
    ])
    const made = await school.world.db.row<{ count: number }>(
      'select count(*) as count from submissions i join works w on w.id = i.work_id where w.class_id = $classId',
      { classId },
    )
    expect(made?.count).toBe(0)
    // the class before is as it was
    expect((await teacher.get('seeWeek', { ...at(), week: '2026-10-12' })).goals).toEqual(['read a gauge'])
  })

  it('is one class, however often the same press arrives', async () => {
    const all = await Promise.all([carry(), carry(), carry()])
    expect(new Set(all).size).toBe(1)
    expect(await carry({ press: 'press-2' })).not.toBe(all[0])
  })

  it('goes on with the same press where it was cut, and doubles nothing', async () => {
    for (let n = 0; n < 25; n++) await buildWork(school.world, school.built, { title: `More ${n}` })
    const classId = await carry()
    const titles = async () =>
      (
        await school.world.db.rows<{ title: string }>(
          'select title from works where class_id = $classId order by id',
          { classId },
        )
      )
        .map(row => row.title)
        .sort()
    const all = await titles()
    expect(all).toHaveLength(28)
    expect(new Set(all).size).toBe(28)
    // as it stands where the plug was pulled after the first of its commands
    await school.world.db.write(async () => {
      await school.world.db.run(
        'delete from work_times where work_id in (select id from works where class_id = $classId)',
        { classId },
      )
      await school.world.db.run('delete from works where class_id = $classId', { classId })
      await school.world.db.run(
        "update carried_over set last_work = '', done = 0 where class_id = $classId",
        { classId },
      )
    })
    expect(await Promise.all([carry(), carry()])).toEqual([classId, classId])
    expect(await titles()).toEqual(all)
  })

  it('comes of an archived class too, and asks for a name', async () => {
    await teacher.get('archiveClass', at(), { archived: true })
    const { error } = await teacher.ask('carryOver', at(), { ...ASKED, name: ' ' })
    expect(error).toMatchObject({ code: 'text_empty', path: 'name' })
    const classId = await carry()
    const tie = (await teacher.get('me', {})).ties.find(one => one.classId === classId)
    expect(tie).toMatchObject({ role: 'owner', archived: false, yearLabel: '2027' })
  })
})
