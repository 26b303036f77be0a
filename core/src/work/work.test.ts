import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  beforeHandBack,
  deadlineOf,
  MOVES,
  type Move,
  type MoveKind,
  mayHandIn,
  mayTakeBack,
  mayWrite,
  next,
  replay,
  standing,
  stateOf,
  type Timing,
  UNTOUCHED,
} from './index.js'

const at = (minute: number) => Date.UTC(2026, 9, 12, 9) + minute * 60_000
const timing: Timing = { opensAt: at(0), dueAt: at(100), closesAt: at(200) }
const open: Timing = { opensAt: null, dueAt: null, closesAt: null }

const start: Move = { kind: 'start', at: at(10) }
const handIn = (minute: number): Move => ({ kind: 'handIn', at: at(minute) })
const takeBack: Move = { kind: 'takeBack', at: at(60) }
const handBack: Move = { kind: 'handBack', at: at(150), mark: 850 }
const tryAgain = (by: number | null): Move => ({
  kind: 'tryAgain',
  at: at(160),
  by: by === null ? null : at(by),
})

describe('the state of a submission', () => {
  const cases: [string, Move[], Timing, number, object][] = [
    ['opens later', [], timing, -1, { is: 'opens', at: at(0) }],
    ['to do from the moment it opens', [], timing, 0, { is: 'toDo', by: at(100) }],
    ['to do at the very deadline', [], timing, 100, { is: 'toDo', by: at(100) }],
    ['to do without a deadline', [], open, 9999, { is: 'toDo', by: null }],
    ['started', [start], timing, 20, { is: 'started', by: at(100) }],
    ['overdue, not begun', [], timing, 101, { is: 'overdue', since: at(100), begun: false }],
    ['overdue, begun', [start], timing, 101, { is: 'overdue', since: at(100), begun: true }],
    ['missing once closed', [start], timing, 200, { is: 'missing', since: at(100) }],
    [
      'with the teacher in time',
      [start, handIn(100)],
      timing,
      500,
      { is: 'withTeacher', since: at(100), lateBy: 0 },
    ],
    [
      'with the teacher, late',
      [start, handIn(130)],
      timing,
      500,
      { is: 'withTeacher', since: at(130), lateBy: 30 * 60_000 },
    ],
    ['taken back', [start, handIn(50), takeBack], timing, 70, { is: 'started', by: at(100) }],
    [
      'taken back and past the deadline',
      [start, handIn(50), takeBack],
      timing,
      110,
      { is: 'overdue', since: at(100), begun: true },
    ],
    [
      'handed in again late counts from the last time',
      [start, handIn(50), takeBack, handIn(110)],
      timing,
      120,
      { is: 'withTeacher', since: at(110), lateBy: 600_000 },
    ],
    ['handed back', [start, handIn(50), handBack], timing, 300, { is: 'handedBack', at: at(150), mark: 850 }],
    [
      'to try again by a new time',
      [start, handIn(50), tryAgain(300)],
      timing,
      250,
      { is: 'tryAgain', by: at(300) },
    ],
    [
      'to try again, and that time has passed',
      [start, handIn(50), tryAgain(300)],
      timing,
      301,
      { is: 'overdue', since: at(300), begun: true },
    ],
    [
      'to try again without a time, never overdue',
      [start, handIn(50), tryAgain(null)],
      timing,
      9999,
      { is: 'tryAgain', by: null },
    ],
    [
      'handed in after try again is late by the new time',
      [start, handIn(50), tryAgain(300), handIn(310)],
      timing,
      320,
      { is: 'withTeacher', since: at(310), lateBy: 600_000 },
    ],
    ['excused, whatever the deadline', [{ kind: 'excuse', at: at(1) }], timing, 900, { is: 'excused' }],
    [
      'included again',
      [start, { kind: 'excuse', at: at(20) }, { kind: 'include', at: at(30) }],
      timing,
      40,
      { is: 'started', by: at(100) },
    ],
    ['received on paper', [{ kind: 'receive', at: at(90) }], timing, 900, { is: 'received', at: at(90) }],
    [
      'received struck out',
      [
        { kind: 'receive', at: at(90) },
        { kind: 'unreceive', at: at(91) },
      ],
      timing,
      92,
      { is: 'toDo', by: at(100) },
    ],
    [
      'received and then handed back',
      [{ kind: 'receive', at: at(90) }, handBack],
      timing,
      900,
      { is: 'handedBack', at: at(150), mark: 850 },
    ],
  ]
  it.each(cases)('%s', (_, moves, times, minute, state) => {
    expect(stateOf(replay(moves), times, at(minute))).toEqual(state)
  })
})

