import fc from 'fast-check'
import { median } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import { distributionOf, medianOf, readMark, readPoints, showHundredths } from './index.js'

describe('a typed mark', () => {
  it.each([
    ['8.5', 850],
    ['8,5', 850],
    [' 9 ', 900],
    ['0', 0],
    ['10', 1000],
    ['7.25', 725],
    ['+3', 300],
    ['0.05', 5],
  ])('%s is read', (text, value) => {
    expect(readMark(text, 1000)).toEqual({ ok: true, value })
  })

  it.each([
    ['', 'mark_unreadable'],
    ['eight', 'mark_unreadable'],
    ['8.555', 'mark_unreadable'],
    ['1e3', 'mark_unreadable'],
    ['8.5.1', 'mark_unreadable'],
    ['-0.5', 'mark_below_zero'],
    ['−2', 'mark_below_zero'],
    ['10.01', 'mark_above_points'],
  ])('"%s" is refused: %s', (text, code) => {
    expect(readMark(text, 1000)).toMatchObject({ ok: false, refusal: { code } })
  })

  it('says how many points there are', () => {
    expect(readMark('11', 1050)).toMatchObject({ refusal: { params: { text: '11', points: '10.5' } } })
  })

  it('is shown as it was typed', () => {
    fc.assert(
      fc.property(fc.nat(100_000), value => {
        expect(readMark(showHundredths(value), 100_000)).toEqual({ ok: true, value })
      }),
    )
  })
})

it('points are above zero and at most a thousand', () => {
  expect(readPoints('10')).toEqual({ ok: true, value: 1000 })
  for (const text of ['0', '-1', '1000.01', 'ten'])
    expect(readPoints(text)).toMatchObject({ refusal: { code: 'points_unreadable' } })
})

it('the median is that of simple-statistics', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(100_000), { minLength: 1 }), list => {
      expect(medianOf(list)).toBe(median(list))
    }),
  )
  expect(medianOf([])).toBeUndefined()
})

describe('how marks are distributed', () => {
  it('counts a mark on a border to what begins there, and the whole of the points to the last', () => {
    expect(distributionOf([0, 199, 200, 400, 799, 800, 1000], 1000).map(one => one.count)).toEqual([
      2, 1, 1, 1, 2,
    ])
  })

  it('counts every mark once, between its borders, and the borders follow one another', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 100_000 }), fc.array(fc.nat(100_000)), (points, given) => {
        const marks = given.filter(mark => mark <= points)
        const bins = distributionOf(marks, points)
        expect(bins.reduce((sum, one) => sum + one.count, 0)).toBe(marks.length)
        expect([bins[0]?.from, bins.at(-1)?.to]).toEqual([0, points])
        for (const [index, one] of bins.slice(1).entries()) expect(one.from).toBe(bins[index]?.to)
      }),
    )
  })
})
