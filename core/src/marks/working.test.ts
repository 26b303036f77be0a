import Decimal from 'decimal.js'
import fc from 'fast-check'
import Fraction from 'fraction.js'
import { describe, expect, it } from 'vitest'
import {
  averageWithWorking,
  compareShares,
  MARK_RULES,
  type MarkRules,
  neededFor,
  type Piece,
  percentOf,
  type Share,
  type Working,
  whatIf,
} from './index.js'

const DAY = 86_400_000
const HOUR = 3_600_000

const piece = (id: string, more: Partial<Piece> = {}): Piece => ({
  id,
  points: 1000,
  category: '',
  extra: false,
  counts: true,
  standing: { is: 'open' },
  ...more,
})
const marked = (id: string, mark: number, points = 1000, more: Partial<Piece> = {}): Piece =>
  piece(id, { points, standing: { is: 'marked', mark, lateBy: 0, forgiven: false }, ...more })
const percent = ({ share }: Working, rules: Partial<MarkRules> = {}): string | null =>
  share && percentOf(share, rules.decimals ?? 1)
const by = (pieces: readonly Piece[], rules: Partial<MarkRules> = {}) =>
  averageWithWorking(pieces, { ...MARK_RULES, ...rules })
const leftOut = (working: Working) =>
  [...working.parts.flatMap(part => part.pieces), ...working.others].map(one => one.leftOut)

describe('an average by points', () => {
  it('is all points had of all points there were', () => {
    const working = by([marked('a', 850), marked('b', 500, 500), piece('c')])
    // 13.5 of 15
    expect([percent(working), working.restsOn]).toEqual(['90.0', 2])
    expect(leftOut(working)).toEqual([null, null, 'open'])
  })

  it('is none where nothing counts yet', () => {
    expect(by([piece('a'), piece('b', { standing: { is: 'excused' } })])).toMatchObject({
      share: null,
      restsOn: 0,
    })
    expect(by([])).toMatchObject({ share: null, restsOn: 0 })
  })

  it('takes extra work on top, beyond the whole if need be, and lets nobody lose by what they did not do', () => {
    const extra = marked('x', 300, 500, { extra: true })
    expect(percent(by([marked('a', 900), extra]))).toBe('120.0')
    expect(percent(by([marked('a', 900), piece('x', { extra: true })]))).toBe('90.0')
    const missing = piece('x', { extra: true, standing: { is: 'missing', for: 90 * DAY } })
    expect(percent(by([marked('a', 900), missing], { zeroAfterDays: 0 }))).toBe('90.0')
    // alone it is a part of nothing
    expect(by([extra]).share).toBeNull()
  })

  it('leaves out what does not count, whatever its mark', () => {
    const working = by([marked('a', 500), marked('b', 0, 1000, { counts: false })])
    expect([percent(working), ...leftOut(working)]).toEqual(['50.0', null, 'notCounted'])
  })

  it.each([
    [null, '80.0', 'missing'],
    [4, '80.0', 'missing'],
    [3, '40.0', null],
    [0, '40.0', null],
  ])('missing for three days where zero counts after %s days: %s', (zeroAfterDays, expected, left) => {
    const working = by([marked('a', 800), piece('b', { standing: { is: 'missing', for: 3 * DAY } })], {
      zeroAfterDays,
    })
    expect([percent(working), leftOut(working)[1]]).toEqual([expected, left])
    expect(working.parts[0]?.pieces[1]?.zero).toBe(left === null)
  })

  it('drops the lowest by their part, not by their points, and never the last one', () => {
    const pieces = [marked('big', 40_00, 100_00), marked('small', 3_00, 10_00), marked('good', 9_00, 10_00)]
    const working = by(pieces, { dropLowest: 1 })
    expect(leftOut(working)).toEqual([null, 'dropped', null])
    // 49 of 110
    expect(percent(working)).toBe('44.5')
    expect(leftOut(by(pieces, { dropLowest: 9 }))).toEqual(['dropped', 'dropped', null])
  })
})

