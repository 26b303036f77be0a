import { Suspense } from 'react'
import { Disclosure } from '../parts/Disclosure.js'
import { say } from '../words/say.js'
import { when } from '../words/times.js'
import { part } from './part.js'
import { useNow } from './session.js'

const MoveClock = part(() => import('./MoveClock.js'))

/** The clock of the demo, which can be moved to see how the school looks at another time. */
export default function DemoClock() {
  const time = useNow()
  return (
    <Disclosure
      look="small"
      className="mb-2"
      title={
        <>
          {say('clock_demo')} · <span className="tabular-nums">{when(time.now, time)}</span>
        </>
      }
    >
      <Suspense fallback={null}>
        <MoveClock />
      </Suspense>
    </Disclosure>
  )
}
