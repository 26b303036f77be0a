import type { CalendarForm, TimetableForm } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import {
  buildOwner,
  buildWork,
  lessonRule,
  type Person,
  placeOf,
  Seeded,
  submissionOf,
  type TwoGroups,
  twoGroups,
} from '@oppen/demo'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { newGroup } from '../classes/service.js'
import { setExtension } from '../work/extension.js'
import { changeWork, removeWork, restoreWork, seeWork } from '../work/posting.js'
import { planOf } from './planner.js'
import { timedWorks, timeRowsOf } from './queries.js'
import { setLoads } from './workLoads.js'

let school: TwoGroups
let head: Person
beforeEach(async () => {
  school = await twoGroups()
  await buildOwner(school.world, 'Mr Siskin')
  head = await school.person().signIn('mr.siskin')
})
afterEach(() => school.stop())

const at = () => ({ classId: school.built.classId })
// Lisbon is an hour ahead of UTC until 25 October 2026, and then not
const summer = (day: number, hour: number, minute = 0) => Date.UTC(2026, 9, day, hour - 1, minute)
const prepared = (change = {}) =>
  buildWork(school.world, school.built, {
    title: 'Read a table',
    week: '2026-10-12',
    lane: 'getReady',
    due: lessonRule('start', 2),
    minutes: 20,
    ...change,
  })
const dueOf = async (person: TwoGroups['anna'], workId: WorkId) => {
  const { submissions } = await person.get('seeToday', {})
  return submissions.find(submission => submission.work.id === workId)?.work.dueAt
}
const timetable = async (change: Partial<TimetableForm>): Promise<TimetableForm> => {
  const page = await school.teacher.get('seeTimetable', at())
  return { from: '2026-10-14', lessons: page.lessons, changes: page.changes, rooms: [], ...change }
}

describe('one work for two groups', () => {
  it('is due for each at its own lesson, and for the family as for the child', async () => {
    const workId = await prepared()
    expect(await dueOf(school.anna, workId)).toBe(summer(15, 13, 30))
    expect(await dueOf(school.bo, workId)).toBe(summer(16, 9))
    expect(await dueOf(school.family, workId)).toBe(summer(15, 13, 30))
  })

  it('is there for the groups and pupils it is for, and for nobody else', async () => {
    const wren = await prepared({ forWhom: 'groups', groupIds: [school.built.groups.Wren] })
    const ann = await prepared({ forWhom: 'pupils', placeIds: [placeOf(school.built, 'Anna Reyes').placeId] })
    expect(await dueOf(school.anna, wren)).toBeUndefined()
    expect(await dueOf(school.bo, wren)).toBe(summer(16, 9))
    expect(await dueOf(school.anna, ann)).toBe(summer(15, 13, 30))
    expect(await dueOf(school.bo, ann)).toBeUndefined()
    const submission = submissionOf(school.built, wren, 'Anna Reyes')
    expect(await school.anna.ask('seeSubmission', submission)).toMatchObject({ status: 404 })
    expect(await school.anna.ask('saveDraft', submission, { html: '<p>x</p>', base: 0 })).toMatchObject({
      status: 404,
    })
  })

  it('stays with a pupil who has begun it and then changes into a group that is not asked', async () => {
    const workId = await prepared({ forWhom: 'groups', groupIds: [school.built.groups.Heron] })
    const submission = submissionOf(school.built, workId, 'Anna Reyes')
    await school.anna.get('saveDraft', submission, { html: '<p>begun</p>', base: 0 })
    await school.teacher.get('changePlace', submission, {
      name: 'Anna Reyes',
      groupId: school.built.groups.Wren ?? null,
      email: null,
      number: null,
      familyLanguage: null,
    })
    expect((await school.anna.get('seeSubmission', submission)).draft?.html).toBe('<p>begun</p>')
  })

  it('comes to a new group as well, at once', async () => {
    const workId = await prepared()
    await newGroup(school.world, school.built.classId, 'Swift')
    const page = await school.teacher.get('seeWork', { ...at(), workId })
    expect(page.times).toHaveLength(3)
    expect(page.times[2]).toMatchObject({ dueAt: null, problems: [{ is: 'noLesson', held: 0 }] })
  })
})

describe('a pupil’s own deadline', () => {
  it('holds for that pupil alone, keeps the work open as long, and goes again', async () => {
    const workId = await prepared({ closes: '2026-10-16T18:00' })
    const submission = submissionOf(school.built, workId, 'Anna Reyes')
    await school.teacher.get('setExtension', submission, { due: '2026-10-20T17:00' })
    expect(await dueOf(school.anna, workId)).toBe(summer(20, 17))
    expect(await dueOf(school.bo, workId)).toBe(summer(16, 9))
    const { work } = await school.anna.get('seeSubmission', submission)
    expect(work.closesAt).toBe(summer(20, 17))
    expect(work.why).toMatchObject({ is: 'own' })
    await school.teacher.get('setExtension', submission, { due: null })
    expect(await dueOf(school.anna, workId)).toBe(summer(15, 13, 30))
  })

  it('is refused in the past and where it cannot be read', async () => {
    const submission = submissionOf(school.built, await prepared(), 'Anna Reyes')
    for (const [due, code] of [
      ['2026-10-14T16:00', 'time_past'],
      ['soon', 'time_unreadable'],
    ] as const)
      expect(await school.teacher.ask('setExtension', submission, { due })).toMatchObject({
        error: { code, path: 'due' },
      })
  })
})

