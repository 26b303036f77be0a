import {
  type InkItem,
  type InkPoint,
  outlineOf,
  PAGE_WIDTH,
  pack,
  pathOf,
  type Spot,
  tidy,
} from '@oppen/core/ink'
import type { Annotation, Passage } from '@oppen/core/marking'
import {
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { say } from '../../words/say.js'
import { COLOURS } from '../worksheets/colours.js'
import { editBetween, erased } from '../worksheets/erasing.js'
import { newInkId } from '../worksheets/pens.js'
import type { AnnotationEdit } from './annotationAutosave.js'
import { DESK_WIDTH, type DeskPen, ERASER, STICKER_SIZE } from './deskPen.js'
import { rangeOf } from './quotes.js'
import { StickerAt } from './stickers.js'

type Props = {
  /** The page that lies below. */
  readonly page: string
  /** What stands on it. */
  readonly items: readonly Annotation[]
  /** The numbers of notes, by their ids. */
  readonly numbers: ReadonlyMap<string, number>
  /** What the hand holds; without it the page is only looked at. */
  readonly pen?: DeskPen | null
  readonly onEdit?: (edit: AnnotationEdit) => void
  /** A note is wanted at a place. */
  readonly onNote?: (spot: Spot & { readonly page: string }) => void
  /** The number of a note was pressed. */
  readonly onNumber?: (id: string) => void
  readonly children: ReactNode
}

type Size = { readonly width: number; readonly height: number }

const NO_SIZE: Size = { width: 0, height: 0 }
const STEP = 20

/** A page with what a teacher put over it, in units of which the page is a thousand wide. */
export function Annotated({ page, items, numbers, pen, onEdit, onNote, onNumber, children }: Props) {
  const box = useRef<HTMLDivElement>(null)
  const below = useRef<HTMLDivElement>(null)
  const size = useSize(box)
  const [cursor, setCursor] = useState<Spot | null>(null)
  const high = size.width ? (size.height * PAGE_WIDTH) / size.width : PAGE_WIDTH
  const [left, setLeft] = useState<readonly Annotation[] | null>(null)
  const passages = usePassages(items, below, size)
  const put = (item: Annotation) => onEdit?.({ put: [item], drop: [] })
  const place = (spot: Spot) => {
    if (pen?.held === 'note') onNote?.({ ...spot, page })
    else if (pen?.held === 'sticker')
      put({ kind: 'sticker', id: newInkId(), page, ...spot, sticker: pen.sticker })
  }
  const drawing = useDrawing({ page, items, pen, put, place, onEdit, onLeft: setLeft })
  const keys = (event: KeyboardEvent) => {
    if (!pen || event.target !== event.currentTarget) return
    const by = STEPS[event.key]
    const spot = cursor ?? { x: 120, y: 120 }
    if (by) {
      const far = event.shiftKey ? STEP * 5 : STEP
      const within = (value: number, most: number) => Math.min(Math.max(0, value), most)
      setCursor({ x: within(spot.x + by[0] * far, PAGE_WIDTH), y: within(spot.y + by[1] * far, high) })
    } else if (event.key === 'Enter' && (pen.held === 'note' || pen.held === 'sticker')) place(spot)
    else return
    event.preventDefault()
  }
  const shown = left ?? items
  const percent = ({ x, y }: Spot) => ({ left: `${x / 10}%`, top: `${(y / high) * 100}%` })
  return (
    // biome-ignore lint/a11y/useSemanticElements: a page is no set of fields
    <div
      ref={box}
      role="group"
      aria-label={say(pen ? 'verdict_page_teacher' : 'verdict_page')}
      tabIndex={pen ? 0 : undefined}
      onKeyDown={keys}
      className="relative"
    >
      <div ref={below}>{children}</div>
      {size.width > 0 && (
        <svg
          viewBox={`0 0 ${PAGE_WIDTH} ${high}`}
          aria-hidden="true"
          {...(pen && drawing.handlers)}
          className={`absolute inset-0 size-full ${pen ? 'cursor-crosshair touch-none' : 'pointer-events-none'}`}
        >
          {passages.map(one => (
            <PassageMark key={one.passage.id} {...one} />
          ))}
          {shown.map(item => (
            <Mark key={item.id} item={item} />
          ))}
          <path ref={drawing.live} />
        </svg>
      )}
      {shown.map(item => {
        if (item.kind !== 'note') return null
        return (
          <NoteNumber
            key={item.id}
            of={numbers.get(item.id) ?? 0}
            style={percent(item)}
            onPress={() => onNumber?.(item.id)}
          />
        )
      })}
      {passages.map(({ passage, end }) =>
        passage.text || passage.fileId ? (
          <NoteNumber
            key={passage.id}
            of={numbers.get(passage.id) ?? 0}
            style={percent(end)}
            onPress={() => onNumber?.(passage.id)}
          />
        ) : null,
      )}
      {pen && cursor && (
        <span
          aria-hidden="true"
          className="pointer-events-none absolute size-5 -translate-1/2 rounded-full border-2 border-margin"
          style={percent(cursor)}
        />
      )}
    </div>
  )
}

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

type NumberProps = {
  readonly of: number
  readonly style: { readonly left: string; readonly top: string }
  readonly onPress: () => void
}

const NoteNumber = ({ of, style, onPress }: NumberProps) => (
  <button
    type="button"
    onClick={onPress}
    aria-label={say('verdict_note_number', { number: of })}
    className="absolute z-[1] flex size-6 -translate-1/2 items-center justify-center rounded-full border border-[#8d2c1c] bg-[#fbe3dd] text-xs font-bold text-[#8d2c1c]"
    style={style}
  >
    {of}
  </button>
)

/** What was drawn, or a sticker. */
function Mark({ item }: { readonly item: Annotation }) {
  const path = useMemo(() => (item.kind === 'stroke' ? pathOf(outlineOf(item)) : ''), [item])
  if (item.kind === 'stroke')
    return (
      <path
        d={path}
        fill={COLOURS[item.colour]}
        fillOpacity={item.tool === 'highlighter' ? 0.35 : 1}
        style={item.tool === 'highlighter' ? { mixBlendMode: 'multiply' } : undefined}
      />
    )
  if (item.kind === 'sticker') return <StickerAt {...item} size={STICKER_SIZE} />
  return null
}

type Lines = {
  readonly passage: Passage
  readonly rects: readonly {
    readonly x: number
    readonly y: number
    readonly w: number
    readonly h: number
  }[]
  readonly end: Spot
}

const PassageMark = ({ passage, rects }: Lines) =>
  rects.map(({ x, y, w, h }) => {
    const key = `${x} ${y}`
    if (passage.look === 'highlight')
      return (
        <rect
          key={key}
          x={x}
          y={y}
          width={w}
          height={h}
          fill="#edb94b"
          fillOpacity={0.35}
          style={{ mixBlendMode: 'multiply' }}
        />
      )
    const at = passage.look === 'strike' ? y + h * 0.55 : y + h * 0.95
    return <path key={key} d={`M${x} ${at}h${w}`} stroke={COLOURS.red} strokeWidth={3.5} fill="none" />
  })

/** Where the words of passages stand now. */
function usePassages(
  items: readonly Annotation[],
  below: { readonly current: HTMLElement | null },
  size: Size,
): Lines[] {
  const [lines, setLines] = useState<Lines[]>([])
  useEffect(() => {
    const root = below.current
    if (!root || !size.width) return
    const box = root.getBoundingClientRect()
    const scale = PAGE_WIDTH / box.width
    setLines(
      items.flatMap(passage => {
        if (passage.kind !== 'passage') return []
        const range = rangeOf(root, passage.quote)
        const rects = [...(range?.getClientRects() ?? [])].map(one => ({
          x: (one.left - box.left) * scale,
          y: (one.top - box.top) * scale,
          w: one.width * scale,
          h: one.height * scale,
        }))
        const last = rects.at(-1)
        return last ? [{ passage, rects, end: { x: last.x + last.w, y: last.y } }] : []
      }),
    )
  }, [items, below, size])
  return lines
}

function useSize(place: { readonly current: HTMLElement | null }): Size {
  const [size, setSize] = useState(NO_SIZE)
  useEffect(() => {
    const element = place.current
    if (!element) return
    const watch = new ResizeObserver(() =>
      setSize({ width: element.clientWidth, height: element.clientHeight }),
    )
    watch.observe(element)
    return () => watch.disconnect()
  }, [place])
  return size
}

type Drawing = {
  readonly page: string
  readonly items: readonly Annotation[]
  readonly pen: DeskPen | null | undefined
  readonly put: (item: Annotation) => void
  readonly place: (spot: Spot) => void
  readonly onEdit: ((edit: AnnotationEdit) => void) | undefined
  /** What is left while something is being rubbed out; null once that is done. */
  readonly onLeft: (left: readonly Annotation[] | null) => void
}

const isInk = (item: Annotation): item is InkItem => item.kind !== 'passage' && item.kind !== 'sticker'

/** What a pointer does on a page: draw, rub out, or choose a place. */
function useDrawing({ page, items, pen, put, place, onEdit, onLeft }: Drawing) {
  const live = useRef<SVGPathElement>(null)
  const going = useRef<{ pointer: number; points: InkPoint[] } | null>(null)
  const spotOf = (event: { clientX: number; clientY: number; pressure: number }, svg: Element): InkPoint => {
    const box = svg.getBoundingClientRect()
    const scale = PAGE_WIDTH / box.width
    return {
      x: (event.clientX - box.left) * scale,
      y: (event.clientY - box.top) * scale,
      pressure: event.pressure || 0.5,
    }
  }
  const stroke = (points: readonly InkPoint[]) => {
    const tool = pen?.held === 'highlighter' ? 'highlighter' : 'pen'
    const colour = pen?.colour ?? 'red'
    return {
      kind: 'stroke',
      id: newInkId(),
      page,
      tool,
      colour,
      width: DESK_WIDTH[tool],
      points: pack(points),
    } as const
  }
  const without = (points: readonly InkPoint[]): Annotation[] => {
    const ink = erased(items.filter(isInk), points, ERASER) as Annotation[]
    const gone = (item: Annotation) =>
      item.kind === 'sticker' &&
      points.some(({ x, y }) => Math.hypot(x - item.x, y - item.y) < STICKER_SIZE / 2)
    return [...items.filter(item => !isInk(item) && !gone(item)), ...ink]
  }
  const draws = pen?.held === 'pen' || pen?.held === 'highlighter'
  const handlers = {
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      if (event.button !== 0) return
      event.preventDefault()
      event.currentTarget.setPointerCapture(event.pointerId)
      going.current = { pointer: event.pointerId, points: [spotOf(event, event.currentTarget)] }
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      const now = going.current
      if (now?.pointer !== event.pointerId) return
      const all = event.nativeEvent.getCoalescedEvents?.() ?? []
      for (const one of all.length ? all : [event]) now.points.push(spotOf(one, event.currentTarget))
      if (pen?.held === 'eraser') return onLeft(without(now.points))
      if (!draws || !live.current) return
      const item = stroke(now.points)
      live.current.setAttribute('d', pathOf(outlineOf(item)))
      live.current.setAttribute('fill', COLOURS[item.colour])
      live.current.setAttribute('fill-opacity', item.tool === 'highlighter' ? '0.35' : '1')
    },
    onPointerUp: (event: PointerEvent<SVGSVGElement>) => {
      const now = going.current
      if (now?.pointer !== event.pointerId) return
      going.current = null
      live.current?.removeAttribute('d')
      const [first] = now.points
      if (pen?.held === 'eraser') {
        const edit = editBetween(items as readonly InkItem[], without(now.points) as readonly InkItem[])
        onLeft(null)
        if (edit.put.length || edit.drop.length) onEdit?.(edit)
      } else if (draws && first)
        put(stroke(tidy(now.points.length > 1 ? now.points : [first, { ...first, x: first.x + 0.5 }])))
      else if (first) place({ x: Math.round(first.x), y: Math.round(first.y) })
    },
    onPointerCancel: () => {
      going.current = null
      live.current?.removeAttribute('d')
      onLeft(null)
    },
  }
  return { live, handlers }
}
