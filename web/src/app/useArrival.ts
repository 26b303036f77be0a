import { type RefObject, useEffect, useRef } from 'react'
import { useLocation } from 'react-router'

/** Whether the address leads to a part of the page by its name; it is then brought into sight. */
export function useArrival<T extends HTMLElement>(
  name: string,
): { here: boolean; place: RefObject<T | null> } {
  const { hash, key } = useLocation()
  const place = useRef<T>(null)
  const here = hash === `#${name}`
  // biome-ignore lint/correctness/useExhaustiveDependencies: who comes again by the same address is brought there again
  useEffect(() => (here ? keepInSight(place) : undefined), [here, key])
  return { here, place }
}

/** What comes to a page after it was opened has come by then, in milliseconds. */
const REST = 3_000
const BY_HAND = ['wheel', 'touchstart', 'keydown', 'pointerdown'] as const

/** Brings a part of the page into sight, again when what stands above it grows, until the reader moves the page. */
function keepInSight(place: RefObject<HTMLElement | null>): () => void {
  const show = () => place.current?.scrollIntoView()
  const watch = new ResizeObserver(show)
  const end = () => {
    watch.disconnect()
    clearTimeout(timer)
    for (const event of BY_HAND) window.removeEventListener(event, end)
  }
  const timer = setTimeout(end, REST)
  for (const event of BY_HAND) window.addEventListener(event, end, { passive: true })
  show()
  const sheet = document.getElementById('page')?.firstElementChild
  if (sheet) watch.observe(sheet)
  return end
}
