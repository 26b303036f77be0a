import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { addDays, dateOf, dayOf, isDate, localAt, mondayOf, weekdayOf, weeksBetween } from './index.js'
import { instantsIn } from './nearest.js'

const day = fc.integer({ min: dayOf('1999-01-01'), max: dayOf('2101-01-01') })

describe('dates, against luxon', () => {
  it('have the same weekday, week and neighbours', () => {
    fc.assert(
      fc.property(day, fc.integer({ min: -800, max: 800 }), (n, shift) => {
        const date = dateOf(n)
        const theirs = DateTime.fromISO(date, { zone: 'UTC' })
        expect(weekdayOf(date)).toBe(theirs.weekday)
        expect(mondayOf(date)).toBe(theirs.startOf('week').toISODate())
        expect(addDays(date, shift)).toBe(theirs.plus({ days: shift }).toISODate())
        const other = addDays(date, shift)
        const between = DateTime.fromISO(other, { zone: 'UTC' })
          .startOf('week')
          .diff(theirs.startOf('week'), 'weeks')
        expect(weeksBetween(date, other)).toBe(between.weeks)
      }),
    )
  })

  it('are told from texts that are none', () => {
    for (const text of ['2026-02-29', '2026-13-01', '26-01-01', '2026-1-1', '', '2026-10-16T10:00'])
      expect(isDate(text)).toBe(false)
    expect(isDate('2028-02-29')).toBe(true)
    expect(() => dayOf('Friday')).toThrow('Friday')
  })
})

describe('local times that nobody is asked about', () => {
  const zones = [
    'Europe/Lisbon',
    'America/New_York',
    'Australia/Lord_Howe',
    'Asia/Kathmandu',
    'Pacific/Chatham',
  ]
  const minute = fc.integer({ min: Date.UTC(2025, 0, 1) / 60_000, max: Date.UTC(2028, 0, 1) / 60_000 })

  it('come back as they were, at their moment or the later of two', () => {
    fc.assert(
      fc.property(minute, fc.constantFrom(...zones), (minutes, zone) => {
        const local = localAt(minutes * 60_000, zone)
        const at = instantsIn(zone)(local)
        expect(localAt(at, zone)).toBe(local)
        // luxon takes one of the two where a time comes twice
        const theirs = DateTime.fromISO(local, { zone })
          .getPossibleOffsets()
          .map(one => one.toMillis())
        expect(at).toBe(Math.max(...theirs))
      }),
    )
  })

  it('are the moment of the change where the clocks skip them', () => {
    // IANA: Europe/Lisbon 28 March 2027, 01:00 becomes 02:00 at 01:00 UTC; America/New_York 14 March 2027, 02:00
    // becomes 03:00 at 07:00 UTC; Australia/Lord_Howe 4 October 2026, 02:00 becomes 02:30 at 15:30 UTC the day before
    expect(instantsIn('Europe/Lisbon')('2027-03-28T01:20')).toBe(Date.UTC(2027, 2, 28, 1))
    expect(instantsIn('Europe/Lisbon')('2027-03-28T01:00')).toBe(Date.UTC(2027, 2, 28, 1))
    expect(instantsIn('Australia/Lord_Howe')('2026-10-04T02:00')).toBe(Date.UTC(2026, 9, 3, 15, 30))
    expect(instantsIn('America/New_York')('2027-03-14T02:59')).toBe(Date.UTC(2027, 2, 14, 7))
    expect(instantsIn('Australia/Lord_Howe')('2026-10-04T02:10')).toBe(Date.UTC(2026, 9, 3, 15, 30))
  })
})
