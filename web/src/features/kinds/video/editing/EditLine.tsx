import type { VideoStop } from '@oppen/core/work/kinds/video'
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react'
import { playTime } from '../../../../words/playTime.js'
import { say } from '../../../../words/say.js'
import { MomentLine } from '../MomentLine.js'
import { rowsOf } from '../rows.js'
import { StopIcon } from '../StopIcon.js'

type Props = {
  readonly at: number
  readonly seconds: number
  readonly stops: readonly VideoStop[]
  /** The stop whose fields are open. */
  readonly chosen: string | null
  readonly onGo: (place: number) => void
  readonly onChoose: (stop: VideoStop) => void
  readonly onMove: (stop: VideoStop, at: number) => void
}

const MOVES: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }

/** The line of a video that is being written: its stops are dragged along it, or moved by arrow keys. */
export function EditLine({ at, seconds, stops, chosen, onGo, onChoose, onMove }: Props) {
  const line = useRef<HTMLUListElement>(null)
  const [dragged, setDragged] = useState<{ readonly id: string; readonly at: number }>()
  const share = (second: number) => `${seconds ? (100 * Math.min(second, seconds)) / seconds : 0}%`
  const rows = rowsOf(stops, seconds)
  const within = (second: number) => Math.min(Math.max(0, Math.round(second * 10) / 10), seconds)
  const secondAt = ({ clientX }: PointerEvent): number => {
    const box = line.current?.getBoundingClientRect()
    if (!box?.width) return 0
    const part = (clientX - box.left) / box.width
    return within(seconds * (getComputedStyle(line.current as Element).direction === 'rtl' ? 1 - part : part))
  }
  const onKey = (event: KeyboardEvent, stop: VideoStop) => {
    const by = MOVES[event.key]
    if (!by) return
    event.preventDefault()
    onMove(stop, within(stop.at + by * (event.shiftKey ? 10 : 1)))
  }
  return (
    <div className="min-w-0 flex-1 px-2">
      <MomentLine at={at} seconds={seconds} step={0.1} onGo={onGo} />
      <ul
        ref={line}
        aria-label={say('video_stops')}
        className="relative mx-1"
        style={{ height: `${36 * Math.max(1, ...rows.map(row => row + 1))}px` }}
      >
        {stops.map((stop, index) => {
          const place = dragged?.id === stop.id ? dragged.at : stop.at
          return (
            <li
              key={stop.id}
              className="absolute -translate-x-1/2 focus-within:z-10 hover:z-10 rtl:translate-x-1/2"
              style={{ insetInlineStart: share(place), top: `${36 * (rows[index] ?? 0)}px` }}
            >
              <div
                role="slider"
                tabIndex={0}
                aria-label={say(`video_stop_${stop.kind}`)}
                aria-valuemin={0}
                aria-valuemax={Math.floor(seconds)}
                aria-valuenow={place}
                aria-valuetext={playTime(place)}
                onKeyDown={event => onKey(event, stop)}
                onPointerDown={event => {
                  event.currentTarget.setPointerCapture(event.pointerId)
                  setDragged({ id: stop.id, at: stop.at })
                  onChoose(stop)
                }}
                onPointerMove={event =>
                  dragged?.id === stop.id && setDragged({ id: stop.id, at: secondAt(event) })
                }
                onPointerUp={() => {
                  if (dragged && dragged.at !== stop.at) onMove(stop, dragged.at)
                  setDragged(undefined)
                }}
                onPointerCancel={() => setDragged(undefined)}
                className={`grid size-8 cursor-grab touch-none place-items-center rounded-full border bg-sheet ${
                  chosen === stop.id ? 'border-2 border-blue text-blue' : 'border-edge'
                }`}
              >
                <StopIcon kind={stop.kind} size={16} />
              </div>
            </li>
          )
        })}
      </ul>
    </div>
  )
}
