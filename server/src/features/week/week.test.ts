import type { WorkId } from '@oppen/core/ids'
import {
  buildWork,
  lessonRule,
  type PlainWork,
  placeOf,
  submissionOf,
  type TwoGroups,
  twoGroups,
} from '@oppen/demo'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'

let school: TwoGroups
beforeEach(async () => {
  school = await twoGroups()
})
afterEach(() => school.stop())

const week = '2026-10-12'
const at = (monday = week) => ({ classId: school.built.classId, week: monday })
const summer = (day: number, hour: number, minute = 0) => Date.UTC(2026, 9, day, hour - 1, minute)
const make = (change: PlainWork = {}) =>
  buildWork(school.world, school.built, {
    title: 'Work',
    week,
    lane: 'getReady',
    due: lessonRule('start', 2),
    minutes: 20,
    ...change,
  })
const mine = () => school.anna.get('seeWeek', at())
const taught = (monday = week) => school.teacher.get('seeWeek', at(monday))

describe('the week of a pupil', () => {
  it('has the group’s lessons, goals, cards with the own deadline and why, and what the days ask', async () => {
    await make({ title: 'Read a table' })
    await school.teacher.get('writeGoals', at(), { goals: ['read a table', ' ', 'say what it hides'] })
    const page = await mine()
    expect(page.week).toBe(week)
    expect(page.groups.map(group => group.name)).toEqual(['Heron'])
    expect(page.lessons.map(lesson => [lesson.date, lesson.starts])).toEqual([
      ['2026-10-12', '10:15'],
      ['2026-10-15', '13:30'],
    ])
    expect(page.goals).toEqual(['read a table', 'say what it hides'])
    expect(page.cards).toMatchObject([
      {
        title: 'Read a table',
        lane: 'getReady',
        dueAt: summer(15, 13, 30),
        why: { is: 'lesson', edge: 'start' },
        mine: { phase: 'untouched' },
        counts: null,
      },
    ])
    // posted on Wednesday, due before the lesson of Thursday: all of it on Wednesday
    expect(page.days.find(day => day.date === '2026-10-14')?.minutes).toBe(20)
    expect(page.term?.weeks).toHaveLength(14)
    expect(page.term?.weeks[5]).toMatchObject({ monday: week, number: 6, minutes: 20, here: 20 })
    expect(page.term?.weeks[7]).toMatchObject({ number: null, closed: 'Break' })
  })

  it('takes in work without a week that is due in it, and work that waits from before while it is this week', async () => {
    await make({ title: 'No week', week: null, lane: null, due: '2026-10-16T17:00' })
    const late = await make({ title: 'Late', due: '2026-10-15T08:00' })
    school.clock.moveTo(summer(19, 12))
    const now = await school.anna.get('seeWeek', { ...at(), week: 'now' })
    expect(now.week).toBe('2026-10-19')
    expect(now.waiting.map(card => card.title).sort()).toEqual(['Late', 'No week'])
    expect((await mine()).waiting).toEqual([])
    const submission = submissionOf(school.built, late, 'Anna Reyes')
    const { version } = await school.anna.get('saveDraft', submission, { html: '<p>done</p>', base: 0 })
    await school.anna.get('handIn', submission, { version })
    await school.teacher.get('handBack', submission, { number: 1, mark: null, feedback: 'Good.' })
    const then = await school.anna.get('seeWeek', { ...at(), week: 'now' })
    expect(then.waiting.map(card => card.title)).toEqual(['No week'])
    expect(then.cameBack).toMatchObject([{ title: 'Late', by: 'Ms Kestrel', feedback: 'Good.' }])
  })

  it('holds back what has not appeared, says when to look again, and shows of a locked work only that it is there', async () => {
    const later = await make({ title: 'Later', appears: '2026-10-15T08:00' })
    const locked = await make({
      title: 'Locked',
      lane: 'lesson',
      opens: lessonRule('start', 2),
      due: lessonRule('end', 2),
      directions: '<p>secret</p>',
      template: '<p>secret too</p>',
      links: [{ title: 'secret', url: 'https://x.example' }],
    })
    const page = await mine()
    expect(page.cards.map(card => card.title)).toEqual(['Locked'])
    expect(page.changesAt).toBe(summer(15, 8))
    const submission = submissionOf(school.built, locked, 'Anna Reyes')
    const seen = await school.anna.get('seeSubmission', submission)
    expect(JSON.stringify(seen)).not.toContain('secret')
    expect(await school.anna.ask('seeSubmission', { ...submission, workId: later })).toMatchObject({
      status: 404,
    })
    expect((await school.teacher.get('seeSubmission', submission)).work.directions).toBe('<p>secret</p>')
    // the lesson of Heron begins: it is open there, and still locked for Wren, who meet on Friday
    school.clock.moveTo(summer(15, 13, 30))
    expect((await school.anna.get('seeSubmission', submission)).work.directions).toBe('<p>secret</p>')
    const other = submissionOf(school.built, locked, 'Bo Lund')
    expect((await school.bo.get('seeSubmission', other)).work.directions).toBe('')
    expect((await mine()).cards.map(card => card.title).sort()).toEqual(['Later', 'Locked'])
  })

  it('is the same for the family, and nobody else’s', async () => {
    await make()
    const { placeId } = placeOf(school.built, 'Anna Reyes')
    const page = await school.family.get('seeChildWeek', { ...at(), placeId })
    expect(page.cards).toEqual((await mine()).cards)
    const bo = placeOf(school.built, 'Bo Lund').placeId
    expect(await school.family.ask('seeChildWeek', { ...at(), placeId: bo })).toMatchObject({ status: 404 })
    expect(await school.family.ask('seeWeek', at())).toMatchObject({ status: 404 })
  })

  it.each(['2026-13-01', 'soon', 'now;'])('"%s" is no week', async typed => {
    expect(await school.anna.ask('seeWeek', { ...at(), week: typed })).toMatchObject({ status: 404 })
  })
})

