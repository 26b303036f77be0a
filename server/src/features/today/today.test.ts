import type { ConversationId, WorkId } from '@oppen/core/ids'
import {
  asViewer,
  buildClass,
  buildWork,
  follow,
  type Person,
  type SmallSchool,
  smallSchool,
  submissionOf,
  takePlace,
} from '@oppen/demo'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

let school: SmallSchool
const works = new Map<string, WorkId>()
const DAY = 86_400_000

const address = (title: string, name = 'Anna Reyes') =>
  submissionOf(school.built, works.get(title) as WorkId, name)
const titles = async (person: Person) =>
  (await person.get('seeToday', {})).submissions.map(submission => submission.work.title)

async function handInAs(person: Person, title: string, name: string): Promise<void> {
  const { version } = await person.get('saveDraft', address(title, name), {
    html: `<p>${title}</p>`,
    base: 0,
  })
  await person.get('handIn', address(title, name), { version })
}

beforeAll(async () => {
  school = await smallSchool()
  for (const [title, form] of Object.entries({
    'Due soon': { due: '2026-10-15T09:00', minutes: 10 },
    'Due later': { due: '2026-10-20T09:00' },
    'No deadline': {},
    'Opens later': { opens: '2026-10-15T09:00', due: '2026-10-16T09:00' },
    Marked: { due: '2026-10-16T09:00', points: '10' },
    Excused: { due: '2026-10-16T09:00' },
    'On paper': { due: '2026-10-16T09:00' },
  })) {
    works.set(title, await buildWork(school.world, school.built, { title, ...form }))
  }
  await handInAs(school.anna, 'Marked', 'Anna Reyes')
  await school.teacher.get('handBack', address('Marked'), { number: 1, mark: '7', feedback: 'Well done.' })
  await school.teacher.get('excuse', address('Excused'), { excused: true })
  await school.teacher.get('receive', address('On paper'), { received: true })
})
afterAll(() => school.stop())

describe('a pupil’s Today', () => {
  it('has what asks something or came back, by deadline, and nothing that is done with', async () => {
    expect(await titles(school.anna)).toEqual([
      'No deadline',
      'Due soon',
      'Marked',
      'Opens later',
      'Due later',
    ])
  })

  it('carries mark and feedback of what came back', async () => {
    const { submissions } = await school.anna.get('seeToday', {})
    expect(submissions.find(submission => submission.work.title === 'Marked')).toMatchObject({
      feedback: 'Well done.',
      status: { phase: 'handedBack', mark: 700 },
      className: 'Tides',
    })
  })

  it('has what came back until it was looked at, however long that takes', async () => {
    const now = school.clock.now()
    school.clock.moveTo(now + 15 * DAY)
    const later = await titles(school.anna)
    const { workId, placeId } = address('Marked')
    await school.anna.get('markRead', {}, { what: `submission:${workId}:${placeId}` })
    const looked = await titles(school.anna)
    school.clock.moveTo(now)
    expect(later).toContain('Marked')
    expect(looked).not.toContain('Marked')
  })

  it('says what each of the next seven days asks', async () => {
    const { days, submissions } = await school.anna.get('seeToday', {})
    const of = (day: string) => days.find(one => one.day === day)?.minutes ?? 0
    const today = new Date(school.clock.now()).toISOString().slice(0, 10)
    const end = new Date(school.clock.now() + 6 * DAY).toISOString().slice(0, 10)
    expect(days.length).toBeGreaterThan(0)
    expect(days.every(one => one.minutes > 0 && one.day >= today && one.day <= end)).toBe(true)
    expect(of(today)).toBe(submissions.reduce((sum, one) => sum + one.minutesToday, 0))
    expect(new Set(days.map(one => one.child))).toEqual(new Set(submissions.map(one => one.child)))
  })

  it('counts side notes of the teacher as new until they are looked at, never the own ones', async () => {
    school.clock.moveTo(school.clock.now() + 1000)
    await school.teacher.get('writeNote', address('Due soon'), { html: '<p>Look at the second line.</p>' })
    const count = async () =>
      (await school.anna.get('seeToday', {})).submissions.find(
        submission => submission.work.title === 'Due soon',
      )?.newNotes
    expect(await count()).toBe(1)
    school.clock.moveTo(school.clock.now() + 1000)
    const said = await school.anna.get('writeNote', address('Due soon'), { html: '<p>I will.</p>' })
    // whoever answers has not read for that
    expect(await count()).toBe(1)
    const at = { spaceId: school.built.classId, conversationId: said.conversationId }
    await school.anna.get('markSeen', at, { until: Number.MAX_SAFE_INTEGER })
    expect(await count()).toBe(0)
  })

  it('spans all classes of the pupil', async () => {
    const other = await buildClass(school.world, {
      name: 'Charts',
      yearLabel: '',
      teacher: school.owner,
      groups: { All: ['Anna R'] },
    })
    await takePlace(school.world, other, 'Anna R', school.pupil)
    await buildWork(school.world, other, { title: 'In the other class', due: '2026-10-15T08:00' })
    const { submissions } = await school.anna.get('seeToday', {})
    expect(submissions.find(submission => submission.work.title === 'In the other class')?.className).toBe(
      'Charts',
    )
    expect(new Set(submissions.map(submission => submission.child)).size).toBe(1)
  })
})

