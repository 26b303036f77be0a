import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { GroupId, LessonChangeId, LessonId } from '../ids/index.js'
import { addDays, dateOf, dayOf, instantsIn, type LocalDate, localAt, mondayOf } from '../zone/index.js'
import {
  closureAt,
  type LessonChange,
  makePlanner,
  NO_TIMES,
  readRule,
  replan,
  resolveTiming,
  type SchoolCalendar,
  shiftRules,
  type TimeRule,
  type Timetable,
  type TimingRules,
  usualRules,
  WORKING_WEEK,
} from './index.js'

const heron = 'heron' as GroupId
const zone = 'Europe/Lisbon'
const WEEK = '2026-10-12'
const calendar: SchoolCalendar = { zone, terms: [], closures: [], rotation: null, weekdays: WORKING_WEEK }
const mon = {
  id: 'mon' as LessonId,
  weekday: 1,
  starts: '10:15',
  ends: '11:00',
  place: 'Room 4',
  rotation: null,
  from: null,
  until: null,
}
const thu = {
  id: 'thu' as LessonId,
  weekday: 4,
  starts: '13:30',
  ends: '14:15',
  place: 'Garden',
  rotation: null,
  from: null,
  until: null,
}

type Setting = {
  closures?: SchoolCalendar['closures']
  changes?: readonly LessonChange[]
  week?: LocalDate | null
}

/** Times of a work for Heron, with lessons on Monday 10:15 and Thursday 13:30, as local times. */
function timesOf(rules: Partial<TimingRules>, { closures = [], changes = [], week = WEEK }: Setting = {}) {
  const timetable: Timetable = { lessons: [mon, thu], changes }
  const planner = makePlanner({ ...calendar, closures }, new Map([[heron, timetable]]))
  const found = planner.timingOf(heron, week, { ...NO_TIMES, ...rules })
  const local = (name: 'appears' | 'opens' | 'due' | 'closes') => found[name] && localAt(found[name].at, zone)
  return {
    appears: local('appears'),
    opens: local('opens'),
    due: local('due'),
    closes: local('closes'),
    why: found.due?.why,
    problems: found.problems,
  }
}
const start = (n: number): TimeRule => ({ is: 'lesson', edge: 'start', n })
const end = (n: number): TimeRule => ({ is: 'lesson', edge: 'end', n })
const fixed = (local: string): TimeRule => ({ is: 'fixed', local })
const closed = (from: string, to = from, part: { starts?: string; ends?: string } = {}) => ({
  name: 'Storm',
  from,
  to,
  starts: part.starts ?? null,
  ends: part.ends ?? null,
})

