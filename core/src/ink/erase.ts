import type { InkItem, Stroke } from './item.js'
import { boundsOf } from './outline.js'
import { pack, unpack } from './packed.js'
import type { InkPoint, Spot } from './point.js'
import { simplify, toSegment } from './simplify.js'

/** Points are set so close together before some are rubbed out, in page units, that the cut is where it was rubbed. */
const CLOSE = 2

/**
 * What is left of a stroke where an eraser was drawn over it: nothing, itself unchanged where it was not touched, or
 * its parts, packed.
 *
 * @param path - where the eraser went
 * @param radius - how wide it rubs to each side, in page units
 */
export function eraseStroke(
  stroke: Pick<Stroke, 'points' | 'width'>,
  path: readonly Spot[],
  radius: number,
): readonly string[] {
  const points = closer(unpack(stroke.points) ?? [])
  const reach = radius + stroke.width / 2
  const parts: InkPoint[][] = [[]]
  let gone = 0
  for (const point of points) {
    if (near(point, path) > reach) parts.at(-1)?.push(point)
    else {
      gone += 1
      if (parts.at(-1)?.length) parts.push([])
    }
  }
  if (!gone) return [stroke.points]
  // as few points as before, or the same line would be drawn another way
  return parts.filter(part => part.length > 1).map(part => pack(simplify(part, 0.1)))
}

/** How far a point is from a path. */
function near(point: Spot, path: readonly Spot[]): number {
  const [first] = path
  if (!first) return Number.POSITIVE_INFINITY
  let least = Math.hypot(point.x - first.x, point.y - first.y)
  for (let at = 1; at < path.length; at++) {
    const [from, to] = [path[at - 1], path[at]]
    if (from && to) least = Math.min(least, toSegment(point, from, to))
  }
  return least
}

function closer(points: readonly InkPoint[]): InkPoint[] {
  return points.flatMap((point, at) => {
    const before = points[at - 1]
    if (!before) return [point]
    const steps = Math.max(1, Math.ceil(Math.hypot(point.x - before.x, point.y - before.y) / CLOSE))
    return Array.from({ length: steps }, (_, step) => {
      const t = (step + 1) / steps
      const between = (from: number, to: number) => from + (to - from) * t
      return {
        x: between(before.x, point.x),
        y: between(before.y, point.y),
        pressure: between(before.pressure, point.pressure),
      }
    })
  })
}

/** Whether a spot is on an item, or so close to it that a finger would mean it. */
export function touches(item: InkItem, spot: Spot, radius: number): boolean {
  const box = boundsOf(item)
  const inside =
    spot.x >= box.left - radius &&
    spot.x <= box.right + radius &&
    spot.y >= box.top - radius &&
    spot.y <= box.bottom + radius
  if (!inside || item.kind === 'text' || item.kind === 'note') return inside
  if (item.kind === 'stroke') return near(spot, unpack(item.points) ?? []) <= radius + item.width / 2
  return onShape(item, spot) <= radius + item.width / 2
}

function onShape({ shape, from, to }: Extract<InkItem, { kind: 'shape' }>, spot: Spot): number {
  if (shape === 'line' || shape === 'arrow') return toSegment(spot, from, to)
  if (shape === 'box') {
    const corners = [from, { x: to.x, y: from.y }, to, { x: from.x, y: to.y }, from]
    return near(spot, corners)
  }
  const ring = Array.from({ length: 33 }, (_, at) => {
    const angle = (at / 32) * 2 * Math.PI
    return {
      x: (from.x + to.x) / 2 + (Math.abs(to.x - from.x) / 2) * Math.cos(angle),
      y: (from.y + to.y) / 2 + (Math.abs(to.y - from.y) / 2) * Math.sin(angle),
    }
  })
  return near(spot, ring)
}
