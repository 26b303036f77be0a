import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  brightOf,
  type Line,
  lineAt,
  linesOf,
  ROOM_OF,
  readingSettingsFor,
  sizeOfScreens,
  USUAL,
} from './index.js'

describe('what makes text easier to read', () => {
  it('is what somebody chose, else what a teacher set for the beginning, else the usual', () => {
    const own = { ...USUAL, size: 150 } as const
    const beginning = { ...USUAL, guide: 2 } as const
    expect(readingSettingsFor(own, beginning)).toBe(own)
    expect(readingSettingsFor(null, beginning)).toBe(beginning)
    expect(readingSettingsFor(null, null)).toBe(USUAL)
  })

  it('has room for what WCAG 2.2 asks of text, success criterion 1.4.12 (https://www.w3.org/TR/WCAG22/#text-spacing)', () => {
    const { letter, word, line, paragraph } = ROOM_OF.most
    expect([letter >= 0.12, word >= 0.16, line >= 1.5, paragraph >= 2]).toEqual([true, true, true, true])
    for (const name of ['letter', 'word', 'line', 'paragraph'] as const)
      expect(ROOM_OF.usual[name] < ROOM_OF.more[name] && ROOM_OF.more[name] < ROOM_OF.most[name]).toBe(true)
  })

  it('lets screens grow where they shall, no further than a phone can hold', () => {
    expect(sizeOfScreens({ ...USUAL, size: 200 })).toBe(100)
    expect(sizeOfScreens({ ...USUAL, size: 115, screens: true })).toBe(115)
    expect(sizeOfScreens({ ...USUAL, size: 200, screens: true })).toBe(130)
  })
})

describe('the lines of a text', () => {
  it('are its pieces that stand beside one another: a word in bold is higher, a small one lower', () => {
    const pieces = [
      { top: 0, bottom: 20 },
      { top: -2, bottom: 21 },
      { top: 30, bottom: 50 },
      { top: 40, bottom: 52 },
      { top: 60, bottom: 60 },
    ]
    expect(linesOf(pieces)).toEqual([
      { top: -2, bottom: 21 },
      { top: 30, bottom: 52 },
    ])
  })

  const apart = fc
    .array(fc.tuple(fc.integer({ min: 8, max: 40 }), fc.integer({ min: 0, max: 30 })), { maxLength: 40 })
    .map(all => {
      let top = 0
      return all.map(([height, gap]) => {
        const line = { top, bottom: top + height }
        top += height + gap
        return line
      })
    })

  it('are found whatever the order in which their pieces come, and cut in how many', () => {
    const property = fc.property(apart, fc.infiniteStream(fc.nat()), (lines, order) => {
      const pieces = lines.flatMap(line => [line, line, { ...line, top: line.top + 1 }])
      const shuffled = pieces
        .map(piece => [order.next().value ?? 0, piece] as const)
        .sort(([a], [b]) => a - b)
        .map(([, piece]) => piece)
      return JSON.stringify(linesOf(shuffled)) === JSON.stringify(lines)
    })
    fc.assert(property, { seed: 20_261_201 })
  })

  it('have one at each height: the one it lies in, else the nearest', () => {
    const lines: Line[] = [
      { top: 10, bottom: 30 },
      { top: 40, bottom: 60 },
    ]
    expect([0, 10, 29, 34, 36, 60, 900].map(y => lineAt(lines, y))).toEqual([0, 0, 0, 0, 1, 1, 1])
    expect(lineAt([], 5)).toBe(-1)
  })

  it('stay bright in the number that is wanted, with the one that is read among them', () => {
    const property = fc.property(
      apart,
      fc.nat({ max: 60 }),
      fc.constantFrom(1, 2, 3, 5),
      (lines, at, count) => {
        const bright = brightOf(lines, at, count)
        if (!lines.length) return bright === undefined
        const within = lines.filter(one => bright && one.top >= bright.top && one.bottom <= bright.bottom)
        const read = lines[Math.min(at, lines.length - 1)] as Line
        return within.length === Math.min(count, lines.length) && within.includes(read)
      },
    )
    fc.assert(property, { seed: 20_261_201 })
  })
})
