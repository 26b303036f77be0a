import fc from 'fast-check'
import simplifyJs from 'simplify-js'
import { describe, expect, it } from 'vitest'
import {
  applied,
  back,
  boundsOf,
  did,
  eraseStroke,
  forward,
  type InkEdit,
  type InkHistory,
  type InkItem,
  type InkPoint,
  linesOf,
  NO_HISTORY,
  outlineOf,
  overlap,
  pack,
  pathOf,
  readInk,
  simplify,
  touches,
  unpack,
} from './index.js'

const coordinate = fc.double({ min: -50, max: 1500, noNaN: true })
const point = fc.record({
  x: coordinate,
  y: coordinate,
  pressure: fc.double({ min: 0, max: 1, noNaN: true }),
})
const line = (from: [number, number], to: [number, number], steps = 20): InkPoint[] =>
  Array.from({ length: steps + 1 }, (_, at) => ({
    x: from[0] + ((to[0] - from[0]) * at) / steps,
    y: from[1] + ((to[1] - from[1]) * at) / steps,
    pressure: 0.5,
  }))
const stroke = (points: InkPoint[], id = 's') =>
  ({ kind: 'stroke', id, page: 'p', tool: 'pen', colour: 'blue', width: 4, points: pack(points) }) as const

describe('points packed into a text', () => {
  it('come back to a twentieth of a unit, whatever they are', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 1, maxLength: 50 }), points => {
        const read = unpack(pack(points)) ?? []
        expect(read).toHaveLength(points.length)
        for (const [at, one] of read.entries()) {
          expect(Math.abs(one.x - (points[at]?.x ?? 0))).toBeLessThanOrEqual(0.0501)
          expect(Math.abs(one.y - (points[at]?.y ?? 0))).toBeLessThanOrEqual(0.0501)
          expect(Math.abs(one.pressure - (points[at]?.pressure ?? 0))).toBeLessThan(0.01)
        }
      }),
    )
  })

  // examples of ECMA-426, source map format, "Base64 VLQ": 0 is A, 1 is C, -1 is D, 16 is gB, -123 is 3H
  it('have the digits of base64 VLQ', () => {
    expect(pack([{ x: 0, y: 0.1, pressure: 0 }])).toBe('ACA')
    expect(pack([{ x: -0.1, y: 1.6, pressure: 0 }])).toBe('DgBA')
    expect(pack([{ x: -12.3, y: 0, pressure: 0 }])).toBe('3HAA')
  })

  it('are short: a handwritten stroke takes about five characters a point', () => {
    const wave = Array.from({ length: 200 }, (_, at) => ({
      x: at * 2,
      y: 300 + 40 * Math.sin(at / 9),
      pressure: 0.5,
    }))
    expect(pack(wave).length / wave.length).toBeLessThan(5.2)
    expect(pack(wave).length).toBeLessThan(JSON.stringify(wave).length / 8)
  })

  it.each(['', 'A', 'AB', 'g', 'A A', 'ä', 'gggggggggggggggggggggA'])(
    '%j that is none is told from one',
    text => {
      if (text === '') expect(unpack(text)).toEqual([])
      else expect(unpack(text)).toBeUndefined()
    },
  )
})

describe('a line simplified', () => {
  // simplify-js (https://mourner.github.io/simplify-js/) shares no code with ours; its tolerance is squared inside
  it('has the points that an independent Ramer–Douglas–Peucker keeps', () => {
    // spots as they are kept, none of them twice: of two that are equally far each may keep another
    const at = fc.integer({ min: -500, max: 10_500 })
    const spots = fc.uniqueArray(fc.record({ x: at, y: at }), {
      minLength: 3,
      maxLength: 60,
      selector: ({ x, y }) => `${x} ${y}`,
    })
    fc.assert(
      fc.property(spots, fc.double({ min: 0.1, max: 400, noNaN: true }), (points, tolerance) => {
        expect(simplify(points, tolerance)).toEqual(simplifyJs([...points], tolerance, true))
      }),
      { seed: 1, numRuns: 500 },
    )
  })

  it('straight is its two ends', () => {
    expect(simplify(line([0, 0], [100, 50]), 0.1)).toHaveLength(2)
  })
})

describe('the eraser', () => {
  const across = [
    { x: 50, y: -20 },
    { x: 50, y: 20 },
  ]

  it('cuts a line in two where it crosses it', () => {
    const parts = eraseStroke(stroke(line([0, 0], [100, 0])), across, 5)
    expect(parts).toHaveLength(2)
    const [left, right] = parts.map(part => unpack(part) ?? [])
    expect(left?.at(-1)?.x).toBeLessThan(44)
    expect(left?.at(-1)?.x).toBeGreaterThan(38)
    expect(right?.[0]?.x).toBeGreaterThan(56)
    expect(right?.[0]?.x).toBeLessThan(62)
  })

  it('leaves what it does not touch exactly as it was, and nothing of what it covers', () => {
    const far = stroke(line([0, 100], [100, 100]))
    expect(eraseStroke(far, across, 5)).toEqual([far.points])
    expect(eraseStroke(stroke(line([45, 0], [55, 0])), across, 20)).toEqual([])
  })

  it('leaves nothing within its reach, and everything beyond it', () => {
    fc.assert(
      fc.property(
        fc.array(point, { minLength: 2, maxLength: 12 }),
        fc.array(point, { minLength: 1, maxLength: 4 }),
        (points, path) => {
          const drawn = stroke(points)
          const left = eraseStroke(drawn, path, 10)
          if (left.length === 1 && left[0] === drawn.points) return
          for (const part of left)
            for (const one of unpack(part) ?? [])
              for (const spot of path)
                expect(Math.hypot(one.x - spot.x, one.y - spot.y)).toBeGreaterThan(11.8)
        },
      ),
    )
  })
})

