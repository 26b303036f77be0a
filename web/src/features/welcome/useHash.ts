import { useEffect, useState } from 'react'
import { useLocation } from 'react-router'

/**
 * What stands after the `#` of the address, a key or a token, which no server's log ever sees. It is taken out of
 * the address at once, so that nobody finds it by going back.
 */
export function useHash(): string {
  const { hash } = useLocation()
  const [value] = useState(() => decodeURIComponent(hash.slice(1)))
  useEffect(() => {
    if (window.location.hash) window.history.replaceState(window.history.state, '', window.location.pathname)
  }, [])
  return value
}
