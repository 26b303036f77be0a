import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { addDays, weekdayOf } from '../zone/days.js'
import { isSchoolDay, type SchoolCalendar, WORKING_WEEK } from './calendar.js'
import { carriedRules, carriedWeeks, knowsYear, suggestedFirst, weekOfRules } from './carryOver.js'
import { NO_TIMES, type TimingRules } from './rules.js'

const calendar: SchoolCalendar = {
  zone: 'Europe/Lisbon',
  terms: [
    { name: 'Autumn 2026', from: '2026-09-14', to: '2026-12-18' },
    { name: 'Autumn 2027', from: '2027-09-13', to: '2027-12-17' },
  ],
  closures: [
    { name: 'Autumn break 2026', from: '2026-10-26', to: '2026-10-30', starts: null, ends: null },
    { name: 'Autumn break 2027', from: '2027-10-04', to: '2027-10-08', starts: null, ends: null },
  ],
  rotation: null,
  weekdays: WORKING_WEEK,
}

describe('the weeks of a class in another year', () => {
  it('follow each other as they did, past the weeks without school on both sides', () => {
    const used = ['2026-09-14', '2026-10-05', '2026-10-19', '2026-11-02']
    expect(carriedWeeks(used, '2027-09-15', calendar)).toEqual([
      { from: '2026-09-14', to: '2027-09-13' },
      // the fourth school week: the break comes in it in 2027
      { from: '2026-10-05', to: '2027-10-11' },
      { from: '2026-10-19', to: '2027-10-25' },
      // in 2026 the break lay between
      { from: '2026-11-02', to: '2027-11-01' },
    ])
  })

  it('count one by one where the calendar no longer knows the old year', () => {
    const [, later] = carriedWeeks(['2025-10-20', '2025-11-03'], '2027-09-13', calendar)
    expect(later).toEqual({ from: '2025-11-03', to: '2027-09-27' })
  })

  it('count one by one, but for closures, where the calendar does not know the new year yet', () => {
    expect(knowsYear(calendar, '2028-09-11')).toBe(false)
    const later = {
      ...calendar,
      closures: [{ name: 'Fair', from: '2028-09-18', to: '2028-09-22', starts: null, ends: null }],
    }
    expect(carriedWeeks(['2026-09-14', '2026-09-21'], '2028-09-11', later).map(week => week.to)).toEqual([
      '2028-09-11',
      '2028-09-25',
    ])
  })

  it('begin with the term nearest to the same week a year later, else with that week', () => {
    expect(suggestedFirst(calendar, '2026-09-16')).toBe('2027-09-13')
    expect(suggestedFirst(calendar, '2026-10-05')).toBe('2027-09-13')
    expect(suggestedFirst(calendar, '2027-09-15')).toBe('2028-09-11')
  })

  it('are none where no school week is left', () => {
    const found = carriedWeeks(['2026-09-14', '2026-09-21'], '2027-12-13', calendar)
    expect(found).toEqual([
      { from: '2026-09-14', to: '2027-12-13' },
      { from: '2026-09-21', to: null },
    ])
    expect(carriedWeeks([], '2027-09-13', calendar)).toEqual([])
  })

  it('keep their order, never share a week, and have school in each', () => {
    const weeks = fc.uniqueArray(fc.integer({ min: 0, max: 13 }), { minLength: 1 })
    fc.assert(
      fc.property(weeks, fc.integer({ min: 0, max: 40 }), (some, late) => {
        const used = some.map(n => addDays('2026-09-14', 7 * n))
        const found = carriedWeeks(used, addDays('2027-09-06', late), calendar)
        const there = found.flatMap(({ to }) => (to === null ? [] : [to]))
        expect(there).toEqual([...new Set(there)].sort())
        for (const week of there) {
          expect(weekdayOf(week)).toBe(1)
          expect([0, 1, 2, 3, 4].some(day => isSchoolDay(calendar, addDays(week, day)))).toBe(true)
        }
        // once one is past the end, all after it are
        const lost = found.findIndex(({ to }) => to === null)
        if (lost >= 0) expect(found.slice(lost).every(({ to }) => to === null)).toBe(true)
      }),
    )
  })
})

describe('the times of carried work', () => {
  const fixed = (local: string): TimingRules => ({ ...NO_TIMES, due: { is: 'fixed', local } })

  it('keep weekday and time of day, over a change of the clocks too', () => {
    const rules = carriedRules(fixed('2026-10-23T17:00'), { from: '2026-10-19', to: '2027-11-08' })
    expect(rules.due).toEqual({ is: 'fixed', local: '2027-11-12T17:00' })
    // Luxon reads both as a Friday at five
    for (const local of ['2026-10-23T17:00', '2027-11-12T17:00'])
      expect(DateTime.fromISO(local, { zone: 'Europe/Lisbon' }).toFormat('c HH:mm')).toBe('5 17:00')
  })

  it('follow the lessons of the week to which they go', () => {
    const rules: TimingRules = { ...NO_TIMES, due: { is: 'lesson', edge: 'start', n: 2 } }
    expect(carriedRules(rules, { from: '2026-10-19', to: '2027-11-08' })).toEqual(rules)
  })

  it('are none where there is no week for it', () => {
    expect(carriedRules(fixed('2026-10-23T17:00'), { from: '2026-10-19', to: null })).toEqual(NO_TIMES)
  })

  it('say to which week work without one belongs', () => {
    expect(weekOfRules('2026-10-19', NO_TIMES)).toBe('2026-10-19')
    expect(weekOfRules(null, fixed('2026-10-23T17:00'))).toBe('2026-10-19')
    expect(weekOfRules(null, NO_TIMES)).toBeNull()
  })
})
