import { getStroke } from 'perfect-freehand'
import type { InkItem, InkTool, Shape, Stroke } from './item.js'
import { unpack } from './packed.js'
import type { Spot } from './point.js'

/** How a tool draws: how much the pressure tells, and how sharp its ends are. */
const MANNERS: Readonly<Record<InkTool, { thinning: number; streamline: number; taper: number }>> = {
  pen: { thinning: 0.55, streamline: 0.35, taper: 2 },
  pencil: { thinning: 0.75, streamline: 0.2, taper: 4 },
  felt: { thinning: 0.1, streamline: 0.4, taper: 0 },
  highlighter: { thinning: 0, streamline: 0.5, taper: 0 },
}

/** The outline of a stroke, as the corners of an area in page units. */
export function outlineOf({ tool, width, points }: Pick<Stroke, 'tool' | 'width' | 'points'>): Spot[] {
  const { thinning, streamline, taper } = MANNERS[tool]
  const drawn = (unpack(points) ?? []).map(({ x, y, pressure }) => [x, y, pressure || 0.5])
  const tip = { taper: taper * width, cap: true }
  const outline = getStroke(drawn, {
    ...{ size: width, thinning, streamline, smoothing: 0.5, simulatePressure: false, last: true },
    ...{ start: tip, end: tip },
  })
  return outline.map(([x = 0, y = 0]) => ({ x, y }))
}

const short = (value: number): string => String(Math.round(value * 100) / 100)

/** An area as a path of SVG, rounded through the middles between its corners. */
export function pathOf(corners: readonly Spot[]): string {
  const [first] = corners
  if (!first) return ''
  const parts = corners.map((corner, at) => {
    const next = corners[(at + 1) % corners.length] ?? first
    const middle = `${short((corner.x + next.x) / 2)} ${short((corner.y + next.y) / 2)}`
    return `Q${short(corner.x)} ${short(corner.y)} ${middle}`
  })
  return `M${short(first.x)} ${short(first.y)}${parts.join('')}Z`
}

const HEAD = 5

/** The lines of a shape as a path of SVG, to be drawn with a pen of the shape's width. */
export function linesOf({ shape, from, to, width }: Shape): string {
  const [x, y, w, h] = [from.x, from.y, to.x - from.x, to.y - from.y].map(short)
  switch (shape) {
    case 'line':
      return `M${x} ${y}l${w} ${h}`
    case 'box':
      return `M${x} ${y}h${w}v${h}h${short(from.x - to.x)}Z`
    case 'oval':
      return oval(from, to)
    case 'arrow': {
      const angle = Math.atan2(to.y - from.y, to.x - from.x)
      const barb = (turn: number) => {
        const size = HEAD * width + 6
        return `M${short(to.x)} ${short(to.y)}l${short(-size * Math.cos(angle + turn))} ${short(-size * Math.sin(angle + turn))}`
      }
      return `M${x} ${y}l${w} ${h}${barb(0.45)}${barb(-0.45)}`
    }
  }
}

/** An oval within two corners, as four curves: 0.5523 is how far their handles are out (4/3 (√2 − 1)). */
function oval(from: Spot, to: Spot): string {
  const k = (4 / 3) * (Math.SQRT2 - 1)
  const [cx, cy] = [(from.x + to.x) / 2, (from.y + to.y) / 2]
  const [rx, ry] = [Math.abs(to.x - from.x) / 2, Math.abs(to.y - from.y) / 2]
  const point = (x: number, y: number) => `${short(cx + x * rx)} ${short(cy + y * ry)}`
  const curve = (...spots: [number, number][]) => `C${spots.map(([x, y]) => point(x, y)).join(' ')}`
  return [
    `M${point(1, 0)}`,
    curve([1, k], [k, 1], [0, 1]),
    curve([-k, 1], [-1, k], [-1, 0]),
    curve([-1, -k], [-k, -1], [0, -1]),
    curve([k, -1], [1, -k], [1, 0]),
    'Z',
  ].join('')
}

export type Box = {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

/** The smallest upright box around an item, in page units; text by how much it would take at most. */
export function boundsOf(item: InkItem): Box {
  switch (item.kind) {
    case 'stroke':
      return around(unpack(item.points) ?? [], item.width)
    case 'shape':
      return around([item.from, item.to], item.width + HEAD * item.width + 6)
    case 'text': {
      const lines = item.text.split('\n')
      const wide = Math.max(...lines.map(line => line.length)) * item.size * 0.7
      return {
        left: item.x,
        top: item.y,
        right: item.x + wide,
        bottom: item.y + lines.length * item.size * 1.3,
      }
    }
    case 'note':
      return around([item], 16)
  }
}

function around(spots: readonly Spot[], more: number): Box {
  let box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (const { x, y } of spots) {
    box = {
      left: Math.min(box.left, x - more),
      top: Math.min(box.top, y - more),
      right: Math.max(box.right, x + more),
      bottom: Math.max(box.bottom, y + more),
    }
  }
  return box
}

export const overlap = (one: Box, other: Box): boolean =>
  one.left <= other.right && other.left <= one.right && one.top <= other.bottom && other.top <= one.bottom
