import type { MarkBookPage } from '@oppen/contract'
import { MARK_RULES } from '@oppen/core/marks'
import { describe, expect, it } from 'vitest'
import { averageShown, rowsOf, shownMark, withUnsent } from './book.js'

const work = { title: 'Rain log', kind: 'assignment', points: 1000, category: '', extra: false, counts: true }
const page = {
  className: 'Tides',
  rules: MARK_RULES,
  groups: [],
  works: [
    { ...work, id: 'a' },
    { ...work, id: 'b' },
  ],
  pupils: [
    {
      placeId: 'p',
      name: 'Ada',
      groupId: 'g',
      cells: [
        { workId: 'a', phase: 'handedBack', handedInAt: 5, handedBackAt: 6, mark: 500 },
        { workId: 'b', phase: 'withTeacher', handedInAt: 5 },
      ],
    },
  ],
} as unknown as MarkBookPage
const typed = (workId: string, value: number | null) => ({ workId, placeId: 'p', value })
const marksIn = (of: MarkBookPage) =>
  of.pupils[0]?.cells.map(cell => [shownMark(cell), cell.draftMark ?? null])
const averageIn = (of: MarkBookPage) => {
  const [row] = rowsOf(of, 10)
  return row && averageShown(row.working, of.rules)
}

describe('what was typed here', () => {
  it('stands over what the server has, of one cell the last, and counts', () => {
    expect(averageIn(page)).toBe('50.0 %')
    const over = withUnsent(page, [typed('b', 300), typed('b', 900)], 'Ms Varga')
    expect(marksIn(over)).toEqual([
      [500, null],
      [900, 900],
    ])
    expect(averageIn(over)).toBe('70.0 %')
  })

  it('is no draft where it is nothing, or the mark that is there anyhow', () => {
    const changed = withUnsent(page, [typed('a', 800)], 'Ms Varga')
    expect(marksIn(changed)?.[0]).toEqual([800, 800])
    for (const value of [null, 500])
      expect(marksIn(withUnsent(changed, [typed('a', value)], 'Ms Varga'))?.[0]).toEqual([500, null])
  })

  it('for nobody who is here changes nothing', () => {
    expect(withUnsent(page, [], 'x')).toBe(page)
    expect(marksIn(withUnsent(page, [{ ...typed('a', 1), placeId: 'gone' }], 'x'))).toEqual(marksIn(page))
  })
})

describe('the rows of a mark book', () => {
  it('are made anew for the pupil alone of whom something has changed', () => {
    const two = { ...page, pupils: [...page.pupils, { ...page.pupils[0], placeId: 'q' }] } as MarkBookPage
    const [ada, bo] = rowsOf(two, 10)
    const after = rowsOf(withUnsent(two, [typed('b', 900)], 'x'), 10)
    expect(after[1]).toBe(bo)
    expect(after[0]).not.toBe(ada)
    // other rules and another hour are others for everybody
    expect(rowsOf({ ...two, rules: { ...MARK_RULES, decimals: 0 } }, 10)[1]).not.toBe(bo)
    expect(rowsOf(two, 11)[1]).not.toBe(bo)
  })
})
