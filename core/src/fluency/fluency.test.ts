import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { accuracyOf, fluencyOf, LONGEST_LISTENING } from './index.js'

describe('words read correctly in a minute', () => {
  it.each([
    // counted by hand
    [{ slips: [], last: 99, seconds: 60 }, 100, 1],
    [{ slips: [3, 8, 40], last: 61, seconds: 60 }, 59, 59 / 62],
    [{ slips: [0, 1], last: 44, seconds: 30 }, 86, 43 / 45],
    // half a minute more than one: 70 of 75 words in 90 seconds
    [{ slips: [1, 2, 3, 4, 5], last: 74, seconds: 90 }, 47, 70 / 75],
    // a word that was tapped twice is one slip
    [{ slips: [2, 2], last: 9, seconds: 60 }, 9, 0.9],
    [{ slips: [0], last: 0, seconds: 1 }, 0, 0],
  ])('%o: %i', (listening, perMinute, accuracy) => {
    const counted = fluencyOf(listening, 200)
    expect(counted).toMatchObject({ ok: true, value: { perMinute } })
    expect(counted.ok && accuracyOf(counted.value)).toBeCloseTo(accuracy, 12)
  })

  it.each([
    [{ slips: [], last: 10, seconds: 60 }, 'listening_words'],
    [{ slips: [-1], last: 3, seconds: 60 }, 'listening_words'],
    [{ slips: [4], last: 3, seconds: 60 }, 'listening_words'],
    [{ slips: [0.5], last: 3, seconds: 60 }, 'listening_words'],
    [{ slips: [], last: Number.NaN, seconds: 60 }, 'listening_words'],
    [{ slips: [], last: 3, seconds: 0 }, 'listening_time'],
    [{ slips: [], last: 3, seconds: Number.NaN }, 'listening_time'],
    [{ slips: [], last: 3, seconds: LONGEST_LISTENING + 1 }, 'listening_time'],
  ])('is not counted of %o: %s', (listening, code) => {
    expect(fluencyOf(listening, 10)).toMatchObject({ ok: false, refusal: { code } })
  })

  it('never grows with a slip, nor with time', () => {
    const property = fc.property(
      fc.integer({ min: 1, max: 300 }),
      fc.array(fc.nat(299), { maxLength: 40 }),
      fc.integer({ min: 1, max: 600 }),
      (words, tapped, seconds) => {
        const slips = tapped.filter(one => one < words)
        const rate = (less: number[], time: number) => {
          const counted = fluencyOf({ slips: less, last: words - 1, seconds: time }, words)
          return counted.ok ? counted.value.perMinute : Number.NaN
        }
        return (
          rate(slips, seconds) <= rate(slips.slice(1), seconds) &&
          rate(slips, seconds + 1) <= rate(slips, seconds)
        )
      },
    )
    fc.assert(property, { seed: 20_261_202 })
  })
})
