import type { Sheet } from '@oppen/contract'
import {
  type InkEdit,
  type InkItem,
  type MarginNote,
  PAGE_WIDTH,
  type Spot,
  type Typed,
} from '@oppen/core/ink'
import { type KeyboardEvent, useEffect, useRef, useState } from 'react'
import { say } from '../../words/say.js'
import { COLOURS } from './colours.js'
import { Paper } from './Paper.js'
import { PageInk } from './pageInk.js'
import { isDrawing, isShape, newInkId, type Pen, sizeOf } from './pens.js'
import type { PdfOrMissing } from './usePages.js'
import { usePen } from './usePen.js'

export type SheetProps = {
  readonly sheet: Sheet
  readonly number: number
  readonly items: readonly InkItem[]
  readonly pdf: PdfOrMissing
  readonly address: string
  /** How wide the page is shown, in pixels of the screen. */
  readonly width: number
  /** What the hand holds; without it the page is only looked at. */
  readonly pen?: Pen
  readonly onEdit?: (edit: InkEdit) => void
  /** A note is wanted at a place, or one that is there was pressed. */
  readonly onNote?: (note: { readonly spot: Spot; readonly before: MarginNote | null }) => void
}

const STEP = 20

/** One page of a worksheet: what was printed, what was drawn, what was typed, and the marks of margin notes. */
export function SheetView(props: SheetProps) {
  const { sheet, number, items, pdf, address, width, pen, onEdit, onNote } = props
  const place = useRef<HTMLDivElement>(null)
  const canvas = useRef<HTMLCanvasElement>(null)
  const live = useRef<HTMLCanvasElement>(null)
  const ink = useRef<PageInk>(undefined)
  const [near, setNear] = useState(false)
  const [typing, setTyping] = useState<{ spot: Spot; before: Typed | null } | null>(null)
  const [cursor, setCursor] = useState<Spot | null>(null)
  const height = (width * sheet.height) / sheet.width
  const scale = width / PAGE_WIDTH

  useEffect(() => {
    const seen = new IntersectionObserver(entries => setNear(entries.some(one => one.isIntersecting)), {
      rootMargin: '900px',
    })
    if (place.current) seen.observe(place.current)
    return () => seen.disconnect()
  }, [])

  const pixels = Math.round(Math.min(width * devicePixelRatio, 2400))
  useEffect(() => {
    if (!near || !canvas.current || !live.current || !pixels) return
    ink.current ??= new PageInk(canvas.current)
    const high = Math.round((pixels * sheet.height) / sheet.width)
    ink.current.resize(pixels, high)
    live.current.width = pixels
    live.current.height = high
    return () => {
      ink.current = undefined
    }
  }, [near, pixels, sheet])
  // biome-ignore lint/correctness/useExhaustiveDependencies: a canvas made anew shows what is there again
  useEffect(() => ink.current?.show(items), [items, near, pixels])

  const put = (spot: Spot) => {
    if (pen?.held === 'note') onNote?.({ spot, before: null })
    else setTyping({ spot, before: null })
  }
  const handlers = usePen({
    page: sheet.id,
    items,
    pen: pen ?? { held: 'move', colour: 'black', width: 1 },
    ink: () => ink.current,
    live: () => live.current,
    onEdit: edit => onEdit?.(edit),
    onPlace: put,
  })
  const keys = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget || !pen) return
    const by = MOVES[event.key]
    const spot = cursor ?? { x: 120, y: 120 }
    if (by) {
      const far = event.shiftKey ? STEP * 5 : STEP
      const high = (PAGE_WIDTH * sheet.height) / sheet.width
      const within = (value: number, most: number) => Math.min(Math.max(0, value), most)
      setCursor({ x: within(spot.x + by[0] * far, PAGE_WIDTH), y: within(spot.y + by[1] * far, high) })
    } else if (event.key === 'Enter') put(spot)
    else return
    event.preventDefault()
  }
  const commit = (text: string) => {
    if (!typing || !pen) return
    const { before, spot } = typing
    setTyping(null)
    const same = before?.text === text
    if (same) return
    const words = text.trim() ? [wordsAt({ spot, text, pen, before, page: sheet.id })] : []
    if (words.length || before) onEdit?.({ put: words, drop: before ? [before] : [] })
  }
  const texts = items.filter(item => item.kind === 'text')
  const notes = items.filter(item => item.kind === 'note')
  const draws = pen && (isDrawing(pen.held) || isShape(pen.held) || pen.held === 'eraser')
  return (
    // biome-ignore lint/a11y/useSemanticElements: a page is no set of fields
    <div
      ref={place}
      role="group"
      aria-label={say('worksheet_page', { number })}
      tabIndex={pen ? 0 : undefined}
      onKeyDown={keys}
      onBlur={() => setCursor(null)}
      className={`relative overflow-hidden border border-rule bg-white text-[#20302c] shadow-sm ${draws ? 'cursor-crosshair' : ''}`}
      style={{ width, height }}
    >
      {near && <Paper sheet={sheet} pdf={pdf} address={address} number={number} width={width} />}
      <canvas ref={canvas} className="absolute inset-0 size-full" />
      <canvas ref={live} className="pointer-events-none absolute inset-0 size-full" />
      <div
        {...(pen && handlers)}
        className={`absolute inset-0 ${pen && pen.held !== 'move' ? 'touch-none' : 'touch-pan-y'}`}
      />
      {texts.map(item =>
        item === typing?.before ? null : (
          <TypedText
            key={item.id}
            item={item}
            scale={scale}
            onOpen={
              pen?.held === 'text'
                ? () => setTyping({ spot: { x: item.x, y: item.y }, before: item })
                : undefined
            }
          />
        ),
      )}
      {notes.map((note, index) => (
        <button
          key={note.id}
          type="button"
          onClick={() => onNote?.({ spot: note, before: note })}
          aria-label={say('worksheet_note_number', { number: index + 1 })}
          className="absolute size-6 -translate-1/2 rounded-full border border-[#8a6410] bg-[#edb94b] text-xs font-bold text-[#20302c]"
          style={{ left: note.x * scale, top: note.y * scale }}
        >
          {index + 1}
        </button>
      ))}
      {cursor && (
        <span
          aria-hidden="true"
          className="pointer-events-none absolute size-5 -translate-1/2 rounded-full border-2 border-[#1f4aa3]"
          style={{ left: cursor.x * scale, top: cursor.y * scale }}
        />
      )}
      {typing && pen && <Typing typing={typing} pen={pen} scale={scale} onDone={commit} />}
    </div>
  )
}

