import { useEffect } from 'react'
import { useLocation } from 'react-router'

/** Marks the link that was pressed until what it leads to is shown: a screen that comes for the first time takes a while. */
export function usePressedLink(): void {
  const shown = useLocation()
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was pressed is there once another place is shown
  useEffect(() => {
    for (const link of document.querySelectorAll<HTMLElement>('a[data-pressed]')) delete link.dataset.pressed
  }, [shown])
  useEffect(() => {
    const onClick = ({ target, defaultPrevented }: MouseEvent) => {
      const link = target instanceof Element && target.closest('a')
      // the router was here before: it goes there instead of the browser
      if (link && defaultPrevented && link.href === window.location.href) link.dataset.pressed = ''
    }
    document.addEventListener('click', onClick)
    return () => document.removeEventListener('click', onClick)
  }, [])
}
