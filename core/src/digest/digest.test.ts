import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import type { WorkId } from '../ids/index.js'
import { MOVE_KINDS, type Move, mayFollow, next, UNTOUCHED } from '../work/index.js'
import {
  type Digest,
  type DigestWork,
  digestBegins,
  digestOf,
  isEmptyDigest,
  lastDigest,
  spanOfDigest,
} from './index.js'

const HOUR = 3_600_000
const DAY = 24 * HOUR
const span = { from: 100 * DAY, now: 107 * DAY, ahead: 114 * DAY }
const none = { opensAt: null, dueAt: null, closesAt: null }
const work = (moves: readonly Move[], one: Partial<DigestWork> = {}): DigestWork => ({
  id: 'w' as WorkId,
  title: 'Rain log',
  points: 1000,
  timing: { ...none, dueAt: 105 * DAY },
  moves,
  ...one,
})
const at = (day: number) => day * DAY
const handIn = (day: number): Move => ({ kind: 'handIn', at: at(day) })
const start: Move = { kind: 'start', at: at(99) }
const titles = (digest: Digest) =>
  Object.entries(digest).flatMap(([name, list]) => (Array.isArray(list) && list.length ? [name] : []))

describe('a digest', () => {
  it.each<[string, readonly Move[], string[]]>([
    ['nothing begun, past its deadline', [], ['overdue']],
    ['handed in', [start, handIn(104)], ['handedIn']],
    ['handed in before these days', [start, handIn(99)], []],
    ['taken back', [start, handIn(104), { kind: 'takeBack', at: at(104.5) }], ['overdue']],
    ['handed back', [start, handIn(99), { kind: 'handBack', at: at(103), mark: 800 }], ['handedBack']],
    ['received on paper', [{ kind: 'receive', at: at(103) }], ['handedIn']],
    [
      'struck out again',
      [
        { kind: 'receive', at: at(103) },
        { kind: 'unreceive', at: at(104) },
      ],
      ['overdue'],
    ],
    ['excused', [{ kind: 'excuse', at: at(103) }], []],
  ])('of what was %s', (_, moves, expected) => {
    expect(titles(digestOf([work(moves)], span))).toEqual(expected)
  })

  it('says how late something was, by the deadline that held', () => {
    const late = (moves: readonly Move[]) => digestOf([work(moves)], span).handedIn[0]?.lateBy
    expect(late([start, handIn(106)])).toBe(DAY)
    expect(late([start, handIn(105)])).toBe(0)
    const again: Move = { kind: 'tryAgain', at: at(103), by: at(106) }
    expect(late([start, handIn(102), again, handIn(106.5)])).toBe(DAY / 2)
    // pressed in time, and sent when there was a network again
    expect(late([start, { kind: 'handIn', at: at(106), pressedAt: at(105) }])).toBe(0)
  })

  it('says what closed without having come in, and what comes', () => {
    const closed = work([], { timing: { ...none, dueAt: at(103), closesAt: at(104) } })
    const before = work([], { timing: { ...none, dueAt: at(90), closesAt: at(91) } })
    const next7 = work([], { timing: { ...none, dueAt: at(110) } })
    const later = work([], { timing: { ...none, dueAt: at(120) } })
    const digest = digestOf([closed, before, next7, later], span)
    expect(digest.missing).toMatchObject([{ since: at(103) }])
    expect(digest.coming).toMatchObject([{ by: at(110), begun: false }])
    expect(digest.overdue).toEqual([])
    expect(isEmptyDigest(digest)).toBe(false)
    expect(isEmptyDigest(digestOf([before, later], span))).toBe(true)
  })

  it('is for each work what a plain walk over its moves finds', () => {
    const steps = fc.array(
      fc.tuple(
        fc.constantFrom(...MOVE_KINDS.filter(kind => kind !== 'recall')),
        fc.integer({ min: 1, max: 40 }),
      ),
      {
        maxLength: 12,
      },
    )
    const due = fc.option(fc.integer({ min: 95, max: 118 }))
    fc.assert(
      fc.property(steps, due, (list, dueDay) => {
        const moves = movesOf(list)
        const timing = { ...none, dueAt: dueDay === null ? null : at(dueDay) }
        const digest = digestOf([work(moves, { timing })], span)
        expect(plain(digest)).toEqual(walk(moves, timing.dueAt))
      }),
      { numRuns: 2_000 },
    )
  })
})

