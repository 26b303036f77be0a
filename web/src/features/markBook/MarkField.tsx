import { useLayoutEffect, useRef } from 'react'
import type { Place } from './moveBy.js'

type Props = {
  readonly text: string
  readonly label: string
  readonly onText: (text: string) => void
  readonly onLeave: () => void
  /** Gives whether it could be taken as it is. */
  readonly onDone: (text: string, by: Place) => boolean
}

/** The field that stands in a cell while a mark is typed. */
export function MarkField({ text, label, onText, onLeave, onDone }: Props) {
  const field = useRef<HTMLInputElement>(null)
  /** Leaving the field by a key is no leaving of it by a press elsewhere. */
  const left = useRef(false)
  useLayoutEffect(() => {
    field.current?.focus({ preventScroll: true })
    const end = field.current?.value.length ?? 0
    field.current?.setSelectionRange(end, end)
  }, [])
  return (
    <input
      ref={field}
      value={text}
      aria-label={label}
      inputMode="decimal"
      maxLength={12}
      onChange={event => onText(event.target.value)}
      onBlur={event => {
        if (left.current) return
        if (event.target.value) onDone(event.target.value, { row: 0, column: 0 })
        else onLeave()
      }}
      onKeyDown={event => {
        const by: Record<string, Place> = {
          Enter: { row: event.shiftKey ? -1 : 1, column: 0 },
          ArrowDown: { row: 1, column: 0 },
          ArrowUp: { row: -1, column: 0 },
          Tab: { row: 0, column: event.shiftKey ? -1 : 1 },
        }
        const step = by[event.key]
        event.stopPropagation()
        if (event.key === 'Escape') {
          left.current = true
          return onLeave()
        }
        if (!step) return
        event.preventDefault()
        left.current = true
        if (!onDone(event.currentTarget.value, step)) left.current = false
      }}
      className="w-full rounded-sm border border-blue bg-sheet px-1 text-sm tabular-nums text-ink"
    />
  )
}
