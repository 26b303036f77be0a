import { type InkItem, type InkPoint, pack, type Spot, unpack } from '@oppen/core/ink'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { editBetween, erased } from './erasing.js'
import { reachOf, widthOf } from './pens.js'

const strokeOf = (id: string, points: readonly Spot[], width = 3): InkItem => ({
  kind: 'stroke',
  id,
  page: 'p',
  tool: 'pen',
  colour: 'blue',
  width,
  points: pack(points.map((spot): InkPoint => ({ ...spot, pressure: 0.5 }))),
})
const pointsOf = (item: InkItem): readonly Spot[] => (item.kind === 'stroke' && unpack(item.points)) || []
const straight = strokeOf('s', [
  { x: 100, y: 100 },
  { x: 500, y: 100 },
])

const far = (one: Spot, other: Spot): number => Math.hypot(one.x - other.x, one.y - other.y)

/** How far a spot is from a line between two others: by the area of the triangle, or from the nearer end. */
function distance(spot: Spot, from: Spot, to: Spot): number {
  const beside = (one: Spot, other: Spot): boolean =>
    (spot.x - one.x) * (other.x - one.x) + (spot.y - one.y) * (other.y - one.y) >= 0
  if (!beside(from, to) || !beside(to, from) || !far(from, to))
    return Math.min(far(spot, from), far(spot, to))
  const area = (to.x - from.x) * (spot.y - from.y) - (to.y - from.y) * (spot.x - from.x)
  return Math.abs(area) / far(from, to)
}

describe('an eraser', () => {
  it('cuts a line where it went, and the parts are new items', () => {
    const left = erased(
      [straight],
      [
        { x: 300, y: 90 },
        { x: 300, y: 110 },
      ],
      10,
    )
    expect(left).toHaveLength(2)
    const [one, other] = left.map(pointsOf)
    expect(one?.at(0)?.x).toBe(100)
    expect(one?.at(-1)?.x).toBeLessThanOrEqual(290)
    expect(other?.at(0)?.x).toBeGreaterThanOrEqual(310)
    expect(other?.at(-1)?.x).toBe(500)
    expect(new Set([...left.map(item => item.id), 's']).size).toBe(3)
    expect(editBetween([straight], left)).toEqual({ put: left, drop: [straight] })
  })

  it('leaves alone what it did not touch, as the same item', () => {
    const [left] = erased([straight], [{ x: 300, y: 130 }], 10)
    expect(left).toBe(straight)
    expect(editBetween([straight], [straight])).toEqual({ put: [], drop: [] })
  })

  it('takes words, notes and shapes whole, where their middle line is touched', () => {
    const note: InkItem = { kind: 'note', id: 'n', page: 'p', x: 300, y: 300, text: 'why', fileId: null }
    const box: InkItem = {
      kind: 'shape',
      id: 'b',
      page: 'p',
      shape: 'box',
      colour: 'red',
      width: 3,
      from: { x: 600, y: 600 },
      to: { x: 700, y: 700 },
    }
    expect(erased([note, box, straight], [{ x: 300, y: 300 }], 12)).toEqual([box, straight])
    expect(erased([note, box, straight], [{ x: 600, y: 650 }], 12)).toEqual([note, straight])
    // the inside of a box is paper
    expect(erased([box], [{ x: 650, y: 650 }], 12)).toEqual([box])
  })

  it('leaves nothing within its reach, whatever was drawn and wherever it went', () => {
    const spot = fc.record({ x: fc.integer({ min: 0, max: 400 }), y: fc.integer({ min: 0, max: 400 }) })
    const path = fc.array(spot, { minLength: 2, maxLength: 6 })
    fc.assert(
      fc.property(path, path, fc.integer({ min: 4, max: 30 }), (drawn, rubbed, reach) => {
        for (const item of erased([strokeOf('s', drawn)], rubbed, reach)) {
          if (item.id === 's') continue
          for (const point of pointsOf(item))
            for (let at = 1; at < rubbed.length; at++) {
              const [from, to] = [rubbed[at - 1] as Spot, rubbed[at] as Spot]
              // points are kept in tenths of a unit, after a simplification of as much
              expect(distance(point, from, to)).toBeGreaterThan(reach - 0.2)
            }
        }
      }),
      { seed: 7, numRuns: 200 },
    )
  })
})

describe('what the hand holds', () => {
  it('is as wide as chosen; a highlighter as a line of print, an eraser more than what it rubs', () => {
    const pen = { held: 'pen', colour: 'blue', width: 6 } as const
    expect(widthOf(pen)).toBe(6)
    expect(widthOf({ ...pen, held: 'highlighter' })).toBe(30)
    expect(reachOf(pen)).toBeGreaterThan(widthOf(pen))
  })
})