describe('a family’s Today', () => {
  it('has the child’s submissions in every class of the child, without a word on side notes, and of no other child', async () => {
    const { submissions } = await school.family.get('seeToday', {})
    expect(submissions.map(submission => submission.work.title)).toEqual([
      'No deadline',
      'In the other class',
      'Due soon',
      'Marked',
      'Opens later',
      'Due later',
    ])
    expect(submissions.every(submission => submission.newNotes === 0)).toBe(true)
    expect(new Set(submissions.map(submission => submission.child)).size).toBe(1)
    const inTides = submissions
      .filter(submission => submission.className === 'Tides')
      .map(submission => submission.placeId)
    expect(new Set(inTides)).toEqual(new Set([address('Marked').placeId]))
  })

  it('tells two children apart', async () => {
    const { account } = await school.family.get('me', {})
    await follow(school.world, school.built, 'Bo Lund', asViewer(account.id, 'family'))
    const { submissions } = await school.family.get('seeToday', {})
    expect(new Set(submissions.map(submission => submission.child)).size).toBe(2)
    expect(
      submissions
        .filter(submission => submission.work.title === 'Marked')
        .map(submission => submission.status.phase)
        .sort(),
    ).toEqual(['handedBack', 'untouched'])
  })
})

describe('a teacher’s Today', () => {
  it('says what waits for a mark, since when, and how many are in', async () => {
    await handInAs(school.bo, 'Due soon', 'Bo Lund')
    const { teaching } = await school.teacher.get('seeToday', {})
    const tides = teaching.find(one => one.className === 'Tides')
    expect(tides).toMatchObject({ pupils: 2, claimed: 2, doorOpen: false })
    expect(tides?.works.find(work => work.title === 'Due soon')).toMatchObject({
      toMark: 1,
      in: 1,
      of: 2,
      oldestAt: school.clock.now(),
    })
    expect(tides?.works.find(work => work.title === 'Excused')).toMatchObject({ toMark: 0, in: 0, of: 1 })
    expect(tides?.works.map(work => work.title)).not.toContain('No deadline')
  })

  it('says who asks what, until it is looked at', async () => {
    school.clock.moveTo(school.clock.now() + 1000)
    await school.bo.get('writeNote', address('Due soon', 'Bo Lund'), { html: '<p>Is mine too short?</p>' })
    const asks = async () =>
      (await school.teacher.get('seeToday', {})).teaching.flatMap(one =>
        one.asks.map(ask => [ask.name, ask.html]),
      )
    expect(await asks()).toEqual([
      ['Anna Reyes', '<p>I will.</p>'],
      ['Bo Lund', '<p>Is mine too short?</p>'],
    ])
    const { id } = await school.teacher.get('seeSideNote', address('Due soon', 'Bo Lund'))
    const at = { spaceId: school.built.classId, conversationId: id as ConversationId }
    await school.teacher.get('markSeen', at, { until: Number.MAX_SAFE_INTEGER })
    expect(await asks()).toEqual([['Anna Reyes', '<p>I will.</p>']])
  })

  it('says whether the door is open and until when', async () => {
    const at = { classId: school.built.classId, spaceId: school.built.classId }
    await school.teacher.get('openDoor', at, { span: { minutes: 30 }, admits: null })
    const door = async () => {
      const { teaching } = await school.teacher.get('seeToday', {})
      const tides = teaching.find(one => one.className === 'Tides')
      return [tides?.doorOpen, tides?.doorClosesAt]
    }
    expect(await door()).toEqual([true, school.clock.now() + 30 * 60_000])
    await school.teacher.get('closeDoor', at)
    expect(await door()).toEqual([false, null])
  })

  it('has nothing of classes that others teach', async () => {
    const { submissions, teaching } = await school.teacher.get('seeToday', {})
    expect(submissions).toEqual([])
    expect(teaching.map(one => one.className).sort()).toEqual(['Charts', 'Tides'])
  })
})

it('a look at Today is remembered for the person alone', async () => {
  expect((await school.anna.get('seeToday', {})).readAt).toBeNull()
  await school.anna.get('markRead', {}, { what: 'today' })
  expect((await school.anna.get('seeToday', {})).readAt).toBe(school.clock.now())
  expect((await school.bo.get('seeToday', {})).readAt).toBeNull()
})

it('has the newest twenty that came back, for whoever never looks at them', async () => {
  const now = school.clock.now()
  const named = Array.from({ length: 23 }, (_, index) => `Came back ${String(index).padStart(2, '0')}`)
  for (const [index, title] of named.entries()) {
    works.set(title, await buildWork(school.world, school.built, { title }))
    await handInAs(school.bo, title, 'Bo Lund')
    school.clock.moveTo(now + index * 60_000)
    await school.teacher.get('handBack', address(title, 'Bo Lund'), { number: 1, mark: null, feedback: '' })
  }
  const shown = (await titles(school.bo)).filter(title => named.includes(title)).sort()
  school.clock.moveTo(now)
  expect(shown).toEqual(named.slice(3))
})
