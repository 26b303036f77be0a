import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { WorkId } from '../ids/index.js'
import { byGoal, byTime, type Kept, mayRemove, readWhy, SIDES, WHY_LENGTH } from './kept.js'
import { LINK_DAYS, linkEnd, linkState, mayHaveLink, SHARING } from './links.js'

const ZONE = 'Europe/Lisbon'
const piece = (workId: string, at: string, goals: readonly (string | null)[] = [null], handIn = 1): Kept => ({
  workId: workId as WorkId,
  handIn,
  handedInAt: Date.parse(at),
  reasons: goals.map((goal, index) => ({
    side: SIDES[index % 2] ?? 'pupil',
    why: 'because',
    goal,
    at: Date.parse(at),
  })),
})

describe('a portfolio', () => {
  it('stands by the months of the school’s own calendar, the newest first', () => {
    const shelves = byTime(
      [
        piece('a', '2026-09-30T22:30:00Z'),
        // half past midnight in Lisbon, where summer time holds until the end of October
        piece('b', '2026-09-30T23:30:00Z'),
        piece('c', '2026-10-12T10:00:00Z'),
      ],
      ZONE,
    )
    expect(shelves.map(({ key, pieces }) => [key, pieces.map(one => one.workId)])).toEqual([
      ['2026-10', ['c', 'b']],
      ['2026-09', ['a']],
    ])
  })

  it('stands by goals, each from its oldest piece on; what shows two is under both, what shows none comes last', () => {
    const shelves = byGoal([
      piece('late', '2026-10-12T10:00:00Z', ['measure', 'explain']),
      piece('none', '2026-09-01T10:00:00Z'),
      piece('early', '2026-09-10T10:00:00Z', ['measure', 'measure']),
    ])
    expect(shelves.map(({ key, pieces }) => [key, pieces.map(one => one.workId)])).toEqual([
      ['measure', ['early', 'late']],
      ['explain', ['late']],
      [null, ['none']],
    ])
  })

  it('loses no piece and invents none, however it is arranged', () => {
    const kept = fc.record({
      workId: fc.constantFrom('a', 'b', 'c', 'd').map(one => one as WorkId),
      handIn: fc.integer({ min: 1, max: 3 }),
      handedInAt: fc.integer({ min: 0, max: 4e12 }),
      reasons: fc.array(
        fc.record({
          side: fc.constantFrom(...SIDES),
          why: fc.constant('x'),
          goal: fc.constantFrom(null, 'g', 'h'),
          at: fc.constant(0),
        }),
        { maxLength: 2 },
      ),
    })
    fc.assert(
      fc.property(fc.uniqueArray(kept, { selector: one => `${one.workId} ${one.handIn}` }), pieces => {
        const timed = byTime(pieces, ZONE).flatMap(shelf => shelf.pieces)
        expect(new Set(timed)).toEqual(new Set(pieces))
        expect(timed).toHaveLength(pieces.length)
        expect(new Set(byGoal(pieces).flatMap(shelf => shelf.pieces))).toEqual(new Set(pieces))
        for (const { key, pieces: some } of byGoal(pieces))
          for (const one of some) {
            const goals = one.reasons.map(reason => reason.goal)
            if (key === null) expect(goals.every(goal => goal === null)).toBe(true)
            else expect(goals).toContain(key)
          }
      }),
    )
  })

  it('is kept with a word why that is not empty and not long', () => {
    expect(readWhy('  my best graph ')).toEqual({ ok: true, value: 'my best graph' })
    expect(readWhy(' \n ')).toMatchObject({ ok: false, refusal: { code: 'text_empty' } })
    expect(readWhy('x'.repeat(WHY_LENGTH + 1))).toMatchObject({ ok: false, refusal: { code: 'text_long' } })
  })

  it('lets each side take away its own alone', () => {
    for (const side of SIDES) for (const kept of SIDES) expect(mayRemove(side, kept)).toBe(side === kept)
  })
})

describe('a link to a kept piece', () => {
  const now = Date.parse('2026-10-14T15:20:00Z')
  it.each(LINK_DAYS)('that is open for %d days shows it until the last moment, and not after', days => {
    const link = { endsAt: linkEnd(now, days), revokedAt: null }
    expect(linkState(link, link.endsAt - 1)).toBe('open')
    expect(linkState(link, link.endsAt)).toBe('ended')
    expect(linkState({ ...link, revokedAt: now }, now)).toBe('revoked')
  })

  it('is for whom the class says', () => {
    const table = SHARING.map(sharing =>
      (['teacher', 'family', 'pupil'] as const).map(kind => mayHaveLink(sharing, kind)),
    )
    expect(table).toEqual([
      [false, false, false],
      [true, true, false],
      [true, true, true],
    ])
  })
})
