import fc from 'fast-check'
import { mean, sampleCorrelation, sum, variance } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import { correlation, FEW, figuresOf } from './index.js'

const scores = fc
  .tuple(fc.integer({ min: 2, max: 30 }), fc.integer({ min: 2, max: 10 }))
  .chain(([pupils, items]) =>
    fc.array(fc.array(fc.constantFrom(0, 0.25, 0.5, 1), { minLength: items, maxLength: items }), {
      minLength: pupils,
      maxLength: pupils,
    }),
  )

describe('the figures of a quiz', () => {
  it('are those of simple-statistics', () => {
    fc.assert(
      fc.property(
        scores,
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 10, maxLength: 10 }),
        (rows, weights) => {
          const points = (rows[0] ?? []).map((_, item) => weights[item] ?? 1)
          const earned = rows.map(row => row.map((part, item) => part * (points[item] ?? 1)))
          const totals = earned.map(sum)
          const { items, alpha } = figuresOf(rows, points)
          for (const [item, figures] of items.entries()) {
            const column = earned.map(row => row[item] ?? 0)
            const rest = totals.map((total, pupil) => total - (column[pupil] ?? 0))
            expect(figures.earned).toBeCloseTo(mean(rows.map(row => row[item] ?? 0)), 12)
            if (variance(column) < 1e-9 || variance(rest) < 1e-9) expect(figures.separates).toBeNull()
            else expect(figures.separates).toBeCloseTo(sampleCorrelation(column, rest), 9)
          }
          const whole = variance(totals)
          if (whole === 0) {
            expect(alpha).toBeNull()
            return
          }
          const parts = sum(points.map((_, item) => variance(earned.map(row => row[item] ?? 0))))
          expect(alpha).toBeCloseTo((points.length / (points.length - 1)) * (1 - parts / whole), 9)
        },
      ),
    )
  })

  it('are those of a worked example: KR-20 of five pupils and four questions by its formula, by hand', () => {
    // p: 0.8, 0.6, 0.4, 0.2; sum of p·q = 0.16 + 0.24 + 0.24 + 0.16 = 0.80; totals 4, 3, 2, 1, 0: variance 2
    const rows = [
      [1, 1, 1, 1],
      [1, 1, 1, 0],
      [1, 1, 0, 0],
      [1, 0, 0, 0],
      [0, 0, 0, 0],
    ]
    const { alpha, isKr20, items, few } = figuresOf(rows, [1, 1, 1, 1])
    expect(alpha).toBeCloseTo((4 / 3) * (1 - 0.8 / 2), 12)
    expect(isKr20).toBe(true)
    expect(few).toBe(true)
    expect(items.map(({ earned }) => earned)).toEqual([0.8, 0.6, 0.4, 0.2])
  })

  it('say nothing where there is nothing to say', () => {
    expect(figuresOf([], [1, 1])).toMatchObject({ pupils: 0, alpha: null, few: true })
    expect(figuresOf([[1, 0]], [1, 1])).toMatchObject({ alpha: null })
    expect(figuresOf([[1], [0]], [1])).toMatchObject({ alpha: null, items: [{ separates: null }] })
    const same = Array.from({ length: FEW }, () => [1, 1])
    expect(figuresOf(same, [1, 1])).toMatchObject({
      alpha: null,
      few: false,
      items: [{ separates: null }, {}],
    })
    expect(figuresOf([[1, 0.5]], [1, 1]).isKr20).toBe(false)
  })

  it('of pupils in another order are the same', () => {
    fc.assert(
      fc.property(scores, rows => {
        const points = (rows[0] ?? []).map(() => 100)
        const [there, back] = [figuresOf(rows, points), figuresOf([...rows].reverse(), points)]
        expect(back.alpha ?? 9).toBeCloseTo(there.alpha ?? 9, 9)
      }),
    )
  })
})

it('correlation lies between −1 and 1, and is 1 with itself', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -50, max: 50 }), { minLength: 2, maxLength: 40 }), values => {
      const own = correlation(values, values)
      if (new Set(values).size < 2) {
        expect(own).toBeNull()
        return
      }
      expect(own).toBeCloseTo(1, 9)
      expect(
        correlation(
          values,
          values.map(value => -value),
        ),
      ).toBeCloseTo(-1, 9)
    }),
  )
})