describe('what stands on a page', () => {
  const box: InkItem = {
    kind: 'shape',
    shape: 'box',
    id: 'b',
    page: 'p',
    colour: 'red',
    width: 3,
    from: { x: 10, y: 10 },
    to: { x: 110, y: 60 },
  }

  it('is touched where it is drawn, not inside of it', () => {
    expect(touches(box, { x: 10, y: 30 }, 3)).toBe(true)
    expect(touches(box, { x: 60, y: 35 }, 3)).toBe(false)
    expect(touches({ ...box, shape: 'oval' }, { x: 60, y: 10 }, 3)).toBe(true)
    expect(touches({ ...box, shape: 'oval' }, { x: 12, y: 12 }, 3)).toBe(false)
    expect(touches({ ...box, shape: 'line' }, { x: 60, y: 35 }, 3)).toBe(true)
    expect(touches(stroke(line([0, 0], [100, 0])), { x: 40, y: 4 }, 3)).toBe(true)
  })

  it('has an outline around its points, as wide as its pen', () => {
    const drawn = stroke(line([100, 100], [300, 100]))
    const corners = outlineOf({ ...drawn, tool: 'felt' })
    const ys = corners.map(corner => corner.y)
    expect(Math.max(...ys) - Math.min(...ys)).toBeGreaterThan(3)
    expect(Math.max(...ys) - Math.min(...ys)).toBeLessThan(5)
    expect(pathOf(corners)).toMatch(/^M[\d.]+ [\d.]+(Q[-\d. ]+)+Z$/)
    const bounds = boundsOf(drawn)
    for (const corner of corners) {
      expect(corner.x).toBeGreaterThanOrEqual(bounds.left)
      expect(corner.x).toBeLessThanOrEqual(bounds.right)
    }
    expect(overlap(bounds, boundsOf(box))).toBe(false)
  })

  it('has lines for each shape', () => {
    const lines = (['line', 'arrow', 'box', 'oval'] as const).map(shape => linesOf({ ...box, shape }))
    expect(lines[0]).toBe('M10 10l100 50')
    expect(lines[1]).toMatch(/^M10 10l100 50M110 60l-[\d.]+ -[\d.]+M110 60l/)
    expect(lines[2]).toBe('M10 10h100v50h-100Z')
    // handles of a quarter of a circle: 0.5523 of its radius, a common constant of graphics
    expect(lines[3]).toMatch(/^M110 35C110 48\.81 87\.61 60 60 60/)
  })

  it('is looked at before it is kept', () => {
    expect(readInk(box).ok).toBe(true)
    expect(readInk({ ...box, width: 0 }).ok).toBe(false)
    expect(readInk({ ...box, to: { x: Number.NaN, y: 0 } }).ok).toBe(false)
    expect(readInk({ ...stroke(line([0, 0], [1, 1])), points: '!' }).ok).toBe(false)
    const text = { kind: 'text', id: 't', page: 'p', x: 1, y: 1, size: 20, colour: 'black' } as const
    expect(readInk({ ...text, text: ' ' }).ok).toBe(false)
    expect(readInk({ ...text, text: 'x'.repeat(5_000) })).toMatchObject({ refusal: { code: 'text_long' } })
  })
})

describe('undo and redo', () => {
  it('go all the way back to nothing and all the way forward again', () => {
    const item = (id: number): InkItem => stroke(line([0, id], [10, id]), `i${id}`)
    const edits = fc.array(fc.record({ put: fc.nat(8), drop: fc.nat(8) }), { maxLength: 30 })
    fc.assert(
      fc.property(edits, planned => {
        let items = new Map<string, InkItem>()
        let history: InkHistory = NO_HISTORY
        for (const [at, { put, drop }] of planned.entries()) {
          const gone = items.get([...items.keys()][drop] ?? '')
          const edit: InkEdit = { put: put ? [item(at)] : [], drop: gone ? [gone] : [] }
          items = applied(items, edit)
          history = did(history, edit)
        }
        const end = new Map(items)
        for (let step = back(history); step; step = back(history)) {
          items = applied(items, step.edit)
          history = step.history
        }
        expect(items.size).toBe(0)
        expect(history.done).toEqual([])
        for (let step = forward(history); step; step = forward(history)) {
          items = applied(items, step.edit)
          history = step.history
        }
        expect([...items.keys()].sort()).toEqual([...end.keys()].sort())
      }),
    )
  })

  it('after a new edit forget what was undone', () => {
    const edit = { put: [stroke(line([0, 0], [1, 1]))], drop: [] }
    const after = back(did(NO_HISTORY, edit))
    expect(forward(did(after?.history ?? NO_HISTORY, edit))).toBeUndefined()
  })
})
