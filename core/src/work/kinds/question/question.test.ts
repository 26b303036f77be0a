import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { markOfAnswer, readAnswer, seesAnswers } from './index.js'

const words = { choices: [], several: false, shown: 'afterOwn' as const }
const one = { choices: ['rain', 'snow', 'hail'], several: false, shown: 'always' as const }

describe('an answer', () => {
  it('in words is kept without blank ends, and is not empty', () => {
    expect(readAnswer(words, { text: ' Tuesday \n', choices: ['rain'] })).toEqual({
      ok: true,
      value: { text: 'Tuesday', choices: [] },
    })
    expect(readAnswer(words, { text: ' ', choices: [] })).toMatchObject({ refusal: { code: 'answer_empty' } })
    expect(readAnswer(words, { text: 'x'.repeat(9000), choices: [] })).toMatchObject({
      refusal: { code: 'text_long' },
    })
  })
  it('by choice takes what the question offers, one or several, in its order', () => {
    expect(readAnswer(one, { text: '', choices: ['snow'] })).toEqual({
      ok: true,
      value: { text: '', choices: ['snow'] },
    })
    expect(readAnswer(one, { text: 'so', choices: ['rain', 'snow'] })).toMatchObject({
      refusal: { code: 'answer_choice' },
    })
    expect(readAnswer({ ...one, several: true }, { text: '', choices: ['hail', 'rain'] })).toMatchObject({
      value: { choices: ['rain', 'hail'] },
    })
    expect(readAnswer(one, { text: '', choices: ['rain', 'frogs'] })).toMatchObject({
      refusal: { code: 'answer_choice' },
    })
    expect(readAnswer(one, { text: 'words', choices: [] })).toMatchObject({
      refusal: { code: 'answer_empty' },
    })
  })
})

it.each([
  ['never', true, false],
  ['afterOwn', false, false],
  ['afterOwn', true, true],
  ['always', false, true],
] as const)('classmates’ answers shown %s, own given %s: %s', (shown, own, seen) => {
  expect(seesAnswers({ ...words, shown }, own)).toBe(seen)
})

describe('a mark by the key', () => {
  const days = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri']
  const keyed = (several: boolean, ...right: string[]) => ({
    choices: days,
    several,
    shown: 'never' as const,
    key: { right },
  })

  it('of one choice is all or nothing', () => {
    expect(markOfAnswer(keyed(false, 'Tue'), ['Tue'], 500)).toBe(500)
    expect(markOfAnswer(keyed(false, 'Tue'), ['Fri'], 500)).toBe(0)
  })

  it('of several is right minus wrong, rounded once', () => {
    const three = keyed(true, 'Mon', 'Tue', 'Wed')
    expect(markOfAnswer(three, ['Mon', 'Tue', 'Wed'], 1000)).toBe(1000)
    expect(markOfAnswer(three, ['Mon', 'Tue'], 1000)).toBe(667)
    expect(markOfAnswer(three, ['Mon', 'Tue', 'Thu'], 1000)).toBe(333)
    expect(markOfAnswer(three, days, 1000)).toBe(333)
    expect(markOfAnswer(three, ['Thu', 'Fri'], 1000)).toBe(0)
  })

  it('is none where nothing is right or wrong', () => {
    expect(markOfAnswer(words, [], 500)).toBeNull()
    expect(markOfAnswer(keyed(true), ['Mon'], 500)).toBeNull()
  })

  it('is never below nothing or above the points, whatever is chosen, and whatever the order', () => {
    const some = fc.subarray(days)
    fc.assert(
      fc.property(
        some,
        fc.subarray(days, { minLength: 1 }),
        fc.integer({ min: 1, max: 100_000 }),
        (chosen, right, points) => {
          const mark = markOfAnswer(keyed(true, ...right), chosen, points) ?? -1
          expect(mark).toBeGreaterThanOrEqual(0)
          expect(mark).toBeLessThanOrEqual(points)
          expect(markOfAnswer(keyed(true, ...[...right].reverse()), [...chosen].reverse(), points)).toBe(mark)
          expect(markOfAnswer(keyed(true, ...right), right, points)).toBe(points)
        },
      ),
    )
  })
})
