import fc from 'fast-check'
import Fraction from 'fraction.js'
import { describe, expect, it } from 'vitest'
import { MARK_RULES } from '../marks/index.js'
import { type Move, replay, stateOf } from '../work/index.js'
import { type Counted, lateByOf, pieceOf, runOfAverages } from './index.js'

const HOUR = 3_600_000
const DUE = 100 * HOUR
const NOW = 300 * HOUR
const counting = { points: 1000, category: '', extra: false, counts: true }
const timing = { opensAt: null, dueAt: DUE, closesAt: null }

const of = (moves: Move[], more: Partial<Counted> = {}): Counted => ({
  id: 'w',
  counting,
  status: replay(moves),
  timing,
  marks: moves.flatMap(move => (move.kind === 'handBack' && move.mark !== null ? [move.mark] : [])),
  forgiven: false,
  ...more,
})
const standing = (counted: Counted, now = NOW, attempts = MARK_RULES.attempts) =>
  pieceOf(counted, { attempts }, now)?.standing

const start: Move = { kind: 'start', at: 1 }
const handIn = (at: number): Move => ({ kind: 'handIn', at })
const handBack = (mark: number | null, at = 200 * HOUR): Move => ({ kind: 'handBack', at, mark })

describe('a submission in an average', () => {
  it.each<[string, Move[], object]>([
    ['that was not begun in time', [], { is: 'missing', for: NOW - DUE }],
    ['that was begun', [start], { is: 'missing', for: NOW - DUE }],
    ['that lies with the teacher', [start, handIn(DUE)], { is: 'open' }],
    ['that was received', [{ kind: 'receive', at: 5 }], { is: 'open' }],
    ['that is excused', [{ kind: 'excuse', at: 5 }], { is: 'excused' }],
    ['without a mark', [start, handIn(DUE), handBack(null)], { is: 'open' }],
    ['in time', [start, handIn(DUE), handBack(800)], { is: 'marked', mark: 800, lateBy: 0, forgiven: false }],
    [
      'late',
      [start, handIn(DUE + HOUR), handBack(800)],
      { is: 'marked', mark: 800, lateBy: HOUR, forgiven: false },
    ],
  ])('%s', (_, moves, expected) => expect(standing(of(moves))).toEqual(expected))

  it('that is not due is open, and without points no piece at all', () => {
    expect(standing(of([]), DUE)).toEqual({ is: 'open' })
    expect(pieceOf(of([], { counting: { ...counting, points: null } }), MARK_RULES, NOW)).toBeUndefined()
  })

  const again: Move[] = [
    start,
    handIn(DUE + 5 * HOUR),
    handBack(400),
    { kind: 'tryAgain', at: 210 * HOUR, by: 250 * HOUR },
  ]

  it('that was taken back and handed in again is late by the deadline that it always had', () => {
    const moves: Move[] = [
      start,
      handIn(DUE - HOUR),
      { kind: 'takeBack', at: DUE },
      handIn(DUE + HOUR),
      handBack(800),
    ]
    expect(standing(of(moves))).toMatchObject({ mark: 800, lateBy: HOUR })
  })

  it('that is to be tried again keeps its mark, and the next attempt is late by its own deadline', () => {
    expect(standing(of(again))).toMatchObject({ mark: 400, lateBy: 5 * HOUR })
    const second = [...again, handIn(251 * HOUR)]
    expect(standing(of(second))).toMatchObject({ mark: 400, lateBy: HOUR })
    const marked = of([...second, handBack(700, 260 * HOUR)])
    expect([standing(marked), standing(marked, NOW, 'first'), standing(marked, NOW, 'best')]).toMatchObject([
      { mark: 700, lateBy: HOUR },
      { mark: 400 },
      { mark: 700 },
    ])
  })

  it('that may be tried again without a deadline is not late', () => {
    const free: Move[] = [
      ...again.slice(0, 3),
      { kind: 'tryAgain', at: 210 * HOUR, by: null },
      handIn(299 * HOUR),
    ]
    expect(lateByOf(replay(free), timing)).toBe(0)
  })

  it('that its pupil improves keeps its mark, and is as late as what it improves, however late it comes', () => {
    const improve: Move = { kind: 'improve', at: 210 * HOUR }
    const late = [start, handIn(105 * HOUR), handBack(400), improve, handIn(290 * HOUR)]
    expect(standing(of(late))).toMatchObject({ mark: 400, lateBy: 5 * HOUR })
    expect(stateOf(replay(late), timing, NOW)).toMatchObject({ is: 'withTeacher', lateBy: 5 * HOUR })
    const inTime = [start, handIn(50 * HOUR), handBack(400), improve, handIn(290 * HOUR)]
    expect(lateByOf(replay(inTime), timing)).toBe(0)
    expect(stateOf(replay(inTime), timing, NOW)).toMatchObject({ is: 'withTeacher', lateBy: 0 })
    expect(stateOf(replay(late.slice(0, 4)), timing, NOW)).toEqual({ is: 'tryAgain', by: null, own: true })
    // taken back it is being improved again; asked for again it has the deadline of that
    const takenBack = [...late, { kind: 'takeBack', at: 291 * HOUR }, handIn(292 * HOUR)] as Move[]
    expect(lateByOf(replay(takenBack), timing)).toBe(5 * HOUR)
    const asked = [
      ...late,
      { kind: 'tryAgain', at: 293 * HOUR, by: 294 * HOUR },
      handIn(296 * HOUR),
    ] as Move[]
    expect(lateByOf(replay(asked), timing)).toBe(2 * HOUR)
  })
})

describe('how an average has come about', () => {
  it('is the average of everything marked until then, in the order of time, whatever the order it comes in', () => {
    const marked = fc.record({
      mark: fc.nat(1_000),
      points: fc.integer({ min: 1, max: 1_000 }),
      at: fc.integer({ min: 10, max: 1_000_000 }),
    })
    fc.assert(
      fc.property(fc.uniqueArray(marked, { selector: one => one.at, maxLength: 12 }), marks => {
        const all = marks.map(({ mark, points, at }) =>
          of([start, handIn(2), handBack(mark, at)], { counting: { ...counting, points } }),
        )
        const run = runOfAverages(all, MARK_RULES, NOW)
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

  it('ends with what it is now, with zeros for what is missing where these count', () => {
    const all = [of([start, handIn(2), handBack(800)]), of([], { id: 'missing' })]
    const at = (zeroAfterDays: number | null) =>
      runOfAverages(all, { ...MARK_RULES, zeroAfterDays }, NOW).at(-1)
    expect([at(null)?.permille, at(0)?.permille]).toEqual([800, 400])
  })
})
