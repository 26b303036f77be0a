import { describe, expect, it } from 'vitest'
import { SIGNAL_RULES } from '../marks/index.js'
import { type SchoolCalendar, WORKING_WEEK } from '../timing/index.js'
import { type Move, replay } from '../work/index.js'
import { type Counted, cameIn, changesSince, movedSince, schoolDaysBetween, signalsFor } from './index.js'

const DAY = 86_400_000
/** Noon in Lisbon of a day of October 2026. */
const on = (day: number) => Date.UTC(2026, 9, day, 11)
const zone = 'Europe/Lisbon'
const calendar: SchoolCalendar = {
  zone,
  terms: [{ name: 'Autumn', from: '2026-09-07', to: '2026-12-18' }],
  closures: [{ name: 'Half-term', from: '2026-10-26', to: '2026-10-30', starts: null, ends: null }],
  rotation: null,
  weekdays: WORKING_WEEK,
}
const start: Move = { kind: 'start', at: on(1) }
const work = (id: string, due: number, moves: Move[], closes: number | null = null): Counted => ({
  id,
  counting: { points: 1000, category: '', extra: false, counts: true },
  status: replay(moves),
  timing: { opensAt: null, dueAt: on(due), closesAt: closes === null ? null : on(closes) },
  marks: moves.flatMap(move => (move.kind === 'handBack' && move.mark !== null ? [move.mark] : [])),
  forgiven: false,
})
const marked = (id: string, day: number, mark: number) =>
  work(id, day, [start, { kind: 'handIn', at: on(day) }, { kind: 'handBack', at: on(day + 1), mark }])
const following = { now: on(14), zone, calendar, rules: SIGNAL_RULES }

describe('school days without somebody', () => {
  it('are those between, without week-ends, closures and the days at both ends', () => {
    // Wednesday to Wednesday: Thursday, Friday, Monday, Tuesday
    expect(schoolDaysBetween(calendar, '2026-10-07', '2026-10-14')).toBe(4)
    expect(schoolDaysBetween(calendar, '2026-10-23', '2026-11-02')).toBe(0)
    expect(schoolDaysBetween(calendar, '2026-10-14', '2026-10-14')).toBe(0)
    // before the term there are none, and nobody counts for years
    expect(schoolDaysBetween(calendar, '2020-01-01', '2026-09-14')).toBe(5)
  })
})

describe('signals', () => {
  it('are two missing pieces of one week, with the week', () => {
    const submissions = [work('a', 5, []), work('b', 8, [start], 9), work('c', 13, [])]
    expect(signalsFor({ submissions, seenAt: on(13) }, following)).toEqual([
      { is: 'missing', week: '2026-10-05', count: 2 },
    ])
  })

  it('are a falling run, and not having been seen for five school days', () => {
    const submissions = [marked('a', 1, 900), marked('b', 5, 800), marked('c', 8, 700)]
    expect(signalsFor({ submissions, seenAt: on(6) }, following)).toEqual([
      { is: 'falling', count: 3, since: on(2) },
      { is: 'unseen', days: 5 },
    ])
    expect(signalsFor({ submissions: [], seenAt: null }, following)).toEqual([])
    const off = { missingInWeek: null, fallingRun: null, unseenDays: null }
    expect(signalsFor({ submissions, seenAt: on(1) }, { ...following, rules: off })).toEqual([])
  })
})

describe('how work came in', () => {
  it('is by the week in which it was due', () => {
    const late = work('l', 6, [start, { kind: 'handIn', at: on(8) }])
    const paper = work('p', 6, [{ kind: 'receive', at: on(9) }])
    const excused = work('e', 6, [{ kind: 'excuse', at: on(5) }])
    expect(
      cameIn([marked('a', 5, 900), late, paper, excused, work('m', 7, []), work('o', 20, [])], on(14), zone),
    ).toEqual([
      { week: '2026-10-05', came: 'inTime' },
      { week: '2026-10-05', came: 'late' },
      { week: '2026-10-05', came: 'inTime' },
      { week: '2026-10-05', came: 'missing' },
      { week: '2026-10-19', came: 'open' },
    ])
  })

  it('and how marks moved around a day', () => {
    const all = [marked('a', 1, 400), marked('b', 2, 600), marked('c', 8, 800), marked('d', 9, 900)]
    expect(movedSince(all, on(6))).toMatchObject({ before: 500, since: 850, by: 350 })
    expect(movedSince(all.slice(1), on(6))).toBeUndefined()
  })
})

describe('what has changed since somebody looked', () => {
  const looked = (one: Counted, postedAt = on(1)) => ({ ...one, postedAt })
  it('is the last of each piece of work, the newest first', () => {
    const again = work('t', 6, [
      start,
      { kind: 'handIn', at: on(6) },
      { kind: 'tryAgain', at: on(12), by: on(20) },
    ])
    const all = [
      looked(marked('a', 10, 900)),
      looked(work('m', 12, [])),
      looked(work('n', 25, []), on(13)),
      looked(again),
      looked(work('w', 12, [start, { kind: 'handIn', at: on(13) }]), on(13)),
      looked(marked('old', 3, 900)),
      looked(work('x', 20, [{ kind: 'excuse', at: on(13) }]), on(13)),
    ]
    expect(changesSince(all, on(9), on(14)).map(({ id, is }) => [id, is])).toEqual([
      ['n', 'posted'],
      ['m', 'overdue'],
      ['t', 'again'],
      ['a', 'cameBack'],
    ])
    expect(changesSince(all, on(14), on(14))).toEqual([])
    expect(changesSince(all, on(14) - DAY, on(14)).map(one => one.id)).toEqual([])
  })
})
