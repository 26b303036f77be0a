import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { next, pressTime, stateOf, UNTOUCHED } from './index.js'

const arrived = Date.UTC(2026, 9, 17, 8, 12)
const hour = 3_600_000

describe('when something was pressed', () => {
  it.each([
    ['at once', { pressedAt: 1_000, sentAt: 1_000 }, null, arrived],
    ['fifteen hours before it arrived', { pressedAt: 0, sentAt: 15 * hour }, null, arrived - 15 * hour],
    [
      'on a device whose clock is years behind',
      { pressedAt: -1e12, sentAt: -1e12 + hour },
      null,
      arrived - hour,
    ],
    ['on a device that was set back while it waited', { pressedAt: 5 * hour, sentAt: 0 }, null, arrived],
    [
      'never before the words it was made upon',
      { pressedAt: 0, sentAt: 15 * hour },
      arrived - 2 * hour,
      arrived - 2 * hour,
    ],
    ['never longer ago than two weeks', { pressedAt: 0, sentAt: 1e13 }, null, arrived - 14 * 24 * hour],
  ])('%s', (_, press, heardAt, expected) => {
    expect(pressTime(press, arrived, heardAt)).toBe(expected)
  })

  it('is between the last word heard and the arrival, whatever the device says', () => {
    const moment = fc.double({ min: -1e15, max: 1e15, noNaN: true })
    fc.assert(
      fc.property(moment, moment, fc.integer({ min: 0, max: arrived }), (pressedAt, sentAt, heardAt) => {
        const pressed = pressTime({ pressedAt, sentAt }, arrived, heardAt)
        expect(pressed).toBeGreaterThanOrEqual(heardAt)
        expect(pressed).toBeLessThanOrEqual(arrived)
      }),
    )
  })

  it('is what counts against the deadline', () => {
    const started = { ...UNTOUCHED, phase: 'started' as const }
    const move = { kind: 'handIn', at: arrived, pressedAt: arrived - 15 * hour } as const
    const after = next(started, move)
    if (!after.ok) throw new Error('refused')
    expect(after.value).toMatchObject({
      handedInAt: arrived - 15 * hour,
      firstHandedInAt: arrived - 15 * hour,
    })
    const timing = { opensAt: null, dueAt: arrived - 10 * hour, closesAt: null }
    expect(stateOf(after.value, timing, arrived)).toMatchObject({ is: 'withTeacher', lateBy: 0 })
  })
})
