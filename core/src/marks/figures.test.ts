import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  countedMark,
  fiveNumbersOf,
  MARK_RULES,
  MOST_POINTS,
  markByRubric,
  markOfStep,
  movementOf,
  pointsOfRubric,
  type Rubric,
  ratesByWeek,
  readMarkOn,
  readMarkRules,
  readRubric,
  readScale,
  SIGNAL_RULES,
  type SignalFacts,
  signalsOf,
  spreadOf,
  stepOf,
  wordOfMark,
} from './index.js'

describe('five numbers of a class', () => {
  it.each([
    // Wikipedia, "Five-number summary", the moons of the planets, from memory
    [
      [0, 0, 1, 2, 63, 61, 27, 13],
      [0, 0.5, 7.5, 44, 63],
    ],
    // Wikipedia, "Quartile", method 2 (Tukey's hinges), from memory
    [
      [6, 7, 15, 36, 39, 40, 41, 42, 43, 47, 49],
      [6, 25.5, 40, 42.5, 49],
    ],
    [
      [7, 15, 36, 39, 40, 41],
      [7, 15, 37.5, 40, 41],
    ],
    [[5], [5, 5, 5, 5, 5]],
  ])('%j', (values, [least, lower, median, upper, most]) => {
    expect(fiveNumbersOf(values)).toEqual({ count: values.length, least, lower, median, upper, most })
  })

  it('are in order, and none where there is nothing', () => {
    expect(fiveNumbersOf([])).toBeUndefined()
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 1000 }), { minLength: 1 }), values => {
        const found = fiveNumbersOf(values)
        if (!found) throw new Error('nothing was found')
        const { least, lower, median, upper, most } = found
        expect([least, lower, median, upper, most]).toEqual(
          [least, lower, median, upper, most].sort((a, b) => a - b),
        )
        expect(values.filter(one => one <= median).length * 2).toBeGreaterThanOrEqual(values.length)
      }),
    )
  })
})

describe('the mean and the standard deviation', () => {
  const alternating = (first: number, low: number, high: number) => [
    first,
    ...Array.from({ length: 1000 }, (_, index) => (index % 2 ? high : low)),
  ]
  it.each([
    // NIST Statistical Reference Datasets, univariate summary statistics: certified values, from memory
    ['NumAcc1', [10_000_001, 10_000_003, 10_000_002], 10_000_002, 1],
    ['NumAcc2', alternating(1.2, 1.1, 1.3), 1.2, 0.1],
    ['NumAcc3', alternating(1_000_000.2, 1_000_000.1, 1_000_000.3), 1_000_000.2, 0.1],
    ['NumAcc4', alternating(10_000_000.2, 10_000_000.1, 10_000_000.3), 10_000_000.2, 0.1],
  ])('are as certified for %s', (_, values, mean, deviation) => {
    const found = spreadOf(values)
    expect(found?.mean).toBeCloseTo(mean, 8)
    expect(found?.deviation).toBeCloseTo(deviation, 7)
  })

  it('of one value has no deviation, of none is nothing', () => {
    expect(spreadOf([7])).toEqual({ mean: 7, deviation: null })
    expect(spreadOf([])).toBeUndefined()
  })
})

it('who moved is said from two marks on either side', () => {
  const at = (moment: number, mark: number) => ({ at: moment, mark, points: 1000 })
  expect(movementOf([at(1, 500), at(2, 600), at(10, 800), at(11, 900)], 10)).toEqual({
    before: 550,
    since: 850,
    by: 300,
    restsOn: [2, 2],
  })
  expect(movementOf([at(1, 500), at(10, 800), at(11, 900)], 10)).toBeUndefined()
})

it('what came late or not at all is counted by the week in which it was due, what is open for nothing', () => {
  const found = ratesByWeek([
    { week: '2026-10-12', came: 'late' },
    { week: '2026-10-05', came: 'inTime' },
    { week: '2026-10-05', came: 'missing' },
    { week: '2026-10-12', came: 'open' },
    { week: '2026-10-19', came: 'open' },
  ])
  expect(found).toEqual([
    { week: '2026-10-05', asked: 2, late: 0, missing: 1 },
    { week: '2026-10-12', asked: 1, late: 1, missing: 0 },
  ])
})