describe('moves', () => {
  const kinds = Object.keys(MOVES) as MoveKind[]
  const make = (kind: MoveKind, minute: number): Move =>
    kind === 'handBack'
      ? { kind, at: at(minute), mark: minute }
      : kind === 'tryAgain'
        ? { kind, at: at(minute), by: at(minute + 50) }
        : kind === 'recall'
          ? { kind, at: at(minute), before: UNTOUCHED }
          : { kind, at: at(minute) }

  it('that cannot follow are refused, naming both ends', () => {
    expect(next(UNTOUCHED, takeBack)).toEqual({
      ok: false,
      refusal: { code: 'illegal_move', params: { move: 'takeBack', phase: 'untouched' } },
    })
    expect(next(replay([start, handIn(50)]), handIn(60))).toMatchObject({
      refusal: { params: { move: 'handIn', phase: 'withTeacher' } },
    })
  })

  it('that could never have been recorded stop a replay, naming the move', () => {
    expect(() => replay([start, takeBack])).toThrow('move 2 (takeBack) cannot follow started')
    // also after an excuse that was lifted again
    const lifted: Move[] = [
      start,
      handIn(50),
      { kind: 'excuse', at: at(51) },
      { kind: 'include', at: at(52) },
    ]
    expect(replay([...lifted, takeBack]).phase).toBe('started')
  })

  it('add up the same one by one and replayed from the beginning', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...kinds), { maxLength: 40 }), tried => {
        const recorded: Move[] = []
        let status = UNTOUCHED
        let before = UNTOUCHED
        tried.forEach((kind, index) => {
          const last = recorded.at(-1)?.kind
          if (kind === 'recall' && last !== 'handBack' && last !== 'tryAgain') return
          const move = kind === 'recall' ? { kind, at: at(index), before } : make(kind, index)
          const after = next(status, move)
          if (!after.ok) return
          recorded.push(move)
          before = status
          status = after.value
        })
        expect(replay(recorded)).toEqual(status)
        expect(status.handIns).toBe(recorded.filter(move => move.kind === 'handIn').length)
        if (status.handIns)
          expect(status.handedInAt).toBe(recorded.findLast(move => move.kind === 'handIn')?.at)
      }),
    )
  })

  it('taken back and lifted return to where the submission stood', () => {
    for (const [there, back] of [
      ['handIn', 'takeBack'],
      ['excuse', 'include'],
      ['receive', 'unreceive'],
    ] as const) {
      for (const before of [[start], [start, handIn(20), tryAgain(300)]]) {
        const stood = replay(before)
        const returned = replay([...before, make(there, 400), make(back, 401)])
        expect(returned.phase).toBe(stood.phase)
        expect(deadlineOf(returned, timing)).toBe(deadlineOf(stood, timing))
      }
    }
  })
})