describe('coming late', () => {
  const late = (lateBy: number, rule: MarkRules['late'], mark = 800, forgiven = false) =>
    percent(by([piece('a', { standing: { is: 'marked', mark, lateBy, forgiven } })], { late: rule }))
  const daily = { everyHours: 24, take: 100, floor: 500 }

  it.each([
    ['in time', 0, '80.0'],
    ['by a minute', 60_000, '70.0'],
    ['by a day exactly', DAY, '70.0'],
    ['by a day and a minute', DAY + 60_000, '60.0'],
    ['by a week, to the floor', 7 * DAY, '50.0'],
  ])('%s', (_, lateBy, expected) => expect(late(lateBy, daily)).toBe(expected))

  it('takes once where there are no steps, by the hour where these are hours, and nothing that was forgiven', () => {
    expect(late(30 * DAY, { everyHours: null, take: 100, floor: 0 })).toBe('70.0')
    expect(late(5 * HOUR, { everyHours: 2, take: 50, floor: 0 })).toBe('65.0')
    expect(late(7 * DAY, daily, 800, true)).toBe('80.0')
    expect(late(7 * DAY, null)).toBe('80.0')
  })

  it('neither lifts a mark to the floor nor takes more than there is', () => {
    expect(late(7 * DAY, daily, 300)).toBe('30.0')
    expect(late(99 * DAY, { everyHours: 24, take: 100, floor: 0 })).toBe('0.0')
  })
})

describe('an average by categories', () => {
  const rules: Partial<MarkRules> = {
    basis: 'categories',
    categories: [
      { name: 'M', weight: 20, dropLowest: 0 },
      { name: 'a', weight: 30, dropLowest: 0 },
    ],
  }
  const of = (id: string, category: string, mark: number) => marked(id, mark, 1000, { category })

  it('weighs the averages of its categories', () => {
    // Wikipedia, "Weighted arithmetic mean", basic example, from memory: 80 of 20 and 90 of 30 are 86
    expect(percent(by([of('1', 'm', 800), of('2', 'a', 900)], rules))).toBe('86.0')
  })

  it('shares out the weight of those in which there is nothing yet', () => {
    const working = by([of('1', 'm', 800), piece('2', { category: 'a' })], rules)
    expect(percent(working)).toBe('80.0')
    expect(working.parts.map(part => part.weight && Number(part.weight.n) / Number(part.weight.d))).toEqual([
      1,
      null,
    ])
  })

  it('leaves out what is in no category or in one that weighs nothing, and says so', () => {
    const working = by([of('1', 'm', 800), marked('2', 0), of('3', 'gone', 0), of('4', 'z', 0)], {
      ...rules,
      categories: [...(rules.categories ?? []), { name: 'Z', weight: 0, dropLowest: 0 }],
    })
    expect([percent(working), working.restsOn]).toEqual(['80.0', 1])
    expect(leftOut(working)).toEqual([null, 'noWeight', 'noCategory', 'noCategory'])
  })

  it('drops within each category', () => {
    const working = by([of('1', 'm', 200), of('2', 'm', 800), of('3', 'a', 900)], {
      ...rules,
      categories: (rules.categories ?? []).map(one => ({ ...one, dropLowest: 1 })),
    })
    expect(percent(working)).toBe('86.0')
    expect(leftOut(working)).toEqual(['dropped', null, null])
  })
})

const standing = fc.oneof(
  fc.record({
    is: fc.constant('marked' as const),
    part: fc.nat(1000),
    lateBy: fc.constantFrom(0, HOUR, 3 * DAY),
    forgiven: fc.boolean(),
  }),
  fc.record({ is: fc.constant('missing' as const), for: fc.constantFrom(0, DAY, 9 * DAY) }),
  fc.constant({ is: 'excused' as const }),
  fc.constant({ is: 'open' as const }),
)
const anyPieces = fc
  .array(
    fc.record({
      points: fc.integer({ min: 1, max: 5000 }),
      category: fc.constantFrom('a', 'b', 'c', ''),
      extra: fc.boolean(),
      counts: fc.boolean(),
      standing,
    }),
    { maxLength: 25 },
  )
  .map(all =>
    all.map(({ standing: stands, ...one }, index): Piece => {
      const { is } = stands
      if (is !== 'marked') return { ...one, id: `${index}`, standing: stands }
      const { part, ...rest } = stands
      return { ...one, id: `${index}`, standing: { ...rest, mark: Math.floor((one.points * part) / 1000) } }
    }),
  )
const anyRules = fc.record({
  basis: fc.constantFrom('points' as const, 'categories' as const),
  categories: fc.tuple(fc.nat(100), fc.nat(100), fc.nat(3), fc.nat(3)).map(([a, b, dropA, dropB]) => [
    { name: 'a', weight: a, dropLowest: dropA },
    { name: 'b', weight: b + 1, dropLowest: dropB },
  ]),
  dropLowest: fc.nat(4),
  zeroAfterDays: fc.constantFrom(null, 0, 5),
  late: fc.constantFrom(
    null,
    { everyHours: 24, take: 150, floor: 300 },
    { everyHours: null, take: 70, floor: 0 },
  ),
  attempts: fc.constant('last' as const),
  scale: fc.constant([]),
  decimals: fc.constantFrom(0 as const, 1 as const, 2 as const),
  figures: fc.constant(false),
  averages: fc.constant(true),
  wordsOnly: fc.boolean(),
  signals: fc.constant(MARK_RULES.signals),
})

