import type { WorkForm } from '@oppen/contract'
import type { ClassId, GroupId, WorkId } from '@oppen/core/ids'
import {
  buildClass,
  buildTopic,
  buildWork,
  formOf,
  lessonRule,
  type PlainWork,
  submissionOf,
  type TwoGroups,
  twoGroups,
} from '@oppen/demo'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { saveMaterial } from './materials.js'

let school: TwoGroups
beforeEach(async () => {
  school = await twoGroups()
})
afterEach(() => school.stop())

const at = () => ({ classId: school.built.classId })
const post = (work: PlainWork, more: { draft?: boolean; alsoIn?: ClassId[] } = {}) =>
  school.teacher.ask('postWork', at(), { form: formOf(work), draft: false, alsoIn: [], ...more })
const titles = async (person = school.anna) =>
  (await person.get('seeTopics', at())).topics.flatMap(topic => topic.works.map(work => work.title))
const change = (workId: WorkId, form: WorkForm, version: number, more = {}) =>
  school.teacher.ask(
    'changeWork',
    { ...at(), workId },
    { form, version, tell: false, post: false, alsoIn: [], ...more },
  )

describe('a draft', () => {
  it('may lack what posted work needs, is seen by teachers alone, and is posted when it has it', async () => {
    const { reply } = await post(
      { title: '', due: lessonRule('start', 9), week: '2026-10-19' },
      { draft: true },
    )
    expect(await titles()).toEqual([])
    const page = await school.teacher.get('seeWork', { ...at(), workId: reply.workId })
    expect(page.postedAt).toBeNull()
    expect(page.times[0]?.problems).toMatchObject([{ is: 'noLesson' }])
    const asked = { post: true }
    expect(await change(reply.workId, page.form, 1, asked)).toMatchObject({
      error: { code: 'text_empty', path: 'title' },
    })
    const named = { ...page.form, title: 'Now it has one' }
    expect(await change(reply.workId, named, 1, asked)).toMatchObject({
      error: { code: 'rule_finds_nothing', path: 'rules.due', params: { group: 'Heron' } },
    })
    const good = { ...named, rules: { ...named.rules, due: lessonRule('start', 2) } }
    await change(reply.workId, good, 1, asked)
    expect(await titles()).toEqual(['Now it has one'])
  })
})

describe('changing posted work', () => {
  it('keeps what pupils wrote, and is refused where somebody else has changed it', async () => {
    const workId = await buildWork(school.world, school.built, { title: 'Before', template: '<p>one</p>' })
    const submission = submissionOf(school.built, workId, 'Anna Reyes')
    await school.anna.get('saveDraft', submission, { html: '<p>mine</p>', base: 0 })
    const { form, version, begun } = await school.teacher.get('seeWork', { ...at(), workId })
    expect(begun.map(one => one.name)).toEqual(['Anna Reyes'])
    const { reply } = await change(
      workId,
      { ...form, title: 'After', details: { assignment: { template: '<p>two</p>' } } },
      version,
    )
    expect(reply.version).toBe(version + 1)
    const seen = await school.anna.get('seeSubmission', submission)
    expect(seen.draft?.html).toBe('<p>mine</p>')
    expect(seen.work).toMatchObject({
      title: 'After',
      details: { assignment: { template: '<p>two</p>' } },
    })
    expect(await change(workId, form, version)).toMatchObject({
      status: 409,
      error: { code: 'work_changed', params: { version: version + 1 } },
    })
  })

  it('takes it out of sight with all that was made of it, and brings it back', async () => {
    const workId = await buildWork(school.world, school.built, { title: 'Gone' })
    const submission = submissionOf(school.built, workId, 'Anna Reyes')
    await school.anna.get('saveDraft', submission, { html: '<p>mine</p>', base: 0 })
    await school.teacher.get('removeWork', { ...at(), workId })
    expect(await titles()).toEqual([])
    expect(await titles(school.teacher)).toEqual([])
    expect(await school.anna.ask('seeSubmission', submission)).toMatchObject({ status: 404 })
    await school.teacher.get('restoreWork', { ...at(), workId })
    expect((await school.anna.get('seeSubmission', submission)).draft?.html).toBe('<p>mine</p>')
  })
})

