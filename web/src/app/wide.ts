import { useSyncExternalStore } from 'react'
import { renderedAs } from './pageState.js'

const query = import.meta.env.SSR ? undefined : window.matchMedia('(width >= 48rem)')

const listen = (changed: () => void) => {
  query?.addEventListener('change', changed)
  return () => query?.removeEventListener('change', changed)
}

const isWide = () => query?.matches ?? true
/** The server cannot know: what it took the page for holds until the page has taken over its HTML. */
const wasRenderedWide = () => renderedAs()?.wide ?? isWide()

/** Whether a page begins with bars above and below the sheet: here, or where the server rendered it. */
export const beginsNarrow = (): boolean => !(isWide() && wasRenderedWide())

/** Whether there is room for columns side by side. */
export const useWide = (): boolean => useSyncExternalStore(listen, isWide, wasRenderedWide)
