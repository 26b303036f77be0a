import fc from 'fast-check'
import Fraction from 'fraction.js'
import { median } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import { averageOf, medianOf, readMark, readPoints, showHundredths } from './index.js'

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

const marks = fc.array(
  fc.integer({ min: 1, max: 100_000 }).chain(points => fc.nat(points).map(mark => ({ mark, points }))),
  { minLength: 1, maxLength: 30 },
)

describe('an average', () => {
  it('is exact: half-up tenths of a percent of the fraction of all points', () => {
    fc.assert(
      fc.property(marks, list => {
        const sum = (values: number[]) => values.reduce((total, value) => total.add(value), new Fraction(0))
        const exact = sum(list.map(one => one.mark))
          .div(sum(list.map(one => one.points)))
          .mul(1000)
        expect(averageOf(list)?.permille).toBe(Number(exact.add(new Fraction(1, 2)).floor().valueOf()))
      }),
    )
  })

  it('says what it rests on, and is none without marks', () => {
    expect(
      averageOf([
        { mark: 850, points: 1000 },
        { mark: 1000, points: 2000 },
      ]),
    ).toEqual({ earned: 1850, possible: 3000, permille: 617, restsOn: 2 })
    expect(averageOf([])).toBeUndefined()
  })
})

it('the median is that of simple-statistics', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(100_000), { minLength: 1 }), list => {
      expect(medianOf(list)).toBe(median(list))
    }),
  )
  expect(medianOf([])).toBeUndefined()
})