describe('a time of a work', () => {
  it('is fixed, or follows a lesson with the reason why', () => {
    expect(timesOf({ due: fixed('2026-10-16T17:00') })).toMatchObject({
      due: '2026-10-16T17:00',
      why: { is: 'fixed' },
    })
    expect(timesOf({ opens: start(2), due: end(2) })).toMatchObject({
      opens: '2026-10-15T13:30',
      due: '2026-10-15T14:15',
      why: { is: 'lesson', edge: 'end', lesson: { date: '2026-10-15', starts: '13:30' }, moved: false },
      problems: [],
    })
  })

  it('follows a lesson that was moved, even into another week', () => {
    const moved = (date: string, starts: string, ends: string): readonly LessonChange[] => [
      { kind: 'moved', lessonId: thu.id, on: '2026-10-15', to: { date, starts, ends, place: '' } },
    ]
    const friday = timesOf({ due: start(2) }, { changes: moved('2026-10-16', '09:00', '09:45') })
    expect(friday).toMatchObject({ due: '2026-10-16T09:00', why: { moved: true } })
    // earlier than Monday's it is the first of the week
    expect(timesOf({ due: start(1) }, { changes: moved('2026-10-12', '08:30', '09:15') }).due).toBe(
      '2026-10-12T08:30',
    )
    const away = { changes: moved('2026-10-20', '09:00', '09:45') }
    expect(timesOf({ due: start(2) }, away).problems).toEqual([
      { time: 'due', is: 'noLesson', n: 2, held: 1 },
    ])
    expect(timesOf({ due: start(2) }, { ...away, week: '2026-10-19' }).due).toBe('2026-10-20T09:00')
  })

  it('counts extra lessons and passes over cancelled ones', () => {
    const extra: LessonChange = {
      kind: 'extra',
      id: 'x' as LessonChangeId,
      to: { date: '2026-10-13', starts: '12:00', ends: '12:45', place: '' },
    }
    expect(timesOf({ due: start(2) }, { changes: [extra] }).due).toBe('2026-10-13T12:00')
    const cancelled: LessonChange = { kind: 'cancelled', lessonId: mon.id, on: '2026-10-12' }
    expect(timesOf({ due: start(1) }, { changes: [cancelled] }).due).toBe('2026-10-15T13:30')
  })

  it('says so where no lesson is found, and guesses none', () => {
    expect(timesOf({ due: start(3) })).toMatchObject({
      due: null,
      problems: [{ time: 'due', is: 'noLesson', n: 3, held: 2 }],
    })
    expect(timesOf({ due: start(1) }, { week: null }).problems).toEqual([{ time: 'due', is: 'noWeek' }])
    expect(timesOf({ due: start(1) }, { closures: [closed('2026-10-12', '2026-10-16')] })).toMatchObject({
      due: null,
      problems: [{ held: 0 }],
    })
    const ended = { ...calendar, terms: [{ name: 'T', from: '2026-09-07', to: '2026-10-16' }] }
    const planner = makePlanner(ended, new Map([[heron, { lessons: [mon, thu], changes: [] }]]))
    const next = planner.timingOf(heron, WEEK, {
      ...NO_TIMES,
      due: { is: 'nextLesson', edge: 'start', n: 2 },
    })
    expect(next.problems).toEqual([{ time: 'due', is: 'noNextLesson' }])
  })

  it('goes out of a closure to the next school day at the same time of day', () => {
    const out = timesOf(
      { due: fixed('2026-10-15T17:00') },
      { closures: [closed('2026-10-15', '2026-10-16')] },
    )
    expect(out).toMatchObject({
      due: '2026-10-19T17:00',
      why: { pushed: { by: 'Storm', from: '2026-10-15T17:00' } },
    })
    const part = timesOf(
      { due: fixed('2026-10-15T17:00') },
      { closures: [closed('2026-10-15', '2026-10-15', { starts: '12:00' })] },
    )
    expect(part.due).toBe('2026-10-16T17:00')
    expect(timesOf({ due: end(1) }, { closures: [closed(WEEK, WEEK, { starts: '11:00' })] }).due).toBe(
      '2026-10-12T11:00',
    )
  })

  it('holds no deadline before the opening and no close before the deadline', () => {
    expect(timesOf({ opens: start(2), due: end(1) })).toMatchObject({
      due: null,
      problems: [{ time: 'due', is: 'dueBeforeOpens' }],
    })
    expect(timesOf({ due: start(2), closes: end(1) })).toMatchObject({
      closes: null,
      problems: [{ time: 'closes', is: 'closesBeforeDue' }],
    })
    expect(timesOf({ appears: fixed('2026-10-14T08:00'), opens: fixed('2026-10-13T08:00') }).opens).toBe(
      '2026-10-14T08:00',
    )
  })
})

describe('whatever is closed, moved or asked for', () => {
  const date = fc.integer({ min: dayOf('2026-10-01'), max: dayOf('2027-04-30') }).map(dateOf)
  const time = fc.constantFrom('00:00', '08:30', '10:15', '11:00', '13:30', '17:00', '23:59')
  const n = fc.integer({ min: 1, max: 3 })
  const edge = fc.constantFrom('start' as const, 'end' as const)
  const rule: fc.Arbitrary<TimeRule> = fc.oneof(
    fc.tuple(date, time).map(([day, at]) => fixed(`${day}T${at}`)),
    fc.record({ is: fc.constant('lesson' as const), edge, n }),
    fc.record({ is: fc.constant('nextLesson' as const), edge, n }),
    fc.record({ is: fc.constant('schoolDays' as const), days: fc.integer({ min: -8, max: 8 }), time, n }),
  )
  const rules = fc.record({
    appears: fc.option(rule),
    opens: fc.option(rule),
    due: fc.option(rule),
    closes: fc.option(rule),
  })
  const closures = fc.array(
    fc
      .tuple(date, fc.integer({ min: 0, max: 9 }), fc.option(fc.constantFrom('09:00', '12:00', '14:00')))
      .map(([from, days, starts]) => closed(from, addDays(from, days), starts === null ? {} : { starts })),
    { maxLength: 5 },
  )
  const changes: fc.Arbitrary<LessonChange[]> = fc.array(
    fc.tuple(date, date, fc.boolean()).map(([from, to, cancelled]): LessonChange => {
      const on = mondayOf(from)
      return cancelled
        ? { kind: 'cancelled', lessonId: mon.id, on }
        : { kind: 'moved', lessonId: mon.id, on, to: { date: to, starts: '15:00', ends: '15:45', place: '' } }
    }),
    { maxLength: 4 },
  )
  const zones = fc.constantFrom('Europe/Lisbon', 'America/New_York', 'Pacific/Auckland')

  it('times keep their order, and none falls into a closure', () => {
    fc.assert(
      fc.property(fc.record({ rules, closures, changes, date, zone: zones }), one => {
        const school = { ...calendar, zone: one.zone, closures: one.closures }
        const planner = makePlanner(school, new Map([[heron, { lessons: [mon, thu], changes: one.changes }]]))
        const found = planner.timingOf(heron, mondayOf(one.date), one.rules)
        const line = [found.appears, found.opens, found.due, found.closes].flatMap(at => (at ? [at.at] : []))
        expect([...line].sort((a, b) => a - b)).toEqual(line)
        for (const at of line) {
          const local = localAt(at, one.zone)
          expect(closureAt(school, local.slice(0, 10), local.slice(11))).toBeUndefined()
        }
        // each time that was asked for is there, or there is a reason why not
        for (const name of ['appears', 'opens', 'due', 'closes'] as const)
          if (one.rules[name] && !found[name])
            expect(found.problems.some(problem => problem.time === name)).toBe(true)
      }),
      { numRuns: 400 },
    )
  })

  it('a closure that moves takes no deadline with it but those it falls on', () => {
    fc.assert(
      fc.property(fc.record({ rules, date, at: date, to: date }), ({ rules: asked, date: day, at, to }) => {
        const due = (from: LocalDate) =>
          makePlanner(
            { ...calendar, closures: [closed(from)] },
            new Map([[heron, { lessons: [mon, thu], changes: [] }]]),
          ).timingOf(heron, mondayOf(day), { ...NO_TIMES, due: asked.due })
        for (const place of [at, to]) {
          const found = due(place).due
          if (found) expect(localAt(found.at, zone).slice(0, 10)).not.toBe(place)
        }
      }),
    )
  })
})

