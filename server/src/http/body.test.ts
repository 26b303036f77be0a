import { expect, it } from 'vitest'
import { withoutNul } from './body.js'

it('the character U+0000 is taken out of texts and keys, and nothing else is changed', () => {
  const body = { 'a\0': ['x\0y', 0, null, true, { b: '\\u0000' }] }
  expect(withoutNul(body)).toEqual({ a: ['xy', 0, null, true, { b: '\\u0000' }] })
})
