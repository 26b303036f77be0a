import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useEffectEvent } from 'react'

/** How soon what hears is fetched again where it could not be, in milliseconds. */
const AGAIN = 5_000

/**
 * Keeps what the screens show true (`openLive`), from when the screen is there: what hears is fetched after it. Nothing is heard
 * before it is known how far everything had been told (`since`).
 */
export function useLive(since: string | undefined): void {
  const client = useQueryClient()
  const position = useEffectEvent(() => since ?? '')
  const known = since !== undefined
  useEffect(() => {
    if (!known) return
    let stop: (() => void) | undefined
    let timer: ReturnType<typeof setTimeout> | undefined
    let over = false
    const begin = () =>
      import('./live.js')
        .then(({ openLive }) => {
          if (!over) stop = openLive(client, position())
        })
        .catch(() => {
          if (!over) timer = setTimeout(begin, AGAIN)
        })
    void begin()
    return () => {
      over = true
      clearTimeout(timer)
      stop?.()
    }
  }, [client, known])
}
