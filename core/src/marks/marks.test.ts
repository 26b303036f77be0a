import fc from 'fast-check'
import Fraction from 'fraction.js'
import { median } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import {
  averageOf,
  distributionOf,
  medianOf,
  readMark,
  readPoints,
  runOfAverages,
  showHundredths,
} from './index.js'

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

describe('how an average has come about', () => {
  it('is the average of everything marked until then, in the order of time, whatever the order it comes in', () => {
    const marked = fc.record({
      mark: fc.nat(1_000),
      points: fc.integer({ min: 1, max: 1_000 }),
      at: fc.nat(1_000_000),
    })
    fc.assert(
      fc.property(fc.uniqueArray(marked, { selector: one => one.at, maxLength: 12 }), marks => {
        const run = runOfAverages(marks)
        const times = marks.map(one => one.at).sort((a, b) => a - b)
        expect(run.map(one => one.at)).toEqual(times)
        run.forEach(({ at, permille, restsOn }) => {
          const until = marks.filter(one => one.at <= at)
          const earned = until.reduce((sum, one) => sum.add(one.mark), new Fraction(0))
          const share = earned.div(until.reduce((sum, one) => sum + one.points, 0)).mul(1000)
          expect(restsOn).toBe(until.length)
          // half up, as school marks are rounded (common practice)
          expect(permille).toBe(Number(share.add(1, 2).floor().toString()))
        })
      }),
    )
  })
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
