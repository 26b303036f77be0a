import { Suspense, useState } from 'react'
import { say } from '../words/say.js'
import { when } from '../words/times.js'
import { part } from './part.js'
import { useNow } from './session.js'

const MoveClock = part(() => import('./MoveClock.js'))

/** The clock of the demo, which can be moved to see how the school looks at another time. */
export default function DemoClock() {
  const time = useNow()
  const [open, setOpen] = useState(false)
  return (
    <details className="mb-2 text-xs" onToggle={event => setOpen(event.currentTarget.open)}>
      <summary className="rounded px-1 py-0.5 text-soft hover:bg-linen-deep">
        {say('clock_demo')} · <span className="tabular-nums">{when(time.now, time)}</span>
      </summary>
      {open && (
        <Suspense fallback={null}>
          <MoveClock />
        </Suspense>
      )}
    </details>
  )
}
