import { useEffect, useEffectEvent } from 'react'
import { isWriting } from '../../app/isWriting.js'

/** What single letters do while nobody is writing. */
export function useMarkingKeys(keys: Readonly<Record<string, () => void>>): void {
  // what a key does is that of the page in sight, also for one that is pressed the moment it is shown
  const press = useEffectEvent((event: KeyboardEvent) => {
    if (isWriting(event.target) || event.ctrlKey || event.metaKey || event.altKey) return
    const run = keys[event.key.toLowerCase()]
    if (!run) return
    event.preventDefault()
    run()
  })
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => press(event)
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
