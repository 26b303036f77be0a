import type { InkPoint, Spot } from './point.js'

/**
 * A line with the points left out that are less than a tolerance, in page units, from the line between those that
 * stay: Ramer (1972), Douglas and Peucker (1973). The ends stay.
 */
export function simplify<P extends Spot>(points: readonly P[], tolerance: number): P[] {
  if (points.length < 3) return [...points]
  const keep = new Set([0, points.length - 1])
  const spans: [number, number][] = [[0, points.length - 1]]
  for (let span = spans.pop(); span; span = spans.pop()) {
    const [from, to] = span
    const far = farthest(points, from, to)
    if (far.distance <= tolerance) continue
    keep.add(far.at)
    spans.push([from, far.at], [far.at, to])
  }
  return points.filter((_, at) => keep.has(at))
}

function farthest(points: readonly Spot[], from: number, to: number): { at: number; distance: number } {
  const [start, end] = [points[from], points[to]]
  let best = { at: from, distance: -1 }
  if (!start || !end) return best
  for (let at = from + 1; at < to; at++) {
    const point = points[at]
    const distance = point ? toSegment(point, start, end) : 0
    if (distance > best.distance) best = { at, distance }
  }
  return best
}

/** How far a point is from the line between two others, in units. */
export function toSegment(point: Spot, from: Spot, to: Spot): number {
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const length = dx * dx + dy * dy
  const along = length ? ((point.x - from.x) * dx + (point.y - from.y) * dy) / length : 0
  const t = Math.min(1, Math.max(0, along))
  return Math.hypot(point.x - from.x - t * dx, point.y - from.y - t * dy)
}

/** What a pen drew, as it is kept: without what the eye does not see. */
export const tidy = (points: readonly InkPoint[]): InkPoint[] => simplify(points, 0.3)
