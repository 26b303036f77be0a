import { useEffect, useEffectEvent } from 'react'
import { isWriting } from '../../../app/isWriting.js'

/** What has keys of its own, which a player leaves to it. */
const OWN_KEYS = 'button, a, select, summary, [role=slider], [role=radiogroup], [contenteditable]'

/** Keys of a player by their names in small letters, wherever on its page the focus is, unless what has it needs them itself. */
export function usePlayerKeys(
  video: HTMLVideoElement | null,
  keys: Readonly<Record<string, () => void>>,
): void {
  const press = useEffectEvent((event: KeyboardEvent) => {
    const run = keys[event.key.toLowerCase()]
    if (!run || event.defaultPrevented || isWriting(event.target)) return
    if (event.ctrlKey || event.metaKey || event.altKey) return
    // a window laid over the page keeps its keys to what is in it
    const dialog = document.querySelector('[role=dialog]')
    if (dialog && !dialog.contains(video)) return
    const target = event.target as HTMLElement
    // letters press no button, space and arrows may
    if (event.key.length === 1 && event.key !== ' ' ? false : target.closest?.(OWN_KEYS)) return
    event.preventDefault()
    run()
  })
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => press(event)
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
