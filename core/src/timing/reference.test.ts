import { DateTime } from 'luxon'
import { RRuleTemporal } from 'rrule-temporal'
import { describe, expect, it } from 'vitest'
import type { GroupId, LessonId } from '../ids/index.js'
import { addDays, type LocalDate } from '../zone/days.js'
import {
  makePlanner,
  type SchoolCalendar,
  type TimeRule,
  type Timetable,
  type TimetableLesson,
} from './index.js'

/**
 * Deadlines of two years, in zones that change their clocks at different times of the year and one that never does,
 * against lesson dates expanded by rrule-temporal (RFC 5545 recurrence rules with EXDATE) and local times turned
 * into moments by luxon.
 */
const ZONES = [
  'Europe/Lisbon',
  'America/New_York',
  'Pacific/Auckland',
  'Australia/Lord_Howe',
  'Asia/Kathmandu',
]
const FIRST = '2026-09-07'
const WEEKS = 104

const lesson = (
  id: string,
  weekday: number,
  starts: string,
  ends: string,
  rotation: 'A' | 'B' | null = null,
): TimetableLesson => ({
  id: id as LessonId,
  weekday,
  starts,
  ends,
  place: '',
  rotation,
  from: null,
  until: null,
})

const LESSONS = [
  lesson('mon', 1, '10:15', '11:00'),
  lesson('thu', 4, '13:30', '14:15'),
  lesson('friA', 5, '08:50', '09:35', 'A'),
  lesson('sunB', 7, '09:00', '10:00', 'B'),
]
const timetable: Timetable = { lessons: LESSONS, changes: [] }

/** Every closure holds whole days; the weekends of both clock changes of 2026 to 2028 stay open. */
const CLOSURES = [
  ['2026-10-26', '2026-10-30'],
  ['2026-12-14', '2027-01-03'],
  ['2027-02-15', '2027-02-18'],
  ['2027-05-03', '2027-05-03'],
  ['2027-07-19', '2027-08-29'],
  ['2028-04-13', '2028-04-14'],
] as const

const calendarOf = (zone: string): SchoolCalendar => ({
  zone,
  terms: [],
  closures: CLOSURES.map(([from, to]) => ({ name: 'Closed', from, to, starts: null, ends: null })),
  rotation: { anchor: FIRST, passesClosedWeeks: false },
  weekdays: [1, 2, 3, 4, 5],
})

const BYDAY = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU']
const compact = (date: LocalDate, time: string) => `${date.replaceAll('-', '')}T${time.replace(':', '')}00`

/** The dates on which a lesson is held, by its recurrence rule. */
function heldOn({ weekday, starts, rotation }: TimetableLesson, zone: string): LocalDate[] {
  const first = addDays(FIRST, weekday - 1 + (rotation === 'B' ? 7 : 0))
  const closed = CLOSURES.flatMap(([from, to]) => {
    const days: LocalDate[] = []
    for (let date: LocalDate = from; date <= to; date = addDays(date, 1)) days.push(date)
    return days
  })
  const rule = new RRuleTemporal({
    rruleString: [
      `DTSTART;TZID=${zone}:${compact(first, starts)}`,
      `RRULE:FREQ=WEEKLY;INTERVAL=${rotation ? 2 : 1};BYDAY=${BYDAY[weekday - 1]};COUNT=${rotation ? WEEKS / 2 : WEEKS}`,
      `EXDATE;TZID=${zone}:${closed.map(date => compact(date, starts)).join(',')}`,
    ].join('\n'),
  })
  return rule.all().map(one => one.toPlainDate().toString())
}

const momentOf = (date: LocalDate, time: string, zone: string) =>
  DateTime.fromISO(`${date}T${time}`, { zone }).toMillis()

