import { useSyncExternalStore } from 'react'

const query = window.matchMedia('(width >= 48rem)')

const listen = (changed: () => void) => {
  query.addEventListener('change', changed)
  return () => query.removeEventListener('change', changed)
}

/** Whether there is room for columns side by side. */
export const useWide = (): boolean => useSyncExternalStore(listen, () => query.matches)
