import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Depth } from './depth.js'

const bytes = (value: unknown) => Buffer.from(typeof value === 'string' ? value : JSON.stringify(value))
/** So deep do lists and objects of a value stand, counted on the value itself. */
const depth = (value: unknown): number =>
  typeof value === 'object' && value !== null ? 1 + Math.max(0, ...Object.values(value).map(depth)) : 0
const nested = (deep: number): unknown => (deep ? [nested(deep - 1)] : 'x')

/** Whether a text stands too deep, taken in parts of so many bytes. */
function isDeep(text: Uint8Array, part = text.length): boolean {
  const depth = new Depth()
  for (let at = 0; at < text.length; at += part) depth.take(text.subarray(at, at + part))
  return depth.isDeep
}

describe('how deep a body stands', () => {
  it('is seen in its lists and objects', () => {
    expect([isDeep(bytes(nested(32))), isDeep(bytes(nested(33)))]).toEqual([false, true])
  })

  it('is not seen in its texts, whatever brackets, quotes and backslashes stand in them, and wherever it is cut', () => {
    const texts = fc
      .array(fc.constantFrom('[', '{', '"', '\\', '\\"', 'x'.repeat(63), 'x'.repeat(200), 'é'), {
        maxLength: 60,
      })
      .map(parts => parts.join(''))
    const deeps = fc.integer({ min: 0, max: 34 })
    const parts = fc.integer({ min: 1, max: 300 })
    const property = fc.property(texts, texts, deeps, parts, (one, other, deep, part) => {
      const body = [one, { [other]: nested(deep) }, other + one]
      return isDeep(bytes(body), part) === depth(body) > 32
    })
    fc.assert(property, { seed: 20_261_201, numRuns: 500 })
  })

  it('of what is no JSON does not matter, and is told in any case', () => {
    for (const text of ['"', '"\\', '"x\\', `"${'x'.repeat(500)}`, '\\'.repeat(99), ']]]]'])
      expect(isDeep(bytes(text))).toBe(false)
  })
})