describe.each(ZONES)('two years of lessons in %s', zone => {
  const group = 'g' as GroupId
  const planner = makePlanner(calendarOf(zone), new Map([[group, timetable]]))
  const reference = LESSONS.flatMap(one =>
    heldOn(one, zone).map(date => ({
      date,
      startsAt: momentOf(date, one.starts, zone),
      endsAt: momentOf(date, one.ends, zone),
    })),
  ).sort((a, b) => a.startsAt - b.startsAt)
  const inWeek = (monday: LocalDate) =>
    reference.filter(one => one.date >= monday && one.date < addDays(monday, 7))
  const mondays = Array.from({ length: WEEKS - 30 }, (_, n) => addDays(FIRST, n * 7))
  const dueOf = (monday: LocalDate, rule: TimeRule) =>
    planner.timingOf(group, monday, { appears: null, opens: null, due: rule, closes: null })

  it('begins and ends each lesson at its moment', () => {
    for (const monday of mondays) {
      const ours = planner
        .lessonsOf(group, monday)
        .map(({ date, startsAt, endsAt }) => ({ date, startsAt, endsAt }))
      expect(ours, monday).toEqual(inWeek(monday))
    }
  })

  it('finds the n-th lesson of the week, and says so where there is none', () => {
    for (const monday of mondays)
      for (const n of [1, 2, 3, 4]) {
        const lessons = inWeek(monday)
        const start = dueOf(monday, { is: 'lesson', edge: 'start', n })
        const end = dueOf(monday, { is: 'lesson', edge: 'end', n })
        expect(start.due?.at, `${monday} ${n}`).toBe(lessons[n - 1]?.startsAt)
        expect(end.due?.at).toBe(lessons[n - 1]?.endsAt)
        if (!lessons[n - 1])
          expect(start.problems).toEqual([{ time: 'due', is: 'noLesson', n, held: lessons.length }])
      }
  })

  it('finds the next lesson, over closures and into later weeks', () => {
    for (const monday of mondays) {
      const [first] = inWeek(monday)
      if (!first) continue
      const next = reference[reference.indexOf(first) + 1]
      expect(dueOf(monday, { is: 'nextLesson', edge: 'start', n: 1 }).due?.at, monday).toBe(next?.startsAt)
    }
  })

  it('counts school days from a lesson, as luxon walks them', () => {
    const open = (date: DateTime) =>
      date.weekday <= 5 &&
      !CLOSURES.some(([from, to]) => from <= (date.toISODate() ?? '') && (date.toISODate() ?? '') <= to)
    const walk = (from: LocalDate, days: number) => {
      let at = DateTime.fromISO(from, { zone })
      let left = Math.abs(days)
      while (left > 0) {
        at = at.plus({ days: Math.sign(days) })
        if (open(at)) left--
      }
      return at.set({ hour: 17 }).toMillis()
    }
    for (const monday of mondays) {
      const [first] = inWeek(monday)
      if (!first) continue
      for (const days of [-6, -1, 1, 2, 9])
        expect(
          dueOf(monday, { is: 'schoolDays', days, time: '17:00', n: 1 }).due?.at,
          `${monday} ${days}`,
        ).toBe(walk(first.date, days))
    }
  })
})

it('in zones that change their clocks, lessons after the change come an hour earlier or later by the world’s time', () => {
  // worked by hand from the IANA data: Lisbon leaves summer time on 25 October 2026, New York on 1 November 2026
  const hours = (zone: string, ...mondays: LocalDate[]) => {
    const planner = makePlanner(calendarOf(zone), new Map([['g' as GroupId, timetable]]))
    return mondays.map(monday =>
      new Date(planner.lessonsOf('g' as GroupId, monday)[0]?.startsAt ?? 0).toISOString().slice(5, 16),
    )
  }
  expect(hours('Europe/Lisbon', '2026-10-19', '2026-11-02', '2027-03-22', '2027-03-29')).toEqual([
    '10-19T09:15',
    '11-02T10:15',
    '03-22T10:15',
    '03-29T09:15',
  ])
  expect(hours('America/New_York', '2026-10-19', '2026-11-02', '2027-03-08', '2027-03-15')).toEqual([
    '10-19T14:15',
    '11-02T15:15',
    '03-08T15:15',
    '03-15T14:15',
  ])
})
