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
  useEffect(() => {
    if (here) place.current?.scrollIntoView()
  }, [here, key])
  return { here, place }
}