describe('a changed timetable', () => {
  it('shows which deadlines move and for whom before it is kept, and keeps nothing until then', async () => {
    const workId = await prepared()
    const page = await school.teacher.get('seeTimetable', at())
    const thursday = page.lessons.find(lesson => lesson.weekday === 4)
    const form = await timetable({
      changes: [
        {
          id: null,
          kind: 'moved',
          groupId: null,
          lessonId: thursday?.id ?? null,
          on: '2026-10-15',
          to: { date: '2026-10-16', starts: '11:00', ends: '11:45', place: '' },
        },
      ],
    })
    const { moved } = await school.teacher.get('tryTimetable', at(), form)
    expect(moved).toMatchObject([
      {
        title: 'Read a table',
        groupName: 'Heron',
        pupils: 2,
        time: 'due',
        from: summer(15, 13, 30),
        to: summer(16, 11),
      },
    ])
    expect(await dueOf(school.anna, workId)).toBe(summer(15, 13, 30))
    await school.teacher.get('changeTimetable', at(), form)
    expect(await dueOf(school.anna, workId)).toBe(summer(16, 11))
    expect(await dueOf(school.bo, workId)).toBe(summer(16, 9))
  })

  it('says where a lesson is no longer found, and leaves no guessed deadline', async () => {
    const workId = await prepared()
    const page = await school.teacher.get('seeTimetable', at())
    const form = await timetable({ lessons: page.lessons.filter(lesson => lesson.weekday !== 4) })
    const { moved } = await school.teacher.get('tryTimetable', at(), form)
    expect(moved).toMatchObject([{ to: null, problem: { is: 'noLesson', n: 2, held: 1 } }])
    await school.teacher.get('changeTimetable', at(), form)
    expect(await dueOf(school.anna, workId)).toBeNull()
    const { times } = await school.teacher.get('seeWork', { ...at(), workId })
    expect(times[0]?.problems).toMatchObject([{ is: 'noLesson' }])
  })

  it('is followed by work that was taken away meanwhile, once it comes back', async () => {
    const workId = await prepared()
    await school.teacher.get('removeWork', { ...at(), workId })
    const page = await school.teacher.get('seeTimetable', at())
    const lessons = page.lessons.map(lesson =>
      lesson.weekday === 4 ? { ...lesson, starts: '14:30', ends: '15:15' } : lesson,
    )
    await school.teacher.get('changeTimetable', at(), await timetable({ lessons }))
    await school.teacher.get('restoreWork', { ...at(), workId })
    expect(await dueOf(school.anna, workId)).toBe(summer(15, 14, 30))
  })

  it('moves no deadline that has passed, and leaves past weeks as they were taught', async () => {
    const workId = await prepared({ due: lessonRule('start', 1), opens: null, week: '2026-10-19' })
    school.clock.moveTo(summer(19, 12))
    const page = await school.teacher.get('seeTimetable', at())
    const later = page.lessons.map(lesson =>
      lesson.weekday === 1 ? { ...lesson, starts: '08:00', ends: '08:45' } : lesson,
    )
    const form = await timetable({ from: '2026-10-19', lessons: later })
    expect((await school.teacher.get('tryTimetable', at(), form)).moved).toEqual([])
    await school.teacher.get('changeTimetable', at(), { ...form, from: '2026-10-20' })
    expect(await dueOf(school.anna, workId)).toBe(summer(19, 10, 15))
    const week = await school.teacher.get('seeWeek', { ...at(), week: '2026-10-12' })
    expect(week.lessons.find(lesson => lesson.date === '2026-10-12')?.starts).toBe('10:15')
    const next = await school.teacher.get('seeWeek', { ...at(), week: '2026-11-02' })
    expect(next.lessons.find(lesson => lesson.date === '2026-11-02')?.starts).toBe('08:00')
  })

  it.each([
    [{ from: 'Monday' }, 'date_unreadable', 'from'],
    [
      {
        lessons: [
          { id: null, groupId: null, weekday: 1, starts: '10:00', ends: '09:00', place: '', rotation: null },
        ],
      },
      'lesson_backwards',
      'lessons.0',
    ],
    [
      { changes: [{ id: null, kind: 'extra' as const, groupId: null, lessonId: null, on: null, to: null }] },
      'lesson_unreadable',
      'changes.0',
    ],
  ])('%j is refused', async (change, code, path) => {
    expect(await school.teacher.ask('changeTimetable', at(), await timetable(change))).toMatchObject({
      error: { code, path },
    })
  })

  it('takes only web addresses as meeting rooms', async () => {
    const groupId = school.built.groups.Heron as never
    const form = (address: string) => timetable({ rooms: [{ groupId, address }] })
    expect(
      await school.teacher.ask('changeTimetable', at(), await form('javascript:alert(1)')),
    ).toMatchObject({
      error: { code: 'link_unreadable' },
    })
    await school.teacher.get('changeTimetable', at(), await form('https://rooms.example/heron'))
    const week = await school.anna.get('seeWeek', { ...at(), week: '2026-10-12' })
    expect(week.lessons[0]?.room).toBe('https://rooms.example/heron')
  })
})