/** The same by fractions, written from the sentences of the rules. */
function plainly(pieces: readonly Piece[], rules: MarkRules): Fraction | null {
  const partOf = (of: readonly Piece[], drop: number): Fraction | null => {
    const counted = of.flatMap(one => {
      const { standing: stands } = one
      if (!one.counts || stands.is === 'excused' || stands.is === 'open') return []
      if (stands.is === 'missing') {
        const zero = !one.extra && rules.zeroAfterDays !== null && stands.for >= rules.zeroAfterDays * DAY
        return zero ? [{ one, earned: new Fraction(0) }] : []
      }
      let earned = new Fraction(stands.mark)
      if (rules.late && stands.lateBy > 0 && !stands.forgiven) {
        const { everyHours, take, floor } = rules.late
        const steps = everyHours === null ? 1 : Math.ceil(stands.lateBy / (everyHours * HOUR))
        const least = new Fraction(one.points).mul(floor).div(1000)
        const left = earned.sub(new Fraction(one.points).mul(Math.min(1000, steps * take)).div(1000))
        const held = left.compare(least) < 0 ? least : left
        if (held.compare(earned) < 0) earned = held
      }
      return [{ one, earned }]
    })
    const plain = counted.filter(({ one }) => !one.extra)
    plain.sort(
      (a, b) => a.earned.div(a.one.points).compare(b.earned.div(b.one.points)) || b.one.points - a.one.points,
    )
    const kept = plain.slice(Math.min(drop, Math.max(0, plain.length - 1)))
    const possible = kept.reduce((sum, { one }) => sum + one.points, 0)
    if (!possible) return null
    const had = [...kept, ...counted.filter(({ one }) => one.extra)]
    return had.reduce((sum, { earned }) => sum.add(earned), new Fraction(0)).div(possible)
  }
  if (rules.basis === 'points') return partOf(pieces, rules.dropLowest)
  const parts = rules.categories.flatMap(({ name, weight, dropLowest }) => {
    const part = partOf(
      pieces.filter(one => one.category === name),
      dropLowest,
    )
    return part && weight > 0 ? [{ part, weight }] : []
  })
  const total = parts.reduce((sum, one) => sum + one.weight, 0)
  return total
    ? parts.reduce((sum, { part, weight }) => sum.add(part.mul(weight).div(total)), new Fraction(0))
    : null
}

const asFraction = ({ n, d }: Share) => new Fraction(n, d)

