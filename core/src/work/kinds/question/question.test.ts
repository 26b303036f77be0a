import { describe, expect, it } from 'vitest'
import { readAnswer, seesAnswers } from './index.js'

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