describe('a changed school year', () => {
  const year = async (change: Partial<CalendarForm>): Promise<CalendarForm> => {
    const { zone: _, ...form } = await school.teacher.get('seeCalendar', {})
    return { ...form, ...change }
  }
  const storm = { name: 'Storm', from: '2026-10-15', to: '2026-10-16', starts: null, ends: null }

  it('takes deadlines out of a new closure, shown before in every class', async () => {
    const fixed = await prepared({ title: 'Fixed', due: '2026-10-16T17:00' })
    const form = await year({ closures: [storm] })
    const { moved } = await head.get('tryCalendar', {}, form)
    expect(moved.map(one => [one.title, one.groupName, one.to])).toEqual([
      ['Fixed', 'Heron', summer(19, 17)],
      ['Fixed', 'Wren', summer(19, 17)],
    ])
    await head.get('changeCalendar', {}, form)
    const submission = submissionOf(school.built, fixed, 'Anna Reyes')
    expect((await school.anna.get('seeSubmission', submission)).work.why).toMatchObject({
      pushed: { by: 'Storm' },
    })
    await head.get('changeCalendar', {}, await year({ closures: [] }))
    expect(await dueOf(school.anna, fixed)).toBe(summer(16, 17))
  })

  it('is refused with the line that is wrong, and is for nobody but the owner of the school', async () => {
    const wrong = await year({ closures: [storm, { ...storm, to: '2026-10-01' }] })
    expect(await head.ask('changeCalendar', {}, wrong)).toMatchObject({
      error: { code: 'dates_backwards', path: 'closures.1', params: { name: 'Storm' } },
    })
    for (const person of [school.anna, school.teacher])
      expect(await person.ask('changeCalendar', {}, wrong)).toMatchObject({ status: 404 })
  })
})

it('what each day asks, kept as work comes and goes, equals what is worked out from the beginning', async () => {
  const { world, built, owner } = school
  const seeded = new Seeded(41)
  const ids: WorkId[] = []
  const place = placeOf(built, 'Anna Reyes').placeId
  for (let step = 0; step < 40; step++) {
    const workId = ids.length && seeded.next() < 0.6 ? seeded.pick(ids) : undefined
    if (!workId) {
      ids.push(
        await prepared({
          title: `Work ${step}`,
          week: seeded.pick(['2026-10-12', '2026-10-19', '2026-11-02']),
          due: seeded.pick([lessonRule('end', 2), '2026-11-06T17:00', null]),
          minutes: seeded.pick([null, 5, 25, 61]),
          forWhom: seeded.pick(['all', 'groups', 'pupils'] as const),
          groupIds: [built.groups.Wren],
          placeIds: [place],
        }),
      )
      continue
    }
    const address = { classId: built.classId, workId }
    const kind = seeded.whole(0, 4)
    if (kind === 0) await removeWork(world, address)
    if (kind === 1) await restoreWork(world, address)
    if (kind === 2) {
      const { form, version } = await seeWork(world, address)
      const change = {
        form: { ...form, minutes: seeded.pick([10, 40]) },
        version,
        tell: false,
        post: false,
        alsoIn: [],
      }
      await changeWork(world, owner, address, change)
    }
    if (kind >= 3) {
      await setExtension(
        world,
        owner,
        { ...address, placeId: place },
        kind === 3 ? '2026-11-09T17:00' : null,
      ).catch(() => undefined)
    }
  }
  const loads = () =>
    world.db.rows('select holder, day, minutes from day_loads where minutes <> 0 order by holder, day')
  const kept = await loads()
  expect(kept.length).toBeGreaterThan(10)
  await world.db.write(async () => {
    await world.db.run('delete from work_loads')
    await world.db.run('delete from day_loads')
    const { planner } = await planOf(world, built.classId)
    for (const work of await timedWorks(world.db, built.classId)) {
      const rows = await timeRowsOf(world.db, work.id)
      await setLoads(world, work, new Map(rows.map(row => [row.groupId, row])), planner)
    }
  })
  expect(await loads()).toEqual(kept)
  // nobody's day asks for less than nothing, extensions taken off and put on
  const days = await world.db.rows<{ minutes: number }>(
    `select sum(d.minutes) as minutes from places p join day_loads d on d.holder in (p.id, p.group_id) group by p.id, d.day`,
  )
  expect(days.every(day => day.minutes >= 0)).toBe(true)
})