describe('posting in several classes', () => {
  it('gives each its own work under a topic of the same name, with the times of its own lessons', async () => {
    const topicId = await buildTopic(school.world, school.built, 'High water')
    const other = await buildClass(school.world, {
      name: 'Charts',
      yearLabel: '',
      teacher: school.owner,
      groups: { All: ['Zoe Quay'] },
    })
    await post({ title: 'In both', topicId, due: '2026-10-16T17:00' }, { alsoIn: [other.classId] })
    const page = await school.teacher.get('seeTopics', { classId: other.classId })
    expect(page.topics).toMatchObject([{ name: 'High water', works: [{ title: 'In both' }] }])
  })

  it('gives each its own files, and lets the pictures in its text be those', async () => {
    const { world, owner, built } = school
    const other = await buildClass(world, {
      name: 'Charts',
      yearLabel: '',
      teacher: owner,
      groups: { All: ['Zoe Quay'] },
    })
    const form = formOf({ title: 'Look closely' })
    const { workId } = (await post({ title: 'Look closely' }, { draft: true })).reply
    const hash = await world.files.keepBytes(Buffer.from('a picture'))
    const address = { classId: built.classId, workId }
    const { id } = await saveMaterial(world, address, { name: 'a.png', hash, type: 'image/png', size: 9 })
    const picture = (classId: string, work: string, material: string) =>
      `/api/classes/${classId}/works/${work}/materials/${material}`
    const directions = `<p>This: <img src="${picture(built.classId, workId, id)}" alt="A gauge" /></p>`
    await school.teacher.get('changeWork', address, {
      form: { ...form, directions },
      version: 1,
      tell: false,
      post: true,
      alsoIn: [other.classId],
    })
    const page = await school.teacher.get('seeTopics', { classId: other.classId })
    const there = page.topics[0]?.works[0]?.id as WorkId
    const seen = await school.teacher.get('seeWork', { classId: other.classId, workId: there })
    const [file] = seen.files
    expect(seen.form.directions).toBe(
      `<p>This: <img src="${picture(other.classId, there, file?.id ?? '')}" alt="A gauge" /></p>`,
    )
    expect((await school.teacher.get('seeWork', address)).form.directions).toBe(directions)
    const bytes = await school.teacher.fetch(picture(other.classId, there, file?.id ?? ''), { method: 'GET' })
    expect(await bytes.text()).toBe('a picture')
  })

  it('is only for classes that one teaches, and keeps nothing where one of them is not', async () => {
    const answer = await post({ title: 'In both' }, { alsoIn: ['elsewhere' as ClassId] })
    expect(answer).toMatchObject({ status: 404 })
    expect(await titles(school.teacher)).toEqual([])
  })
})

it('a line for a link that says nothing yet keeps nothing from being tried or kept', async () => {
  const links = [
    { title: '', url: ' ' },
    { title: 'Tides', url: 'tides.example.org' },
  ]
  const { reply, error } = await post({ title: 'With a link', links })
  expect(error).toBeUndefined()
  const { form } = await school.teacher.get('seeWork', { ...at(), workId: reply.workId })
  expect(form.links).toEqual([{ title: 'Tides', url: 'https://tides.example.org' }])
})

describe('what is wrong in the form is named', () => {
  it.each<[PlainWork, string, string]>([
    [{ forWhom: 'pupils' }, 'nobody_asked', 'forWhom'],
    [{ forWhom: 'groups' }, 'nobody_asked', 'forWhom'],
    [{ opens: '2026-10-16T10:00', due: '2026-10-16T09:00' }, 'due_before_opens', 'rules.due'],
    [{ due: { is: 'lesson', edge: 'start', n: 0 }, week: '2026-10-12' }, 'rule_unreadable', 'rules.due'],
    [{ due: lessonRule('start', 1) }, 'rule_finds_nothing', 'rules.due'],
    [{ week: 'next' }, 'week_unreadable', 'week'],
    [{ links: [{ title: '', url: 'javascript:alert(1)' }] }, 'link_unreadable', 'links.0'],
    [{ links: [{ title: '', url: 'nowhere' }] }, 'link_unreadable', 'links.0'],
    [
      { kind: 'question', question: { choices: ['one'], several: false, shown: 'never' } },
      'question_choices',
      'details.question',
    ],
    [
      { kind: 'question', question: { choices: ['one', 'one'], several: false, shown: 'never' } },
      'question_choices',
      'details.question',
    ],
    [
      {
        kind: 'question',
        question: {
          choices: ['one', 'two'],
          several: false,
          shown: 'never',
          key: { right: ['one', 'two'] },
        },
      },
      'question_key',
      'details.question',
    ],
    [{ category: 'x'.repeat(81) }, 'text_long', 'category'],
  ])('%j', async (work, code, path) => {
    expect(await post(work)).toMatchObject({ error: { code, path } })
    expect(await titles(school.teacher)).toEqual([])
  })
})

