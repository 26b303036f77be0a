import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mayWriteAgain, PACE } from './index.js'

const NOW = Date.UTC(2026, 9, 14, 15)
const { most, within } = PACE.pupil

describe('who writes much', () => {
  it('waits until the first of the last so many is long enough ago', () => {
    const times = Array.from({ length: most }, (_, n) => NOW - n * 1000)
    expect(mayWriteAgain('pupil', times.slice(1), NOW).ok).toBe(true)
    expect(mayWriteAgain('pupil', times, NOW)).toEqual({
      ok: false,
      refusal: { code: 'writing_fast', params: { most, seconds: 41 } },
    })
    expect(mayWriteAgain('pupil', times, NOW + 40_999).ok).toBe(false)
    expect(mayWriteAgain('pupil', times, NOW + 41_000).ok).toBe(true)
    expect(mayWriteAgain('teacher', times, NOW).ok).toBe(true)
  })

  it('is not kept from it by a clock that was set back', () => {
    const ahead = Array.from({ length: most }, (_, n) => NOW + 3_600_000 - n)
    expect(mayWriteAgain('pupil', ahead, NOW).ok).toBe(true)
  })

  it('never gets more through in any stretch of that length, however often they try', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(5_000), { maxLength: 200 }), gaps => {
        let now = NOW
        const written: number[] = []
        for (const gap of gaps) {
          now += gap
          if (mayWriteAgain('family', written, now).ok) written.unshift(now)
        }
        for (const at of written)
          expect(written.filter(one => one > at - within && one <= at).length).toBeLessThanOrEqual(most)
      }),
    )
  })
})
