import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { ROOM, readHours, roomState } from './index.js'

describe('a room', () => {
  const zone = 'Europe/Lisbon'
  const hours = { days: [1, 2, 3, 4, 5], from: '07:30', until: '20:00' }
  const at = (local: string) => DateTime.fromISO(local, { zone }).toMillis()

  it('is open until a teacher makes it quiet, and says why', () => {
    expect(roomState(ROOM, 0, zone)).toEqual({ is: 'open', until: null })
    const quiet = { ...ROOM, quiet: true, quietWhy: 'We read today.', hours }
    expect(roomState(quiet, at('2026-10-14T10:00'), zone)).toEqual({
      is: 'quiet',
      why: 'teacher',
      word: 'We read today.',
      opensAt: null,
    })
  })

  it('keeps its hours: quiet at night and at the weekend, and says when it opens', () => {
    const room = { ...ROOM, hours }
    const quietUntil = (local: string) => ({ is: 'quiet', why: 'hours', word: '', opensAt: at(local) })
    expect(roomState(room, at('2026-10-14T07:30'), zone)).toEqual({
      is: 'open',
      until: at('2026-10-14T20:00'),
    })
    expect(roomState(room, at('2026-10-14T07:29'), zone)).toEqual(quietUntil('2026-10-14T07:30'))
    expect(roomState(room, at('2026-10-14T20:00'), zone)).toEqual(quietUntil('2026-10-15T07:30'))
    // Friday evening
    expect(roomState(room, at('2026-10-16T21:00'), zone)).toEqual(quietUntil('2026-10-19T07:30'))
  })

  it('is open exactly where luxon finds the local time within its hours, also when the clocks change', () => {
    const days = fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 })
    const times = fc.tuple(fc.integer({ min: 0, max: 22 }), fc.integer({ min: 1, max: 23 }))
    const year = { min: at('2026-01-01T00:00'), max: at('2027-01-01T00:00') }
    fc.assert(
      fc.property(days, times, fc.integer(year), (weekdays, [begin, end], now) => {
        fc.pre(begin < end)
        const two = (hour: number) => `${String(hour).padStart(2, '0')}:00`
        const state = roomState(
          { ...ROOM, hours: { days: weekdays, from: two(begin), until: two(end) } },
          now,
          zone,
        )
        const local = DateTime.fromMillis(now, { zone })
        // an hour that is left out or comes twice belongs to either side
        fc.pre(![0, 1, 2].includes(local.hour))
        const isOpen = weekdays.includes(local.weekday) && local.hour >= begin && local.hour < end
        expect(state.is).toBe(isOpen ? 'open' : 'quiet')
        if (state.is === 'quiet') expect(state.opensAt ?? 0).toBeGreaterThan(now)
      }),
      { numRuns: 400 },
    )
  })

  it('has hours that can be kept', () => {
    expect(readHours({ ...hours, days: [5, 1, 1, 9] })).toEqual({
      ok: true,
      value: { ...hours, days: [1, 5] },
    })
    const code = (one: Partial<typeof hours>) => {
      const read = readHours({ ...hours, ...one })
      return read.ok ? 'kept' : read.refusal.code
    }
    expect(code({ days: [0, 8, 1.5] })).toBe('hours_no_day')
    expect(code({ from: '7:30' })).toBe('hours_unreadable')
    expect(code({ until: '24:00' })).toBe('hours_unreadable')
    expect(code({ from: '20:00', until: '07:00' })).toBe('hours_backwards')
  })
})