describe('a trial of a form', () => {
  it('tells each group’s times with the reason, and what the days around the deadline hold for its pupils', async () => {
    await buildWork(school.world, school.built, {
      title: 'There',
      due: '2026-10-16T17:00',
      minutes: 60,
      forWhom: 'groups',
      groupIds: [school.built.groups.Heron as GroupId],
    })
    const form = formOf({ title: 'New', due: '2026-10-16T17:00', minutes: 30 })
    const trial = await school.teacher.get('tryWork', at(), { ...form, workId: null })
    expect(trial.times.map(one => [one.name, one.pupils, one.why?.is])).toEqual([
      ['Heron', 2, 'fixed'],
      ['Wren', 1, 'fixed'],
    ])
    const [heron, wren] = trial.load
    expect(heron?.days.find(day => day.date === '2026-10-16')).toEqual({
      date: '2026-10-16',
      others: 20,
      most: 20,
      own: 10,
    })
    expect(wren?.days.find(day => day.date === '2026-10-16')).toMatchObject({ others: 0, own: 10 })
    expect(heron?.lighter).toMatchObject({ now: 30 })
    expect(await titles()).toEqual(['There'])
  })
})

describe('a handout', () => {
  it('comes with files and links, is looked at, and takes nothing back', async () => {
    const workId = await buildWork(school.world, school.built, {
      title: 'To read',
      kind: 'handout',
      opens: '2026-10-15T09:00',
      links: [{ title: '', url: 'tides.example/table' }],
    })
    const hash = await school.world.files.keepBytes(Buffer.from('a table'))
    const { id } = await saveMaterial(
      school.world,
      { ...at(), workId },
      { name: 'table.txt', hash, type: 'text/plain', size: 7 },
    )
    const submission = submissionOf(school.built, workId, 'Anna Reyes')
    const file = `/api/classes/${at().classId}/works/${workId}/materials/${id}`
    expect((await school.anna.fetch(file)).status).toBe(404)
    expect(await school.anna.ask('readHandout', submission)).toMatchObject({
      error: { code: 'work_not_open' },
    })
    school.clock.moveTo(Date.UTC(2026, 9, 15, 8))
    expect(await (await school.anna.fetch(file)).text()).toBe('a table')
    expect((await school.family.fetch(file)).status).toBe(200)
    const { work } = await school.anna.get('seeSubmission', submission)
    expect(work.materials.map(one => [one.kind, one.title, one.url])).toEqual([
      ['link', 'tides.example/table', 'https://tides.example/table'],
      ['file', 'table.txt', null],
    ])
    expect((await school.anna.get('readHandout', submission)).phase).toBe('started')
    await school.anna.get('readHandout', submission)
    expect(await school.anna.ask('saveDraft', submission, { html: '<p>x</p>', base: 0 })).toMatchObject({
      error: { code: 'nothing_asked' },
    })
    expect(await school.anna.upload(submission, Buffer.from('mine'), 'mine.txt')).toMatchObject({
      error: { code: 'nothing_asked' },
    })
    const [line] = (await school.teacher.get('seeTopics', at())).topics.flatMap(topic => topic.works)
    expect(line?.counts).toEqual({ in: 1, toMark: 0, of: 3 })
  })
})

describe('the order of a topic', () => {
  const ids = async () => {
    const page = await school.teacher.get('seeTopics', at())
    return page.topics.map(topic => [topic.name, topic.works.map(work => work.title).join('')])
  }
  it('is the newest first, then by hand, pinned above all; topics are sorted, merged and put away', async () => {
    const [one, two] = [
      await buildTopic(school.world, school.built, 'One'),
      await buildTopic(school.world, school.built, 'Two'),
    ]
    const [a, b, c] = [
      await buildWork(school.world, school.built, { title: 'a', topicId: one }),
      await buildWork(school.world, school.built, { title: 'b', topicId: one }),
      await buildWork(school.world, school.built, { title: 'c', topicId: two }),
    ]
    expect(await ids()).toEqual([
      ['One', 'ba'],
      ['Two', 'c'],
    ])
    await school.teacher.get('orderWorks', at(), { topicId: one, workIds: [a, b] })
    expect(await ids()).toEqual([
      ['One', 'ab'],
      ['Two', 'c'],
    ])
    await school.teacher.get('pinWork', { ...at(), workId: b }, { pinned: true })
    expect(await ids()).toEqual([
      ['One', 'ba'],
      ['Two', 'c'],
    ])
    await school.teacher.get('orderTopics', at(), { topicIds: [two, one] })
    expect(await ids()).toEqual([
      ['Two', 'c'],
      ['One', 'ba'],
    ])
    await school.teacher.get('orderWorks', at(), { topicId: two, workIds: [a, c] })
    expect(await ids()).toEqual([
      ['Two', 'ac'],
      ['One', 'b'],
    ])
    await school.teacher.get('renameTopic', { ...at(), topicId: one }, { name: 'Uno' })
    await school.teacher.get('mergeTopic', { ...at(), topicId: two }, { into: one })
    expect(await ids()).toEqual([['Uno', 'bac']])
    await school.teacher.get('removeTopic', { ...at(), topicId: one })
    expect(await ids()).toEqual([[null, 'bac']])
  })
})
