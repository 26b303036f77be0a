import { useEffect } from 'react'
import { beforeLeaving } from './session.js'

type Autosave = { readonly begin: () => void; readonly flush: () => Promise<void> }

/**
 * Lets an autosave work while its page is open: it begins, sends at once when the network is back or the page goes away,
 * and before its person signs out.
 */
export function useAutosave(autosave: Autosave): void {
  useEffect(() => {
    const stay = beforeLeaving(() => autosave.flush())
    autosave.begin()
    const send = () => void autosave.flush()
    window.addEventListener('pagehide', send)
    window.addEventListener('online', send)
    return () => {
      window.removeEventListener('pagehide', send)
      window.removeEventListener('online', send)
      stay()
      void autosave.flush()
    }
  }, [autosave])
}