describe('what was handed back and recalled', () => {
  const recall = { kind: 'recall', at: at(500) } as const
  const here = [start, handIn(20)]

  it('stands as before, also where it was handed back or asked for again earlier', () => {
    const earlier = [...here, tryAgain(300), handIn(100)]
    for (const before of [here, earlier, [...here, handBack], [...here, handBack, handBack]])
      for (const last of [handBack, tryAgain(600)]) {
        const moves = [...before, last]
        const stood = replay(before)
        expect(beforeHandBack(moves)).toEqual({ ok: true, value: stood })
        expect(replay([...moves, recall])).toEqual(stood)
        expect(standing([...moves, recall])).toEqual(before)
      }
    expect(replay([start, { kind: 'receive', at: at(30) }, handBack, recall]).phase).toBe('received')
  })

  it('cannot be recalled twice, nor once something has followed', () => {
    const refused = { ok: false, refusal: { code: 'illegal_move' } }
    expect(beforeHandBack([...here, handBack, recall])).toMatchObject(refused)
    expect(beforeHandBack([...here, tryAgain(600), handIn(510)])).toMatchObject(refused)
    expect(beforeHandBack([])).toMatchObject(refused)
    expect(() => replay([...here, recall])).toThrow('move 3 (recall) cannot follow withTeacher')
    expect(() => replay([...here, handBack, recall, recall])).toThrow('move 5 (recall)')
  })
})

describe('what the pupil may do', () => {
  it('writing waits for the opening and ends with the closing', () => {
    expect(mayWrite(UNTOUCHED, timing, at(-1))).toMatchObject({
      refusal: { code: 'work_not_open', params: { at: at(0) } },
    })
    expect(mayWrite(UNTOUCHED, timing, at(150))).toEqual({ ok: true, value: true })
    expect(mayWrite(UNTOUCHED, timing, at(200))).toMatchObject({ refusal: { code: 'work_closed' } })
  })

  it('writing stops while the submission lies with the teacher', () => {
    expect(mayWrite(replay([start, handIn(50)]), timing, at(60))).toMatchObject({
      refusal: { code: 'not_yours_to_change' },
    })
  })

  it('nothing untouched is handed in, and nothing handed back is taken back', () => {
    expect(mayHandIn(UNTOUCHED, timing, at(10))).toMatchObject({ refusal: { code: 'illegal_move' } })
    expect(mayTakeBack(replay([start, handIn(50), handBack]), timing, at(160))).toMatchObject({
      refusal: { code: 'illegal_move' },
    })
  })

  it('a try again stays open after the work has closed', () => {
    const again = replay([start, handIn(50), tryAgain(300)])
    expect(mayWrite(again, timing, at(250))).toEqual({ ok: true, value: true })
    expect(mayHandIn(again, timing, at(250))).toEqual({ ok: true, value: true })
    expect(mayTakeBack(replay([start, handIn(50), tryAgain(300), handIn(250)]), timing, at(260))).toEqual({
      ok: true,
      value: true,
    })
  })
})

describe('as time passes and nobody does anything', () => {
  const times = fc
    .tuple(fc.option(fc.nat(300)), fc.option(fc.nat(300)), fc.option(fc.nat(300)))
    .filter(([opens, due, closes]) => (opens ?? 0) <= (due ?? 300) && (due ?? 0) <= (closes ?? 300))
    .map(([opens, due, closes]) => ({
      opensAt: opens === null ? null : at(opens),
      dueAt: due === null ? null : at(due),
      closesAt: closes === null ? null : at(closes),
    }))
  const order = ['opens', 'toDo', 'started', 'overdue', 'missing']

  it('an unfinished submission only ever goes on: opens, to do, overdue, missing', () => {
    fc.assert(
      fc.property(times, fc.boolean(), fc.nat(400), fc.nat(400), (timing, begun, one, other) => {
        const status = begun ? replay([start]) : UNTOUCHED
        const [sooner, later] = [Math.min(one, other), Math.max(one, other)].map(minute =>
          stateOf(status, timing, at(minute)),
        )
        expect(order.indexOf(later?.is ?? '')).toBeGreaterThanOrEqual(order.indexOf(sooner?.is ?? ''))
      }),
    )
  })

  it('a submission can be written on exactly while it is neither still to open nor missing', () => {
    fc.assert(
      fc.property(times, fc.nat(400), (timing, minute) => {
        const { is } = stateOf(UNTOUCHED, timing, at(minute))
        expect(mayWrite(UNTOUCHED, timing, at(minute)).ok).toBe(is !== 'opens' && is !== 'missing')
      }),
    )
  })
})
