import fc from 'fast-check'
import { RRuleTemporal } from 'rrule-temporal'
import { describe, expect, it } from 'vitest'
import { addDays } from '../zone/days.js'
import { closureAt, isSchoolDay, type SchoolCalendar, WORKING_WEEK } from './calendar.js'
import { closuresFrom, type FileEvent, lessonsFrom } from './fromFile.js'

const calendar: SchoolCalendar = {
  zone: 'Europe/Lisbon',
  terms: [{ name: 'Autumn', from: '2026-09-07', to: '2026-12-11' }],
  closures: [{ name: 'Break', from: '2026-10-26', to: '2026-10-30', starts: null, ends: null }],
  rotation: null,
  weekdays: WORKING_WEEK,
}

/** The dates of a rule of RFC 5545, as an independent library has them. */
const datesOf = (rule: string): string[] =>
  new RRuleTemporal({ rruleString: `DTSTART;TZID=Europe/Lisbon:20260907T101500\nRRULE:${rule}` })
    .all()
    .map(one => one.toPlainDate().toString())

const at = (date: string, part: Partial<FileEvent> = {}): FileEvent => ({
  title: 'Science Heron',
  place: 'Lab',
  from: date,
  to: date,
  starts: '10:15',
  ends: '11:45',
  ...part,
})

describe('lessons from a file', () => {
  it('are found in a weekly rule', () => {
    const [found] = lessonsFrom(
      datesOf('FREQ=WEEKLY;COUNT=14').map(date => at(date)),
      calendar,
    )
    expect(found?.weekly).toEqual([
      {
        weekday: 1,
        starts: '10:15',
        ends: '11:45',
        place: 'Lab',
        rotation: null,
        first: '2026-09-07',
        last: '2026-12-07',
        // the lesson in the break is in the file and is not held; none is missing
        missing: [],
      },
    ])
    expect(found?.single).toEqual([])
  })

  it('of several weekdays are several', () => {
    const [found] = lessonsFrom(
      datesOf('FREQ=WEEKLY;BYDAY=MO,TH;COUNT=20').map(date => at(date)),
      calendar,
    )
    expect(found?.weekly.map(one => one.weekday)).toEqual([1, 4])
  })

  it('say which dates are missing, and keep what is held once as a single date', () => {
    const dates = datesOf('FREQ=WEEKLY;COUNT=6').filter(date => date !== '2026-09-21')
    const moved = at('2026-09-22', { starts: '14:00', ends: '15:00' })
    const [found] = lessonsFrom([...dates.map(date => at(date)), moved], calendar)
    expect(found?.weekly[0]?.missing).toEqual(['2026-09-21'])
    expect(found?.single).toEqual([{ date: '2026-09-22', starts: '14:00', ends: '15:00', place: 'Lab' }])
  })

  it('of every other week are of A or of B weeks, where the school has them', () => {
    const turning = { ...calendar, rotation: { anchor: '2026-09-07', passesClosedWeeks: false } }
    const every = datesOf('FREQ=WEEKLY;INTERVAL=2;COUNT=6').map(date => at(date))
    expect(lessonsFrom(every, turning)[0]?.weekly[0]).toMatchObject({ rotation: 'A', missing: [] })
    const other = every.map(one => at(addDays(one.from, 7)))
    expect(lessonsFrom(other, turning)[0]?.weekly[0]).toMatchObject({ rotation: 'B' })
    // where it has none, half of the weeks are no weekly lesson: they stay single dates, none is invented
    expect(lessonsFrom(every, calendar)[0]).toMatchObject({ weekly: [] })
    expect(lessonsFrom(every, calendar)[0]?.single).toHaveLength(6)
  })

  it('are told apart by name, and whole days are none', () => {
    const found = lessonsFrom(
      [
        at('2026-09-08', { title: 'Wren' }),
        at('2026-09-07'),
        at('2026-09-09', { title: 'Sports day', starts: null, ends: null }),
      ],
      calendar,
    )
    expect(found.map(one => one.title)).toEqual(['Wren', 'Science Heron'])
  })

  it('are never more or less than the file has', () => {
    const dates = fc.uniqueArray(fc.integer({ min: 0, max: 95 }), { minLength: 1, maxLength: 60 })
    fc.assert(
      fc.property(dates, days => {
        const events = days.map(n => at(addDays('2026-09-07', n)))
        const [found] = lessonsFrom(events, calendar)
        const held = new Set([
          ...(found?.single.map(one => one.date) ?? []),
          ...(found?.weekly ?? []).flatMap(lesson => {
            const all: string[] = []
            for (let date = lesson.first; date <= lesson.last; date = addDays(date, 7))
              if (!lesson.missing.includes(date)) all.push(date)
            return all
          }),
        ])
        const school = (date: string) => isSchoolDay(calendar, date)
        const wanted = events.map(one => one.from).filter(school)
        expect([...held].filter(school).sort()).toEqual(wanted.sort())
      }),
    )
  })
})

describe('closures from a file', () => {
  const whole = (from: string, to: string) => at(from, { title: ' Storm ', to, starts: null, ends: null })

  it('are whole days, or a part of one', () => {
    expect(closuresFrom([whole('2026-10-05', '2026-10-06'), whole('2026-10-05', '2026-10-06')])).toEqual([
      { name: 'Storm', from: '2026-10-05', to: '2026-10-06', starts: null, ends: null },
    ])
    expect(closuresFrom([at('2026-10-05', { starts: '12:00', ends: '14:00' })])).toEqual([
      { name: 'Science Heron', from: '2026-10-05', to: '2026-10-05', starts: '12:00', ends: '14:00' },
    ])
  })

  it('over a night close exactly what lies between their ends', () => {
    const events = [at('2026-10-07', { to: '2026-10-09', starts: '12:00', ends: '10:00' })]
    const closed = { ...calendar, closures: closuresFrom(events) }
    const isClosed = (date: string, time: string) => closureAt(closed, date, time) !== undefined
    expect(isClosed('2026-10-07', '11:59')).toBe(false)
    expect(isClosed('2026-10-07', '12:01')).toBe(true)
    expect(isClosed('2026-10-08', '09:00')).toBe(true)
    expect(isClosed('2026-10-09', '09:59')).toBe(true)
    expect(isClosed('2026-10-09', '10:00')).toBe(false)
  })

  it('that end at midnight take nothing of that day', () => {
    const events = [at('2026-10-07', { to: '2026-10-08', starts: '00:00', ends: '00:00' })]
    expect(closuresFrom(events)).toEqual([
      { name: 'Science Heron', from: '2026-10-07', to: '2026-10-07', starts: null, ends: null },
    ])
  })
})
