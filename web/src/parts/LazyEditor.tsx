import { type ComponentProps, Suspense, useDeferredValue } from 'react'
import { part } from '../app/part.js'
import { Waiting } from './Feedback.js'

const Editor = part(() => import('./editor/Editor.js'), ['classroom'])

/** The editor, fetched only where somebody writes. What stands around it is shown first: it takes longest to begin. */
export function LazyEditor(props: ComponentProps<typeof Editor>) {
  const begins = useDeferredValue(true, false)
  return (
    <Suspense fallback={<Room {...props} />}>{begins ? <Editor {...props} /> : <Room {...props} />}</Suspense>
  )
}

/** As high as the editor will be: nothing below it moves away from under a finger when it comes. */
const Room = ({ roomy, small }: ComponentProps<typeof Editor>) => (
  <div className={roomy ? 'min-h-90 max-md:min-h-78' : small ? 'min-h-30' : 'min-h-43'}>
    <Waiting />
  </div>
)
