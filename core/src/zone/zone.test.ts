import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { endOfDay, instantOf, localOf } from './index.js'

// Clock changes of Europe/Lisbon in 2026 and 2027, from the IANA time zone database (rule EU: last Sunday of
// March and of October at 01:00 UTC): 25 October 2026 02:00 → 01:00, 28 March 2027 01:00 → 02:00.
const LISBON = 'Europe/Lisbon'

describe('local times', () => {
  it('become instants in summer and in winter time', () => {
    expect(instantOf('2026-10-16T17:00', LISBON)).toEqual({
      ok: true,
      value: { at: Date.UTC(2026, 9, 16, 16), twice: false },
    })
    expect(instantOf('2026-11-16T17:00', LISBON)).toEqual({
      ok: true,
      value: { at: Date.UTC(2026, 10, 16, 17), twice: false },
    })
  })

  it('that come twice are the later one', () => {
    expect(instantOf('2026-10-25T01:30', LISBON)).toEqual({
      ok: true,
      value: { at: Date.UTC(2026, 9, 25, 1, 30), twice: true },
    })
    expect(instantOf('2026-10-25T02:00', LISBON)).toMatchObject({ value: { twice: false } })
  })

  it('that do not exist are refused with the first time after the gap', () => {
    expect(instantOf('2027-03-28T01:30', LISBON)).toEqual({
      ok: false,
      refusal: { code: 'time_skipped', params: { text: '2027-03-28 01:30', next: '2027-03-28 02:00' } },
    })
    expect(instantOf('2027-03-28T01:00', LISBON)).toMatchObject({
      refusal: { code: 'time_skipped', params: { next: '2027-03-28 02:00' } },
    })
    expect(instantOf('2027-03-28T02:00', LISBON)).toMatchObject({ ok: true })
  })

  it.each(['', 'Friday', '2026-13-01T10:00', '2026-02-30T10:00', '2026-10-16T24:30', '2026-10-16'])(
    '"%s" is unreadable',
    text => {
      expect(instantOf(text, LISBON)).toMatchObject({ refusal: { code: 'time_unreadable' } })
    },
  )

  it('come back from instants', () => {
    expect(localOf(Date.UTC(2026, 9, 16, 16), LISBON)).toBe('2026-10-16T17:00')
  })
})

it('the day of the clock change has 25 hours', () => {
  const midnight = Date.UTC(2026, 9, 24, 23)
  expect(endOfDay(midnight, LISBON) + 1 - midnight).toBe(25 * 3_600_000)
})

describe('against the time zone data that the JavaScript engine carries (Intl, ECMA-402)', () => {
  const zones = [LISBON, 'Europe/Athens', 'America/St_Johns', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'UTC']
  const minute = fc.integer({ min: Date.UTC(2024, 0, 1) / 60_000, max: Date.UTC(2030, 0, 1) / 60_000 })

  const byIntl = (at: number, timeZone: string): string => {
    const options = { timeZone, hourCycle: 'h23', dateStyle: 'short', timeStyle: 'short' } as const
    return new Intl.DateTimeFormat('sv-SE', options).format(at).replace(' ', 'T')
  }

  it('every minute has the same local time', () => {
    fc.assert(
      fc.property(minute, fc.constantFrom(...zones), (minutes, zone) => {
        expect(localOf(minutes * 60_000, zone)).toBe(byIntl(minutes * 60_000, zone))
      }),
    )
  })

  it('every local time leads back to its minute, or to the later of two', () => {
    fc.assert(
      fc.property(minute, fc.constantFrom(...zones), (minutes, zone) => {
        const back = instantOf(localOf(minutes * 60_000, zone), zone)
        if (!back.ok) throw new Error('a time that was, was refused')
        const ahead = back.value.at - minutes * 60_000
        expect(back.value.twice ? ahead >= 0 : ahead === 0).toBe(true)
        expect(localOf(back.value.at, zone)).toBe(localOf(minutes * 60_000, zone))
      }),
    )
  })
})
