import { type InkPoint, pack, tidy } from '@oppen/core/ink'
import { DRAWING, MOST_STROKES } from '@oppen/core/questions'
import { Trash2, Undo2 } from 'lucide-react'
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react'
import { Button } from '../../../parts/Button.js'
import { say } from '../../../words/say.js'
import { onPicture } from '../pictures.js'
import { DrawingShown, Strokes } from '../Strokes.js'
import type { InputProps } from './inputProps.js'

const STEP = 20
const MOVES: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
}

/** A page to draw on: with a pen, a finger or the mouse, or by keys, where the space bar lets the pen down and up. */
export function DrawingPad({ question, given, locked, onChange }: InputProps<'drawing'>) {
  const { picture } = question.ask
  const { strokes } = given
  const [going, setGoing] = useState<readonly InkPoint[]>([])
  const [cursor, setCursor] = useState<InkPoint | null>(null)
  const points = useRef<InkPoint[]>([])
  const [down, setDown] = useState(false)

  const put = (next: readonly string[]) => onChange({ kind: 'drawing', strokes: [...next] })
  const finish = () => {
    const [first] = points.current
    const drawn = tidy(points.current)
    points.current = []
    setGoing([])
    setDown(false)
    if (!first || strokes.length >= MOST_STROKES) return
    put([...strokes, pack(drawn.length > 1 ? drawn : [first, { ...first, x: first.x + 0.5 }])])
  }
  const at = (event: PointerEvent<SVGSVGElement>): InkPoint => {
    const { x, y } = onPicture(event)
    return { x, y: (y * DRAWING.height) / 1000, pressure: event.pressure || 0.5 }
  }
  const add = (point: InkPoint) => {
    points.current.push(point)
    setGoing([...points.current])
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const move = MOVES[event.key]
    const here = cursor ?? { x: DRAWING.width / 2, y: DRAWING.height / 2, pressure: 0.5 }
    if (event.key === ' ') {
      event.preventDefault()
      setCursor(here)
      if (down) finish()
      else {
        setDown(true)
        add(here)
      }
    }
    if (!move) return
    event.preventDefault()
    const next = {
      x: Math.min(DRAWING.width, Math.max(0, here.x + move[0])),
      y: Math.min(DRAWING.height, Math.max(0, here.y + move[1])),
      pressure: 0.5,
    }
    setCursor(next)
    if (down) add(next)
  }
  if (locked) return <DrawingShown picture={picture} strokes={strokes} label={say('quiz_your_drawing')} />
  return (
    <div className="flex max-w-2xl flex-col gap-2">
      <p className="text-sm text-soft">{say('quiz_drawing_how')}</p>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it is drawn on by keys as well */}
      <div role="application" aria-label={say('quiz_your_drawing')} tabIndex={0} onKeyDown={onKeyDown}>
        <svg
          viewBox={`0 0 ${DRAWING.width} ${DRAWING.height}`}
          aria-hidden="true"
          className="w-full cursor-crosshair touch-none rounded border border-edge bg-white text-[#1d3f8f]"
          onPointerDown={event => {
            event.currentTarget.setPointerCapture(event.pointerId)
            setCursor(null)
            add(at(event))
          }}
          onPointerMove={event => points.current.length && !down && add(at(event))}
          onPointerUp={() => !down && finish()}
          onPointerCancel={() => !down && finish()}
        >
          {picture && <image href={picture} {...DRAWING} preserveAspectRatio="xMidYMid meet" />}
          <Strokes strokes={strokes} />
          {going.length > 1 && (
            <polyline
              points={going.map(({ x, y }) => `${x},${y}`).join(' ')}
              className="fill-none stroke-current"
              strokeWidth={4}
              strokeLinecap="round"
            />
          )}
          {cursor && (
            <circle cx={cursor.x} cy={cursor.y} r={10} className="fill-none stroke-ochre" strokeWidth={4} />
          )}
        </svg>
      </div>
      <div className="flex gap-2">
        <Button onClick={() => put(strokes.slice(0, -1))} disabled={!strokes.length}>
          <Undo2 size={17} aria-hidden="true" />
          {say('quiz_stroke_off')}
        </Button>
        <Button onClick={() => put([])} disabled={!strokes.length}>
          <Trash2 size={17} aria-hidden="true" />
          {say('quiz_drawing_clear')}
        </Button>
      </div>
    </div>
  )
}