describe('a card put somewhere else', () => {
  const toInstant = instantsIn(zone)
  const planner = makePlanner(calendar, new Map([[heron, { lessons: [mon, thu], changes: [] }]]))
  const put = (
    rules: Partial<TimingRules>,
    from: { lane: 'getReady' | 'lesson' | 'followUp' },
    to: { week?: LocalDate; lane?: 'getReady' | 'lesson' | 'followUp'; weekday?: number },
  ) => {
    const week = to.week ?? WEEK
    const moved = replan(
      { ...NO_TIMES, ...rules },
      { week: WEEK, ...from },
      {
        week,
        lane: to.lane ?? from.lane,
        weekday: to.weekday ?? null,
        lessons: planner.lessonsOf(heron, week),
      },
    )
    const found = resolveTiming(
      { calendar, toInstant, lessonsOf: monday => planner.lessonsOf(heron, monday) },
      week,
      moved,
    )
    return {
      opens: found.opens && localAt(found.opens.at, zone),
      due: found.due && localAt(found.due.at, zone),
    }
  }

  it('keeps its weekday and time in another week', () => {
    expect(put({ due: fixed('2026-10-16T17:00') }, { lane: 'followUp' }, { week: '2026-10-26' }).due).toBe(
      '2026-10-30T17:00',
    )
    expect(put({ due: start(2) }, { lane: 'getReady' }, { week: '2026-10-26' }).due).toBe('2026-10-29T13:30')
  })

  it('takes the times that another lane suggests', () => {
    expect(put({ due: start(1) }, { lane: 'getReady' }, { lane: 'lesson', weekday: 4 })).toEqual({
      opens: '2026-10-15T13:30',
      due: '2026-10-15T14:15',
    })
    expect(put({ due: start(1) }, { lane: 'getReady' }, { lane: 'followUp' }).due).toBe('2026-10-16T17:00')
    expect(put({ due: fixed('2026-10-16T17:00') }, { lane: 'followUp' }, { lane: 'getReady' }).due).toBe(
      '2026-10-12T10:15',
    )
  })

  it('follows the lesson of a day that has one, and else is due on that day', () => {
    expect(put({ due: start(1) }, { lane: 'getReady' }, { weekday: 4 }).due).toBe('2026-10-15T13:30')
    expect(put({ due: start(1) }, { lane: 'getReady' }, { weekday: 3 }).due).toBe('2026-10-14T17:00')
    expect(put({ due: fixed('2026-10-16T09:00') }, { lane: 'followUp' }, { weekday: 2 }).due).toBe(
      '2026-10-13T09:00',
    )
    expect(usualRules('lesson', { week: WEEK, n: 2 })).toEqual({ opens: start(2), due: end(2) })
  })

  it('goes there and back unchanged by weeks', () => {
    const rules: TimingRules = {
      ...NO_TIMES,
      appears: fixed('2026-10-09T08:00'),
      due: end(2),
      closes: fixed('2026-10-30T17:00'),
    }
    expect(shiftRules(shiftRules(rules, 5), -5)).toEqual(rules)
  })
})

it('a rule is read, or refused', () => {
  for (const good of [
    start(1),
    fixed('2026-10-16T17:00'),
    { is: 'schoolDays', days: -2, time: '08:00', n: 1 } as const,
  ])
    expect(readRule(good)).toMatchObject({ ok: true })
  for (const bad of [
    start(0),
    start(1.5),
    fixed('2026-10-32T17:00'),
    fixed('2026-10-16T25:00'),
    fixed('Friday'),
    { is: 'schoolDays', days: 99, time: '08:00', n: 1 } as const,
    { is: 'schoolDays', days: 1, time: '8', n: 1 } as const,
  ])
    expect(readRule(bad)).toMatchObject({ refusal: { code: 'rule_unreadable' } })
})