const MOVES: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

type Words = {
  readonly spot: Spot
  readonly text: string
  readonly pen: Pen
  readonly before: Typed | null
  readonly page: string
}

const wordsAt = ({ spot, text, pen, before, page }: Words): InkItem => ({
  ...{ kind: 'text', id: newInkId(), page, x: spot.x, y: spot.y, text: text.trimEnd() },
  colour: before?.colour ?? pen.colour,
  size: before?.size ?? sizeOf(pen),
})

const LETTERS = 'absolute whitespace-pre leading-[1.3]'

type TextProps = {
  readonly item: Typed
  readonly scale: number
  readonly onOpen: (() => void) | undefined
}

function TypedText({ item, scale, onOpen }: TextProps) {
  const style = {
    left: item.x * scale,
    top: item.y * scale,
    fontSize: item.size * scale,
    color: COLOURS[item.colour],
  }
  if (!onOpen) {
    return (
      <p className={`${LETTERS} pointer-events-none`} style={style}>
        {item.text}
      </p>
    )
  }
  return (
    <button
      type="button"
      onClick={onOpen}
      className={`${LETTERS} rounded text-left hover:bg-pale`}
      style={style}
    >
      {item.text}
    </button>
  )
}

type TypingProps = {
  readonly typing: { readonly spot: Spot; readonly before: Typed | null }
  readonly pen: Pen
  readonly scale: number
  readonly onDone: (text: string) => void
}

/** Words being typed on the page; Escape or leaving keeps them. */
function Typing({ typing: { spot, before }, pen, scale, onDone }: TypingProps) {
  const [text, setText] = useState(before?.text ?? '')
  const lines = text.split('\n')
  return (
    <textarea
      // biome-ignore lint/a11y/noAutofocus: the press on the page asked for it
      autoFocus
      aria-label={say('worksheet_typing')}
      value={text}
      onChange={event => setText(event.target.value)}
      onBlur={() => onDone(text)}
      onKeyDown={event => {
        event.stopPropagation()
        if (event.key === 'Escape') event.currentTarget.blur()
      }}
      rows={Math.max(1, lines.length)}
      cols={Math.max(8, ...lines.map(line => line.length + 2))}
      className="absolute resize-none border border-dashed border-[#1f4aa3] bg-white/85 leading-[1.3]"
      style={{
        left: spot.x * scale,
        top: spot.y * scale,
        fontSize: (before?.size ?? sizeOf(pen)) * scale,
        color: COLOURS[before?.colour ?? pen.colour],
      }}
    />
  )
}