describe('a signal', () => {
  const nothing: SignalFacts = { missing: [], marks: [], unseenDays: 0 }
  const marks = (...list: number[]) => list.map((mark, index) => ({ at: index, mark, points: 1000 }))

  it.each<[string, Partial<SignalFacts>, object[]]>([
    ['of nothing', {}, []],
    ['of one missing piece', { missing: ['2026-10-05'] }, []],
    ['of two in two weeks', { missing: ['2026-10-05', '2026-10-12'] }, []],
    [
      'of two in a week, the latest such week',
      { missing: ['2026-10-05', '2026-10-05', '2026-10-12', '2026-10-12', '2026-10-12', '2026-10-19'] },
      [{ is: 'missing', week: '2026-10-12', count: 3 }],
    ],
    [
      'of marks that fall three times',
      { marks: marks(500, 900, 800, 700) },
      [{ is: 'falling', count: 3, since: 1 }],
    ],
    ['of marks that stand still', { marks: marks(900, 800, 800) }, []],
    ['of marks that rose at last', { marks: marks(900, 800, 700, 710) }, []],
    ['of four school days', { unseenDays: 4 }, []],
    ['of five', { unseenDays: 5 }, [{ is: 'unseen', days: 5 }]],
    ['of who never came in', { unseenDays: null }, []],
  ])('%s', (_, facts, expected) => {
    expect(signalsOf({ ...nothing, ...facts }, SIGNAL_RULES)).toEqual(expected)
  })

  it('that is off is not given', () => {
    const all = { missing: ['w', 'w'], marks: marks(3, 2, 1), unseenDays: 9 }
    expect(signalsOf(all, { missingInWeek: null, fallingRun: null, unseenDays: null })).toEqual([])
    expect(signalsOf(all, SIGNAL_RULES)).toHaveLength(3)
  })
})

describe('a scale', () => {
  const typed = [
    { label: 'C', from: 0 },
    { label: 'A', from: 900 },
    { label: 'B ', from: 700 },
  ]
  const read = readScale(typed)
  const scale = read.ok ? read.value : []

  it('gives its word by what is shown: 89.95 % is 90.0 % and an A', () => {
    expect(scale.map(one => one.label)).toEqual(['A', 'B', 'C'])
    const wordOf = (n: bigint) => stepOf({ n, d: 10_000n }, scale, 1)?.label
    expect([wordOf(8994n), wordOf(8995n), wordOf(7000n), wordOf(0n), wordOf(12_000n)]).toEqual([
      'B',
      'A',
      'B',
      'C',
      'A',
    ])
    expect(stepOf({ n: 1n, d: 1n }, [], 1)).toBeUndefined()
  })

  it('stands for a mark where its steps begin', () => {
    expect(scale.map(step => markOfStep(step, 1550))).toEqual([1395, 1085, 0])
    // a third of a point more than nothing: 0.33 of 0.99 is 33 %, and 0.33 of 1 is too
    expect([markOfStep({ label: 'x', from: 333 }, 99), markOfStep({ label: 'x', from: 333 }, 100)]).toEqual([
      33, 34,
    ])
  })

  it('whose word is typed shows that word again, on whatever points', () => {
    const steps = fc
      .uniqueArray(fc.integer({ min: 1, max: 49 }), { minLength: 1, maxLength: 12 })
      .map(all => [0, ...all].sort((a, b) => b - a).map(at => ({ label: `from ${at}`, from: at * 20 })))
    const property = fc.property(steps, fc.integer({ min: 100, max: MOST_POINTS }), (some, points) =>
      some.every(({ label }) => {
        const mark = readMarkOn(` ${label.toUpperCase()} `, points, some)
        return mark.ok && wordOfMark(mark.value, points, some) === label
      }),
    )
    fc.assert(property, { seed: 20_261_201 })
  })

  it('is shown alone only where there is one', () => {
    const shown = (typed: Partial<typeof MARK_RULES>) => {
      const rules = readMarkRules({ ...MARK_RULES, ...typed })
      return rules.ok && rules.value.wordsOnly
    }
    expect(shown({ wordsOnly: true })).toBe(false)
    expect(shown({ wordsOnly: true, scale })).toBe(true)
    expect(wordOfMark(850, null, scale)).toBeUndefined()
  })

  it.each([
    [[{ label: 'A', from: 500 }]],
    [
      [
        { label: 'A', from: 0 },
        { label: 'A', from: 10 },
      ],
    ],
    [
      [
        { label: 'A', from: 0 },
        { label: 'B', from: 0 },
      ],
    ],
    [[{ label: ' ', from: 0 }]],
    [
      [
        { label: 'A', from: 0 },
        { label: 'B', from: 1001 },
      ],
    ],
    [
      [
        { label: 'A', from: 0 },
        { label: 'B', from: 0.5 },
      ],
    ],
  ])('is refused as %j', steps => {
    expect(readScale(steps)).toMatchObject({ refusal: { code: 'rules_scale' } })
  })
})