describe('any average', () => {
  it('is what the rules say in their sentences, by another way of working it out', () => {
    fc.assert(
      fc.property(anyPieces, anyRules, (pieces, rules) => {
        const { share } = averageWithWorking(pieces, rules)
        const plain = plainly(pieces, rules)
        expect(share === null).toBe(plain === null)
        if (share && plain) expect(asFraction(share).toFraction()).toBe(plain.toFraction())
      }),
      { numRuns: 300 },
    )
  })

  it('has a working that adds up to it, in which every piece stands once', () => {
    fc.assert(
      fc.property(anyPieces, anyRules, (pieces, rules) => {
        const working = averageWithWorking(pieces, rules)
        const all = [...working.parts.flatMap(part => part.pieces), ...working.others]
        expect(all.map(one => one.id).sort()).toEqual(pieces.map(one => one.id).sort())
        let sum = new Fraction(0)
        let weights = new Fraction(0)
        for (const { share, weight, earned, possible, pieces: of } of working.parts) {
          const counted = of.filter(one => one.leftOut === null)
          if (weight === null) {
            expect(counted.filter(one => !one.extra)).toEqual([])
            continue
          }
          expect(counted.reduce((had, one) => had + (one.earned ?? 0), 0)).toBe(earned)
          expect(counted.filter(one => !one.extra).reduce((had, one) => had + one.points * 1000, 0)).toBe(
            possible,
          )
          if (share) sum = sum.add(asFraction(share).mul(asFraction(weight)))
          weights = weights.add(asFraction(weight))
        }
        if (working.share) {
          expect(sum.equals(asFraction(working.share))).toBe(true)
          expect(weights.equals(1)).toBe(true)
        }
      }),
    )
  })

  it('lies within the range of its marks where there is no extra work', () => {
    fc.assert(
      fc.property(anyPieces, anyRules, (all, rules) => {
        const pieces = all.map(one => ({ ...one, extra: false }))
        const working = averageWithWorking(pieces, rules)
        const { share } = working
        if (!share) return
        const parts = working.parts
          .filter(part => part.weight)
          .flatMap(part => part.pieces.filter(one => one.leftOut === null))
          .map(one => new Fraction(one.earned ?? 0).div(one.points * 1000))
        const least = parts.reduce((a, b) => (a.compare(b) < 0 ? a : b))
        const most = parts.reduce((a, b) => (a.compare(b) > 0 ? a : b))
        expect(asFraction(share).compare(least)).toBeGreaterThanOrEqual(0)
        expect(asFraction(share).compare(most)).toBeLessThanOrEqual(0)
      }),
    )
  })

  it('is never lowered by dropping one more', () => {
    fc.assert(
      fc.property(anyPieces, anyRules, (pieces, rules) => {
        const more = {
          ...rules,
          dropLowest: rules.dropLowest + 1,
          categories: rules.categories.map(one => ({ ...one, dropLowest: one.dropLowest + 1 })),
        }
        const [less, after] = [
          averageWithWorking(pieces, rules).share,
          averageWithWorking(pieces, more).share,
        ]
        expect(after === null).toBe(less === null)
        if (less && after) expect(compareShares(after, less)).toBeGreaterThanOrEqual(0)
      }),
    )
  })

  it('does not depend on the order, and what is excused changes nothing', () => {
    fc.assert(
      fc.property(anyPieces, anyRules, fc.nat(), (pieces, rules, seed) => {
        const { share } = averageWithWorking(pieces, rules)
        const turned = pieces.map((one, index) => ({ one, at: (index * 7919 + seed) % 104_729 }))
        turned.sort((a, b) => a.at - b.at)
        const other = averageWithWorking([...turned.map(({ one }) => one)], rules).share
        const excused = piece('excused', { category: 'a', standing: { is: 'excused' } })
        const more = averageWithWorking([...pieces, excused], rules).share
        for (const found of [other, more]) {
          expect(found === null).toBe(share === null)
          if (found && share) expect(compareShares(found, share)).toBe(0)
        }
      }),
    )
  })

  it('is rounded once, half up, as a decimal library rounds the exact fraction', () => {
    Decimal.set({ precision: 60 })
    fc.assert(
      fc.property(
        fc.nat(10_000_000),
        fc.integer({ min: 1, max: 10_000_000 }),
        fc.constantFrom(0, 1, 2),
        (n, d, places) => {
          const exact = new Decimal(n).div(d).mul(100)
          expect(percentOf({ n: BigInt(n), d: BigInt(d) }, places as 0)).toBe(
            exact.toDecimalPlaces(places, Decimal.ROUND_HALF_UP).toFixed(places),
          )
        },
      ),
    )
    // a tie that binary numbers miss: 1.005 %
    expect(percentOf({ n: 201n, d: 20_000n }, 2)).toBe('1.01')
  })
})

describe('what would be needed', () => {
  const target = (permille: number): Share => ({ n: BigInt(permille), d: 1000n })

  it('is the least part of what is open that reaches it', () => {
    const pieces = [marked('a', 700), piece('b')]
    expect(neededFor(target(800), pieces, MARK_RULES)).toBe(900)
    expect(neededFor(target(300), pieces, MARK_RULES)).toBe(0)
    expect(neededFor(target(900), pieces, MARK_RULES)).toBeNull()
    expect(neededFor(target(500), [marked('a', 700)], MARK_RULES)).toBeNull()
    // what is open and does not count is no help
    expect(neededFor(target(800), [marked('a', 700), piece('b', { counts: false })], MARK_RULES)).toBeNull()
  })

  it('reaches it, and one thousandth less does not', () => {
    fc.assert(
      fc.property(anyPieces, anyRules, fc.nat(1000), (pieces, rules, permille) => {
        const needed = neededFor(target(permille), pieces, rules)
        if (needed === null) return
        const at = (part: number) => {
          const marks = new Map(
            pieces
              .filter(one => one.standing.is === 'open' && one.counts && !one.extra)
              .map(one => [one.id, (one.points * part) / 1000]),
          )
          const { share } = whatIf(marks, pieces, rules)
          return share !== null && compareShares(share, target(permille)) >= 0
        }
        expect(at(needed)).toBe(true)
        if (needed > 0) expect(at(needed - 1)).toBe(false)
      }),
    )
  })

  it('if: a mark in place of how a piece stands changes that piece alone', () => {
    const pieces = [marked('a', 500), piece('b', { standing: { is: 'missing', for: 9 * DAY } })]
    const rules = { ...MARK_RULES, zeroAfterDays: 0 }
    expect(percent(averageWithWorking(pieces, rules))).toBe('25.0')
    expect(percent(whatIf(new Map([['b', 1000]]), pieces, rules))).toBe('75.0')
    expect(percent(whatIf(new Map(), pieces, rules))).toBe('25.0')
  })
})
