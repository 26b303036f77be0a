import { type InkEdit, type InkItem, type InkPoint, PAGE_WIDTH, pack, type Spot, tidy } from '@oppen/core/ink'
import { type PointerEvent, useRef } from 'react'
import { editBetween, erased } from './erasing.js'
import { type PageInk, showLive } from './pageInk.js'
import { isDrawing, isShape, newInkId, type Pen, reachOf, widthOf } from './pens.js'

type Options = {
  readonly page: string
  readonly items: readonly InkItem[]
  readonly pen: Pen
  readonly ink: () => PageInk | undefined
  readonly live: () => HTMLCanvasElement | null
  readonly onEdit: (edit: InkEdit) => void
  /** A place was chosen for words or a note. */
  readonly onPlace: (spot: Spot) => void
}

/** Once a pen was seen on this device, fingers and the heel of the hand no longer draw. */
let penSeen = false

/** What a pointer on a page does: draw, draw a shape, rub out, or choose a place. Drawn once a frame, kept as it ends. */
export function usePen({ page, items, pen, ink, live, onEdit, onPlace }: Options) {
  const going = useRef<{ pointer: number; points: InkPoint[]; left: readonly InkItem[] } | null>(null)
  const frame = useRef(0)

  const spotOf = (event: { clientX: number; clientY: number; pressure: number }, box: DOMRect): InkPoint => {
    const scale = PAGE_WIDTH / box.width
    const { clientX, clientY, pressure } = event
    return { x: (clientX - box.left) * scale, y: (clientY - box.top) * scale, pressure: pressure || 0.5 }
  }

  /** The item that the points so far make. */
  const made = (points: readonly InkPoint[]): InkItem | null => {
    const { held, colour } = pen
    const [from] = points
    const to = points.at(-1)
    if (!from || !to) return null
    const common = { id: newInkId(), page, colour, width: widthOf(pen) }
    if (isShape(held)) return { ...common, kind: 'shape', shape: held, from: whole(from), to: whole(to) }
    if (!isDrawing(held)) return null
    return { ...common, kind: 'stroke', tool: held, points: pack(points) }
  }

  const paint = () => {
    frame.current = 0
    const now = going.current
    const canvas = live()
    if (!now || !canvas) return
    if (pen.held === 'eraser') {
      now.left = erased(now.left, now.points.slice(-24), reachOf(pen))
      ink()?.show(now.left)
      return
    }
    const item = made(now.points)
    if (item?.kind === 'stroke' || item?.kind === 'shape') showLive(canvas, item)
  }

  const down = (event: PointerEvent<HTMLElement>) => {
    if (event.button !== 0 || pen.held === 'move') return
    if (event.pointerType === 'pen') penSeen = true
    if (event.pointerType === 'touch' && penSeen) return
    event.preventDefault()
    event.currentTarget.setPointerCapture(event.pointerId)
    const spot = spotOf(event, event.currentTarget.getBoundingClientRect())
    going.current = { pointer: event.pointerId, points: [spot], left: items }
    if (pen.held === 'eraser') paint()
  }

  const move = (event: PointerEvent<HTMLElement>) => {
    const now = going.current
    if (!now || now.pointer !== event.pointerId) return
    const box = event.currentTarget.getBoundingClientRect()
    const all = event.nativeEvent.getCoalescedEvents?.() ?? []
    for (const one of all.length ? all : [event]) now.points.push(spotOf(one, box))
    frame.current ||= requestAnimationFrame(paint)
  }

  const up = (event: PointerEvent<HTMLElement>) => {
    const now = going.current
    if (!now || now.pointer !== event.pointerId) return
    cancelAnimationFrame(frame.current)
    paint()
    going.current = null
    const canvas = live()
    if (canvas) showLive(canvas, null)
    const [first] = now.points
    if ((pen.held === 'text' || pen.held === 'note') && first) onPlace(whole(first))
    else if (pen.held === 'eraser') {
      const edit = editBetween(items, now.left)
      if (edit.put.length || edit.drop.length) onEdit(edit)
    } else {
      const item = made(isDrawing(pen.held) ? dotted(tidy(now.points)) : now.points)
      if (item && !isNothing(item)) onEdit({ put: [item], drop: [] })
    }
  }

  /** The pointer was taken away, as by a second finger that moves the page: nothing of it is kept. */
  const cancel = () => {
    going.current = null
    cancelAnimationFrame(frame.current)
    const canvas = live()
    if (canvas) showLive(canvas, null)
    ink()?.show(items)
  }

  return { onPointerDown: down, onPointerMove: move, onPointerUp: up, onPointerCancel: cancel }
}

const whole = ({ x, y }: Spot): Spot => ({ x: Math.round(x * 10) / 10, y: Math.round(y * 10) / 10 })

/** A dot is a stroke of two points. */
const dotted = (points: InkPoint[]): InkPoint[] =>
  points.length === 1 && points[0] ? [points[0], { ...points[0], x: points[0].x + 0.5 }] : points

/** A shape without an extent is a slip of the hand. */
const isNothing = (item: InkItem): boolean =>
  item.kind === 'shape' && Math.hypot(item.to.x - item.from.x, item.to.y - item.from.y) < 4
