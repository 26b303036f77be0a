import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { dateWords, dayNumber, longDay, monthWords, shortDay, weekWords } from './dates.js'

describe('dates in words', () => {
  it('are those of luxon, on whatever day', () => {
    const day = fc.integer({ min: 0, max: 40_000 })
    fc.assert(
      fc.property(day, n => {
        const theirs = DateTime.fromISO('1990-01-01', { zone: 'UTC', locale: 'en-GB' }).plus({ days: n })
        const date = theirs.toISODate() ?? ''
        expect(dateWords(date)).toBe(theirs.toFormat('d MMMM'))
        expect(longDay(date)).toBe(theirs.toFormat('cccc'))
        expect(shortDay(date)).toBe(theirs.toFormat('ccc'))
        expect(dayNumber(date)).toBe(theirs.toFormat('d'))
        expect(monthWords(date.slice(0, 7))).toBe(theirs.toFormat('MMMM yyyy'))
      }),
    )
  })

  it('name the month of a week once, or both where it lies in two', () => {
    expect(weekWords('2026-10-12', '2026-10-16')).toBe('12 – 16 October')
    expect(weekWords('2026-09-28', '2026-10-02')).toBe('28 September – 2 October')
  })
})
