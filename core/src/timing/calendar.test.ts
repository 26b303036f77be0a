import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, dateOf, dayOf, weekdayOf } from '../zone/index.js'
import {
  closureAt,
  closureOver,
  isSchoolDay,
  readCalendar,
  rotationOf,
  type SchoolCalendar,
  schoolDayFrom,
  WORKING_WEEK,
  weeksOfTerm,
} from './index.js'

const calendar: SchoolCalendar = {
  zone: 'Europe/Lisbon',
  terms: [{ name: 'Autumn', from: '2026-09-07', to: '2026-12-11' }],
  closures: [
    { name: 'Half term', from: '2026-10-26', to: '2026-10-30', starts: null, ends: null },
    { name: 'Fair', from: '2026-11-13', to: '2026-11-13', starts: '12:00', ends: null },
  ],
  rotation: { anchor: '2026-09-07', passesClosedWeeks: true },
  weekdays: WORKING_WEEK,
}
const whole = (from: string, to: string) => ({ name: 'Closed', from, to, starts: null, ends: null })

describe('school days', () => {
  it('are weekdays in a term that nothing closes for the whole day', () => {
    expect(isSchoolDay(calendar, '2026-09-07')).toBe(true)
    expect(isSchoolDay(calendar, '2026-09-06')).toBe(false)
    expect(isSchoolDay(calendar, '2026-10-26')).toBe(false)
    expect(isSchoolDay(calendar, '2026-11-13')).toBe(true)
    expect(isSchoolDay(calendar, '2026-12-14')).toBe(false)
    expect(isSchoolDay({ ...calendar, terms: [] }, '2026-12-14')).toBe(true)
  })

  it('are counted over weekends and closures, both ways', () => {
    expect(schoolDayFrom(calendar, '2026-10-23', 1)).toBe('2026-11-02')
    expect(schoolDayFrom(calendar, '2026-11-02', -1)).toBe('2026-10-23')
    expect(schoolDayFrom(calendar, '2026-10-14', 3)).toBe('2026-10-19')
    expect(schoolDayFrom(calendar, '2026-10-28', 0)).toBe('2026-11-02')
    expect(schoolDayFrom(calendar, '2026-12-11', 1)).toBeUndefined()
  })

  it('counted there and back lead to where they began', () => {
    const date = fc.integer({ min: dayOf('2026-09-07'), max: dayOf('2026-11-20') }).map(dateOf)
    fc.assert(
      fc.property(date, fc.integer({ min: 1, max: 10 }), (from, days) => {
        fc.pre(isSchoolDay(calendar, from))
        const there = schoolDayFrom(calendar, from, days) ?? ''
        expect(schoolDayFrom(calendar, there, -days)).toBe(from)
      }),
    )
  })
})

describe('closures', () => {
  it('hold all times of a closed day, and of a closed part those between its ends', () => {
    expect(closureAt(calendar, '2026-10-27', '00:00')?.name).toBe('Half term')
    expect(closureAt(calendar, '2026-11-13', '12:00')).toBeUndefined()
    expect(closureAt(calendar, '2026-11-13', '12:01')?.name).toBe('Fair')
    expect(closureOver(calendar, { date: '2026-11-13', starts: '11:15', ends: '12:00' })).toBeUndefined()
    expect(closureOver(calendar, { date: '2026-11-13', starts: '11:30', ends: '12:15' })?.name).toBe('Fair')
  })
})

describe('the two-week rotation', () => {
  it('turns every week of school, and passes over a closed one where the school says so', () => {
    const at = (date: string, passesClosedWeeks: boolean) =>
      rotationOf({ ...calendar, rotation: { anchor: '2026-09-09', passesClosedWeeks } }, date)
    expect(['2026-09-07', '2026-09-14', '2026-10-23', '2026-11-02'].map(date => at(date, true))).toEqual([
      'A',
      'B',
      'A',
      'B',
    ])
    expect(at('2026-11-02', false)).toBe('A')
    // before the anchor it turns as well
    const all: SchoolCalendar = { ...calendar, terms: [], closures: [] }
    expect(['2026-08-31', '2026-08-24'].map(date => rotationOf(all, date))).toEqual(['B', 'A'])
    expect(rotationOf({ ...calendar, rotation: null }, '2026-09-07')).toBeNull()
  })

  it('never gives two weeks of school in a row the same letter, whatever is closed', () => {
    const start = fc.integer({ min: dayOf('2026-09-07'), max: dayOf('2027-03-01') }).map(dateOf)
    const closures = fc.array(fc.tuple(start, fc.integer({ min: 0, max: 20 })), { maxLength: 4 })
    fc.assert(
      fc.property(closures, spans => {
        const closed: SchoolCalendar = {
          ...calendar,
          terms: [],
          closures: spans.map(([from, days]) => whole(from, addDays(from, days))),
        }
        const weeks = Array.from({ length: 26 }, (_, n) => addDays('2026-09-07', n * 7)).filter(monday =>
          [0, 1, 2, 3, 4].some(n => isSchoolDay(closed, addDays(monday, n))),
        )
        const letters = weeks.map(monday => rotationOf(closed, monday))
        letters.forEach((letter, index) => {
          if (index) expect(letter).not.toBe(letters[index - 1])
        })
      }),
    )
  })
})

it('the weeks of a term are numbered, but for the closed ones', () => {
  const [term] = calendar.terms
  const weeks = weeksOfTerm(calendar, term ?? { name: '', from: '', to: '' })
  expect(weeks).toHaveLength(14)
  expect(weeks[0]).toEqual({ monday: '2026-09-07', number: 1, closed: null })
  expect(weeks[7]).toEqual({ monday: '2026-10-26', number: null, closed: 'Half term' })
  expect(weeks.at(-1)).toEqual({ monday: '2026-12-07', number: 13, closed: null })
  expect(weeks.every(week => weekdayOf(week.monday) === 1)).toBe(true)
})

describe('a calendar as it was typed', () => {
  const fault = (part: Partial<SchoolCalendar>) => {
    const read = readCalendar({ ...calendar, ...part })
    return read.ok ? undefined : [read.refusal.code, read.refusal.params?.path]
  }
  it('is put in order', () => {
    const read = readCalendar({ ...calendar, closures: [...calendar.closures].reverse() })
    expect(read).toMatchObject({ ok: true, value: { closures: [{ name: 'Half term' }, { name: 'Fair' }] } })
  })
  it.each([
    [{ terms: [{ name: ' ', from: '2026-09-07', to: '2026-09-08' }] }, ['name_wrong', 'terms.0']],
    [{ terms: [{ name: 'T', from: '2026-09-31', to: '2026-10-08' }] }, ['date_unreadable', 'terms.0']],
    [
      { closures: [calendar.closures[0], whole('2026-10-02', '2026-10-01')] },
      ['dates_backwards', 'closures.1'],
    ],
    [{ closures: [whole('2026-10-02', '2062-10-02')] }, ['span_long', 'closures.0']],
    [
      { closures: [{ ...whole('2026-10-02', '2026-10-02'), starts: '14:00', ends: '12:00' }] },
      ['closure_backwards', 'closures.0'],
    ],
    [{ rotation: { anchor: 'Monday', passesClosedWeeks: false } }, ['date_unreadable', 'rotation']],
  ])('is refused with what is wrong (%#)', (part, expected) => {
    expect(fault(part as Partial<SchoolCalendar>)).toEqual(expected)
  })
})
