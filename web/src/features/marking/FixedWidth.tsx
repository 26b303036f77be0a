import { type ReactNode, useEffect, useRef, useState } from 'react'

/** How wide a written page is laid out where something was drawn over it, in CSS pixels. */
const WIDTH = 460
/** It is never made so small that it cannot be read: then it is moved under what is seen of it. */
const [LEAST, MOST] = [0.85, 1.35]

type Props = {
  /** Without it the page is as wide as there is room. */
  readonly on: boolean
  readonly children: ReactNode
}

/** A page whose lines break in the same places everywhere, made larger or smaller as there is room: what is drawn over it stays put. */
export function FixedWidth({ on, children }: Props) {
  const outside = useRef<HTMLDivElement>(null)
  const inside = useRef<HTMLDivElement>(null)
  const [fit, setFit] = useState({ scale: 1, height: 0 })
  useEffect(() => {
    const [out, page] = [outside.current, inside.current]
    if (!on || !out || !page) return
    const measure = () => {
      const scale = Math.max(LEAST, Math.min(MOST, out.clientWidth / WIDTH))
      setFit({ scale, height: page.offsetHeight * scale })
    }
    const watch = new ResizeObserver(measure)
    watch.observe(out)
    watch.observe(page)
    return () => watch.disconnect()
  }, [on])
  return (
    <div ref={outside} className={on ? 'overflow-x-auto overflow-y-hidden pt-3' : ''}>
      <div style={on ? { height: fit.height || undefined, width: WIDTH * fit.scale } : undefined}>
        <div
          ref={inside}
          style={
            on ? { width: WIDTH, transform: `scale(${fit.scale})`, transformOrigin: 'top left' } : undefined
          }
        >
          {children}
        </div>
      </div>
    </div>
  )
}