it.each([
  ['last', 700],
  ['best', 900],
  ['first', 400],
] as const)('of several marks the %s counts', (rule, mark) => {
  expect(countedMark([400, 900, 700], rule)).toBe(mark)
  expect(countedMark([], rule)).toBeUndefined()
})

describe('a rubric', () => {
  const level = (id: string, points: number) => ({ id, name: `level ${id}`, points })
  const rubric: Rubric = [
    { id: 'c', name: ' Care ', levels: [level('1', 100), level('2', 400)] },
    { id: 'w', name: 'Words', levels: [level('1', 0), level('2', 300), level('3', 600)] },
  ]

  it('gives the sum of the levels that were chosen, once each criterion has one', () => {
    expect(pointsOfRubric(rubric)).toBe(1000)
    expect(markByRubric(rubric, { c: '1', w: '3' })).toBe(700)
    expect(markByRubric(rubric, { c: '1' })).toBeUndefined()
    expect(markByRubric(rubric, { c: '1', w: '9' })).toBeUndefined()
    expect(markByRubric([], {})).toBeUndefined()
  })

  it('is read with its best levels first, and refused without names, levels or points', () => {
    const read = readRubric(rubric)
    expect(read.ok && read.value.map(one => [one.name, one.levels.map(each => each.points)])).toEqual([
      ['Care', [400, 100]],
      ['Words', [600, 300, 0]],
    ])
    const [care] = rubric
    if (!care) throw new Error('no criterion')
    for (const wrong of [
      [],
      [{ ...care, name: ' ' }],
      [{ ...care, levels: [level('1', 100)] }],
      [{ ...care, levels: [level('1', 0), level('2', 0)] }],
      [care, care],
      [{ ...care, levels: [level('1', 1), level('1', 2)] }],
      [{ ...care, levels: [level('1', -1), level('2', 2)] }],
    ])
      expect(readRubric(wrong)).toMatchObject({ refusal: { code: 'rubric_unreadable' } })
  })
})

describe('the rules of a class', () => {
  const category = { name: 'Tests', weight: 60, dropLowest: 0 }
  it.each([
    [{}, undefined],
    [{ basis: 'categories' as const, categories: [category] }, undefined],
    [{ basis: 'categories' as const }, 'rules_categories'],
    [{ basis: 'categories' as const, categories: [{ ...category, weight: 0 }] }, 'rules_categories'],
    [{ categories: [category, { ...category, name: ' tests' }] }, 'rules_categories'],
    [{ categories: [category, { ...category, name: 'Other' }] }, undefined],
    [{ categories: [{ ...category, name: '  ' }] }, 'rules_categories'],
    [{ categories: [{ ...category, weight: 1.5 }] }, 'rules_number'],
    [{ dropLowest: -1 }, 'rules_number'],
    [{ zeroAfterDays: 366 }, 'rules_number'],
    [{ late: { everyHours: 0, take: 100, floor: 0 } }, 'rules_number'],
    [{ late: { everyHours: 24, take: 0, floor: 0 } }, 'rules_number'],
    [{ scale: [{ label: 'A', from: 100 }] }, 'rules_scale'],
  ])('with %j are refused as %s', (part, code) => {
    const read = readMarkRules({ ...MARK_RULES, ...part })
    expect(read.ok ? undefined : read.refusal.code).toBe(code)
  })
})
