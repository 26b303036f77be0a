import type { PlaceId, TopicId, WorkId } from '@oppen/core/ids'
import { LIMITS } from '@oppen/core/texts'
import { UNTOUCHED } from '@oppen/core/work'
import {
  type BuiltClass,
  buildClass,
  buildTopic,
  buildWork,
  formOf,
  type Person,
  type PlainWork,
  placeOf,
  type SmallSchool,
  smallSchool,
  submissionOf,
} from '@oppen/demo'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'

let school: SmallSchool
let built: BuiltClass
let topicId: TopicId
let teacher: Person
let anna: Person
let workId: WorkId

beforeAll(async () => {
  school = await smallSchool()
  ;({ built, teacher, anna } = school)
  topicId = await buildTopic(school.world, built, 'High water')
})
afterAll(() => school.stop())

beforeEach(async () => {
  workId = await buildWork(school.world, built, {
    topicId,
    title: 'Read a table',
    due: '2026-10-16T17:00',
    points: '10',
    template: '<p>High water: </p>',
  })
})

const submission = () => submissionOf(built, workId, 'Anna Reyes')
const post = (change: PlainWork) =>
  teacher.ask('postWork', { classId: built.classId }, { form: formOf(change), draft: false, alsoIn: [] })

describe('posting', () => {
  it('keeps formatting and lets no script, style or running address through', async () => {
    const directions =
      '<p onclick="x()">Read <b>this</b><script>alert(1)</script><img src=x onerror=alert(1)> <a href="javascript:alert(1)">a</a><a href="https://example.org/tides">b</a></p><iframe src="//x"></iframe>'
    const { reply } = await post({ directions })
    const page = await teacher.get('seeSubmission', { ...submission(), workId: reply.workId })
    expect(page.work.directions).toBe('<p>Read this <a>a</a><a href="https://example.org/tides">b</a></p>')
  })

  it.each([
    [{ title: '  ' }, 'text_empty', 'title'],
    [{ title: 'x'.repeat(LIMITS.title + 1) }, 'text_long', 'title'],
    [{ directions: `<p>${'x'.repeat(100_000)}</p>` }, 'text_long', 'directions'],
    [{ due: '2026-10-14T16:20' }, 'time_past', 'rules.due'],
    [{ due: 'Friday' }, 'time_unreadable', 'rules.due'],
    [{ due: '2027-03-28T01:30' }, 'time_skipped', 'rules.due'],
    [{ due: '2026-10-16T17:00', closes: '2026-10-16T16:59' }, 'closes_before_due', 'rules.closes'],
    [{ points: '0' }, 'points_unreadable', 'points'],
    [{ points: 'ten' }, 'points_unreadable', 'points'],
  ])('%j is refused as %s at %s', async (change, code, path) => {
    expect(await post(change)).toMatchObject({ status: 422, error: { code, path } })
  })

  it('takes the later of a time that comes twice, and says so', async () => {
    const { reply } = await post({ due: '2026-10-25T01:30' })
    const trial = { ...formOf({ due: '2026-10-25T01:30' }), workId: null }
    expect((await teacher.get('tryWork', { classId: built.classId }, trial)).twice).toEqual(['due'])
    const page = await teacher.get('seeSubmission', { ...submission(), workId: reply.workId })
    expect(page.work.dueAt).toBe(Date.UTC(2026, 9, 25, 1, 30))
  })

  it('takes no topic of another class', async () => {
    const other = await buildClass(school.world, {
      name: 'Other',
      yearLabel: '',
      teacher: built.teacher,
      groups: { All: [] },
    })
    const elsewhere = await buildTopic(school.world, other, 'Elsewhere')
    expect(await post({ topicId: elsewhere })).toMatchObject({ status: 404 })
  })

  it('shows a pupil their own status, a teacher the counts', async () => {
    const own = await anna.get('seeTopics', { classId: built.classId })
    const line = own.topics.find(topic => topic.id === topicId)?.works.find(work => work.id === workId)
    expect(line).toMatchObject({ mine: UNTOUCHED, counts: null })
    const taught = await teacher.get('seeTopics', { classId: built.classId })
    const counted = taught.topics.find(topic => topic.id === topicId)?.works.find(work => work.id === workId)
    expect(counted).toMatchObject({ mine: null, counts: { in: 0, toMark: 0, of: 2 } })
  })
})

it('a submission is only found where work, place and class belong together', async () => {
  const other = await buildClass(school.world, {
    name: 'Other',
    yearLabel: '',
    teacher: built.teacher,
    groups: { All: ['Zoe Quay'] },
  })
  const foreignWork = await buildWork(school.world, other, { title: 'Foreign' })
  const foreignPlace = placeOf(other, 'Zoe Quay').placeId as PlaceId
  for (const address of [
    { ...submission(), workId: foreignWork },
    { ...submission(), placeId: foreignPlace },
    { classId: other.classId, workId, placeId: foreignPlace },
  ]) {
    expect(await teacher.ask('seeSubmission', address)).toMatchObject({
      status: 404,
      error: { code: 'not_found' },
    })
    expect(await teacher.ask('excuse', address, { excused: true })).toMatchObject({ status: 404 })
  }
})