describe('the week of a teacher', () => {
  it('counts who is in, for each group and for all', async () => {
    const workId = await make()
    const submission = submissionOf(school.built, workId, 'Bo Lund')
    const { version } = await school.bo.get('saveDraft', submission, { html: '<p>x</p>', base: 0 })
    await school.bo.get('handIn', submission, { version })
    const [card] = (await taught()).cards
    expect(card?.counts).toEqual({ in: 1, toMark: 1, of: 3 })
    expect(card?.times.map(one => one.counts)).toEqual([
      { in: 0, toMark: 0, of: 2 },
      { in: 1, toMark: 1, of: 1 },
    ])
  })

  it('holds drafts, which no pupil sees', async () => {
    const { form } = await school.teacher.get('seeWork', { ...at(), workId: await make() })
    await school.teacher.get('postWork', at(), { form: { ...form, title: '' }, draft: true, alsoIn: [] })
    expect((await taught()).cards.map(card => card.posting).sort()).toEqual(['draft', 'posted'])
    expect((await mine()).cards).toHaveLength(1)
    expect((await school.anna.get('seeTopics', at())).topics.flatMap(topic => topic.works)).toHaveLength(1)
  })

  it('writes the parts of a lesson, which the pupils of that group read', async () => {
    const page = await taught()
    const lesson = page.lessons.find(one => one.date === '2026-10-15')
    const groupId = school.built.groups.Heron as never
    const form = { groupId, key: lesson?.key ?? '', live: 'We read gauges.', own: 'Write it up.' }
    await school.teacher.get('writeLesson', at(), form)
    expect((await mine()).lessons[1]).toMatchObject({ live: 'We read gauges.', own: 'Write it up.' })
    const bos = await school.bo.get('seeWeek', at())
    expect(bos.lessons.every(one => one.live === '')).toBe(true)
    expect(await school.teacher.ask('writeLesson', at(), { ...form, key: 'none' })).toMatchObject({
      status: 404,
    })
  })
})

describe('a card put somewhere else', () => {
  const groups = () => ({ heron: school.built.groups.Heron as never })

  it('shows its new deadlines before it is let go, and has them after', async () => {
    const workId = await make()
    const address = { ...at(), workId }
    const spot = { week, lane: 'getReady' as const, weekday: 1, groupId: groups().heron }
    const trial = await school.teacher.get('tryMove', address, { ...spot, week: '2026-10-19' })
    expect(trial.times.map(one => [one.name, one.dueAt])).toEqual([
      ['Heron', summer(19, 10, 15)],
      ['Wren', summer(20, 10, 15)],
    ])
    expect((await mine()).cards).toHaveLength(1)
    await school.teacher.get('moveCard', address, { ...spot, week: '2026-10-19' })
    expect((await mine()).cards).toEqual([])
    expect((await school.anna.get('seeWeek', at('2026-10-19'))).cards[0]?.dueAt).toBe(summer(19, 10, 15))
  })

  it('takes the times of another lane', async () => {
    const workId = await make()
    await school.teacher.get(
      'moveCard',
      { ...at(), workId },
      { week, lane: 'lesson', weekday: null, groupId: null },
    )
    expect((await mine()).cards[0]).toMatchObject({
      lane: 'lesson',
      opensAt: summer(15, 13, 30),
      dueAt: summer(15, 14, 15),
    })
  })
})

describe('a week filled from an earlier one', () => {
  it('takes work and goals along, with the deadlines of the new week, over the break and the clock change', async () => {
    await school.teacher.get('writeGoals', at(), { goals: ['read a table'] })
    const first = await make({
      title: 'First',
      directions: '<p>do</p>',
      links: [{ title: 'a', url: 'https://a.example' }],
    })
    const second = await make({ title: 'Second', lane: 'followUp', due: '2026-10-16T17:00' })
    const to = '2026-11-02'
    const shown = await school.teacher.get('seeFill', { ...at(to), from: week })
    expect(shown.goals).toEqual(['read a table'])
    expect(shown.works.map(work => [work.title, work.times.map(one => one.dueAt)])).toEqual([
      ['First', [Date.UTC(2026, 10, 5, 13, 30), Date.UTC(2026, 10, 6, 9)]],
      ['Second', [Date.UTC(2026, 10, 6, 17), Date.UTC(2026, 10, 6, 17)]],
    ])
    const fill = { from: week, workIds: [first, second], goals: true, post: false }
    const { workIds } = await school.teacher.get('fillWeek', at(to), fill)
    const page = await taught(to)
    expect(page.goals).toEqual(['read a table'])
    expect(page.cards.map(card => [card.title, card.posting])).toEqual([
      ['First', 'draft'],
      ['Second', 'draft'],
    ])
    expect((await school.anna.get('seeWeek', at(to))).cards).toEqual([])
    const copy = await school.teacher.get('seeWork', { ...at(), workId: workIds[0] as WorkId })
    expect(copy.form).toMatchObject({ directions: '<p>do</p>', links: [{ url: 'https://a.example' }] })
    await school.teacher.get('fillWeek', at('2026-11-09'), { ...fill, goals: false, post: true })
    expect((await school.anna.get('seeWeek', at('2026-11-09'))).cards).toHaveLength(2)
  })
})
