import {
  type Box,
  boundsOf,
  type InkItem,
  linesOf,
  outlineOf,
  overlap,
  PAGE_WIDTH,
  pathOf,
  type Shape,
  type Stroke,
} from '@oppen/core/ink'
import { COLOURS } from './colours.js'

type Drawn = { readonly item: InkItem; readonly path: Path2D; readonly box: Box }

/** So much of what is below shows through a highlighter. */
const SHEER = 0.4

/**
 * The strokes and shapes of one page on its canvas. What is new is drawn over what is there; where something went,
 * only that part is drawn anew. So a page with thousands of strokes costs as much to draw on as an empty one.
 */
export class PageInk {
  readonly #context: CanvasRenderingContext2D
  #drawn = new Map<string, Drawn>()
  #scale = 1

  constructor(canvas: HTMLCanvasElement) {
    const context = canvas.getContext('2d')
    if (!context) throw new Error('no canvas to draw on')
    this.#context = context
  }

  /** The canvas has so many pixels now; everything is drawn anew. */
  resize(width: number, height: number): void {
    const { canvas } = this.#context
    canvas.width = width
    canvas.height = height
    this.#scale = width / PAGE_WIDTH
    for (const one of this.#drawn.values()) this.#draw(one)
  }

  /** Shows just these items. */
  show(items: readonly InkItem[]): void {
    const next = new Map<string, Drawn>()
    const fresh: Drawn[] = []
    for (const item of items) {
      if (item.kind === 'text' || item.kind === 'note') continue
      const known = this.#drawn.get(item.id)
      const one = known?.item === item ? known : { item, path: pathFor(item), box: boundsOf(item) }
      if (one !== known) fresh.push(one)
      next.set(item.id, one)
    }
    const gone = [...this.#drawn.values()].filter(one => next.get(one.item.id) !== one)
    this.#drawn = next
    const over = fresh.filter(one => gone.some(other => overlap(one.box, other.box)))
    if (gone.length) this.#mend([...gone, ...over].map(one => one.box))
    for (const one of fresh) if (!over.includes(one)) this.#draw(one)
  }

  #draw({ item, path }: Drawn): void {
    drawOn(this.#context, this.#scale, item, path)
  }

  /** Draws anew what lies in the boxes. */
  #mend(boxes: readonly Box[]): void {
    const context = this.#context
    const box = boxes.reduce((one, other) => ({
      left: Math.min(one.left, other.left),
      top: Math.min(one.top, other.top),
      right: Math.max(one.right, other.right),
      bottom: Math.max(one.bottom, other.bottom),
    }))
    // whole pixels, one more than the softened edge of a line takes
    const scale = this.#scale
    const [left, top] = [Math.floor(box.left * scale) - 2, Math.floor(box.top * scale) - 2]
    const [right, bottom] = [Math.ceil(box.right * scale) + 2, Math.ceil(box.bottom * scale) + 2]
    context.save()
    context.setTransform(1, 0, 0, 1, 0, 0)
    context.beginPath()
    context.rect(left, top, right - left, bottom - top)
    context.clip()
    context.clearRect(left, top, right - left, bottom - top)
    const wide = { left: left / scale, top: top / scale, right: right / scale, bottom: bottom / scale }
    for (const one of this.#drawn.values()) if (overlap(one.box, wide)) this.#draw(one)
    context.restore()
  }
}

const pathFor = (item: Stroke | Shape): Path2D =>
  new Path2D(item.kind === 'stroke' ? pathOf(outlineOf(item)) : linesOf(item))

function drawOn(context: CanvasRenderingContext2D, scale: number, item: InkItem, path: Path2D): void {
  if (item.kind === 'text' || item.kind === 'note') return
  context.save()
  context.setTransform(scale, 0, 0, scale, 0, 0)
  if (item.kind === 'stroke') {
    if (item.tool === 'highlighter') {
      context.globalAlpha = SHEER
      context.globalCompositeOperation = 'multiply'
    }
    context.fillStyle = COLOURS[item.colour]
    context.fill(path)
  } else {
    context.strokeStyle = COLOURS[item.colour]
    context.lineWidth = item.width
    context.lineCap = 'round'
    context.stroke(path)
  }
  context.restore()
}

/** What is being drawn just now, on a canvas over the page: shown anew with each frame. */
export function showLive(canvas: HTMLCanvasElement, item: Stroke | Shape | null): void {
  const context = canvas.getContext('2d')
  if (!context) return
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.clearRect(0, 0, canvas.width, canvas.height)
  if (item) drawOn(context, canvas.width / PAGE_WIDTH, item, pathFor(item))
}
