import { IANAZone } from 'luxon'
import { describe, expect, it } from 'vitest'
import { offsetsIn } from './offsets.js'

describe('the rules of a zone that a feed brings along', () => {
  // the dates of the changes: IANA time zone database, 2026a, from memory
  it('have both changes of a year, with the offsets before and after', () => {
    const found = offsetsIn('Europe/Lisbon', Date.UTC(2026, 5, 1), Date.UTC(2027, 4, 1))
    expect(found.map(({ from, minutes, before, summer }) => [from, before, minutes, summer])).toEqual([
      [Date.UTC(2026, 2, 29, 1), 0, 60, true],
      [Date.UTC(2026, 9, 25, 1), 60, 0, false],
      [Date.UTC(2027, 2, 28, 1), 0, 60, true],
    ])
  })

  it('are one stretch where the clocks never change', () => {
    const [only, ...none] = offsetsIn('Asia/Kathmandu', Date.UTC(2026, 0, 1), Date.UTC(2027, 0, 1))
    expect(only?.minutes).toBe(5 * 60 + 45)
    expect(none).toEqual([])
  })
})

describe('the rules of a zone, against luxon', () => {
  it.each(['Europe/Lisbon', 'America/New_York', 'Australia/Lord_Howe', 'Pacific/Chatham'])('%s', zone => {
    const theirs = IANAZone.create(zone)
    const [from, to] = [Date.UTC(2024, 0, 1), Date.UTC(2028, 0, 1)]
    const found = offsetsIn(zone, from, to)
    expect(found.length).toBe(9)
    for (let at = from; at < to; at += 86_400_000 / 4) {
      const stretch = found.filter(one => one.from <= at).at(-1)
      expect(stretch?.minutes, new Date(at).toISOString()).toBe(theirs.offset(at))
    }
  })
})
