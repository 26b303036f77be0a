import { Suspense, startTransition, useCallback, useEffect, useState, useSyncExternalStore } from 'react'
import { useNavigate } from 'react-router'
import { isWriting } from './isWriting.js'
import type { Shortcut } from './KeyList.js'
import { part } from './part.js'
import { numberedOf } from './places.js'
import { useMe } from './session.js'

export type { Shortcut }

const Palette = part(() => import('./Palette.js'), ['finding', 'school'])
const KeyList = part(() => import('./KeyList.js'))

const NONE: readonly Shortcut[] = []
let ofScreen = NONE
const listeners = new Set<() => void>()
const changed = () => {
  for (const listener of listeners) listener()
}

/** Lists the keys of a screen under `?` while it is shown. */
export function useShortcutList(shortcuts: readonly Shortcut[]): void {
  useEffect(() => {
    ofScreen = shortcuts
    changed()
    return () => {
      ofScreen = []
      changed()
    }
  }, [shortcuts])
}

const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

const EVERYWHERE: readonly Shortcut[] = [
  { keys: '1 … 9', does: 'shortcut_class' },
  { keys: '0', does: 'shortcut_today' },
  { keys: 'Ctrl K', does: 'shortcut_find' },
  { keys: 'Alt R', does: 'reading_help' },
  { keys: '?', does: 'shortcut_help' },
]

const OPEN_PALETTE = 'oppen:palette'
export const openPalette = (): void => void window.dispatchEvent(new Event(OPEN_PALETTE))

/** Where a digit leads, on every screen: 1 to 9 to a class or child, 0 to Today. */
function useDigits(): void {
  const me = useMe()
  const navigate = useNavigate()
  useEffect(() => {
    const homes = ['/today', ...numberedOf(me)]
    const onKey = (event: KeyboardEvent) => {
      // a digit that a table took as a mark leads nowhere
      if (event.defaultPrevented || isWriting(event.target)) return
      if (event.ctrlKey || event.metaKey || event.altKey) return
      const to = /^\d$/.test(event.key) ? homes[Number(event.key)] : undefined
      // a window laid over the page keeps its keys to itself
      if (to && !document.querySelector('[role=dialog]')) navigate(to)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [me, navigate])
}

/** Ctrl K, ? and the digits, on every screen. */
export function Keys() {
  const [palette, show] = useState(false)
  // the key is answered at once, the window comes as soon as it is made
  const setPalette = useCallback((open: boolean) => startTransition(() => show(open)), [])
  const [list, setList] = useState(false)
  const shortcuts = useSyncExternalStore(
    subscribe,
    () => ofScreen,
    () => NONE,
  )
  useDigits()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
        event.preventDefault()
        setPalette(true)
      }
      if (event.key === '?' && !isWriting(event.target)) setList(true)
    }
    const onOpen = () => setPalette(true)
    window.addEventListener('keydown', onKey)
    window.addEventListener(OPEN_PALETTE, onOpen)
    return () => {
      window.removeEventListener('keydown', onKey)
      window.removeEventListener(OPEN_PALETTE, onOpen)
    }
  }, [setPalette])
  return (
    <>
      {palette && (
        <Suspense fallback={null}>
          <Palette onClose={() => setPalette(false)} />
        </Suspense>
      )}
      {list && (
        <Suspense fallback={null}>
          <KeyList shortcuts={[...shortcuts, ...EVERYWHERE]} onClose={() => setList(false)} />
        </Suspense>
      )}
    </>
  )
}
