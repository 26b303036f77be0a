import { useEffect } from 'react'
import { beforeLeaving } from './session.js'

type Keeper = { readonly begin: () => void; readonly flush: () => Promise<void> }

/**
 * Lets a keeper work while its page is open: it begins, sends at once when the network is back or the page goes away,
 * and before its person signs out.
 */
export function useKeeping(keeper: Keeper): void {
  useEffect(() => {
    const stay = beforeLeaving(() => keeper.flush())
    keeper.begin()
    const send = () => void keeper.flush()
    window.addEventListener('pagehide', send)
    window.addEventListener('online', send)
    return () => {
      window.removeEventListener('pagehide', send)
      window.removeEventListener('online', send)
      stay()
      void keeper.flush()
    }
  }, [keeper])
}