/** Moves that could have been recorded, some hours apart, from two days before the span on. */
function movesOf(list: readonly (readonly [Move['kind'], number])[]): Move[] {
  let status = UNTOUCHED
  let moment = at(98)
  const moves: Move[] = []
  for (const [kind, hours] of list) {
    moment += hours * HOUR
    if (!mayFollow(kind, status)) continue
    const move = { kind, at: moment, mark: 500, by: moment + 2 * DAY } as unknown as Move
    const after = next(status, move)
    if (!after.ok) continue
    status = after.value
    moves.push(move)
  }
  return moves
}

const plain = (digest: Digest) => ({
  in: digest.handedIn.map(one => [one.at, one.lateBy]),
  back: digest.handedBack.map(one => [one.at, one.mark, one.again]),
  overdue: digest.overdue.map(one => one.since),
  coming: digest.coming.map(one => one.by),
  waiting: digest.waiting,
})

type Holder = 'pupil' | 'teacher' | 'nobody'

/** The same by hand: who has it, since when, and what was asked last. */
function walk(moves: readonly Move[], dueAt: number | null): ReturnType<typeof plain> {
  let holder = 'pupil' as Holder
  let before: Holder = 'pupil'
  let asked: number | null = dueAt
  let back = null as { at: number; mark: number | null; again: boolean } | null
  let excused = false
  let improving = false
  let wasWith: Holder = 'pupil'
  let paper = false
  let wasPaper = false
  const ins: [number, number][] = []
  for (const move of moves) {
    if (move.kind === 'handIn') {
      ins.push([move.at, asked === null ? 0 : Math.max(0, move.at - asked)])
      holder = 'teacher'
    } else if (move.kind === 'takeBack') {
      ins.pop()
      holder = 'pupil'
    } else if (move.kind === 'handBack') {
      back = { at: move.at, mark: move.mark, again: false }
      holder = 'nobody'
      improving = false
      paper = false
    } else if (move.kind === 'tryAgain') {
      back = { at: move.at, mark: null, again: true }
      asked = move.by
      holder = 'pupil'
      improving = false
      paper = false
    } else if (move.kind === 'improve') {
      asked = null
      holder = 'pupil'
      improving = true
    } else if (move.kind === 'excuse') {
      // what lies with the teacher and is excused counts as asked for again from then on
      if (improving && holder === 'teacher' && back) back = { ...back, mark: null, again: true }
      if (holder === 'teacher') improving = false
      excused = true
      wasWith = holder
      wasPaper = paper
    } else if (move.kind === 'include') {
      excused = false
      holder = wasWith
      paper = wasPaper
    } else if (move.kind === 'receive') {
      ins.push([move.at, 0])
      before = holder
      holder = 'nobody'
      paper = true
    } else if (move.kind === 'unreceive') {
      ins.pop()
      holder = before
      paper = false
    }
  }
  const during = (moment: number) => moment >= span.from && moment <= span.now
  const last = ins.at(-1)
  const open = holder === 'pupil' && !excused
  // a submission that is asked for again is not handed back any more once it is in, nor when it is excused
  const isBack =
    back && during(back.at) && !excused && (back.again || improving ? open : holder === 'nobody' && !paper)
  return {
    in: last && during(last[0]) && !excused ? [last] : [],
    back: isBack && back ? [[back.at, back.mark, back.again]] : [],
    overdue: open && asked !== null && asked < span.now ? [asked] : [],
    coming: open && asked !== null && asked >= span.now && asked < span.ahead ? [asked] : [],
    waiting: holder === 'teacher' && !excused ? 1 : 0,
  }
}

describe('the moments of digests', () => {
  const zone = 'Europe/Lisbon'
  it('are Fridays at four, found by luxon alike, also when the clocks change', () => {
    const year = {
      min: Date.UTC(2026, 0, 9),
      max: Date.UTC(2027, 0, 1),
    }
    fc.assert(
      fc.property(fc.integer(year), now => {
        const { day, at: moment } = lastDigest(now, zone)
        const local = DateTime.fromMillis(moment, { zone })
        expect([local.weekday, local.hour, local.minute, local.toISODate()]).toEqual([5, 16, 0, day])
        expect(moment).toBeLessThanOrEqual(now)
        expect(local.plus({ weeks: 1 }).toMillis()).toBeGreaterThan(now)
      }),
    )
  })

  it('tell of seven local days back and ahead, of whatever length they are', () => {
    // the clocks go back on 25 October 2026: IANA time zone database
    const now = DateTime.fromISO('2026-10-30T16:00', { zone }).toMillis()
    const { from, ahead } = spanOfDigest(now, zone)
    expect(now - from).toBe(7 * DAY + HOUR)
    expect(ahead - now).toBe(7 * DAY)
    expect(digestBegins('2026-10-30', zone)).toBe(from)
  })
})
