import { type ComponentProps, Suspense, useDeferredValue } from 'react'
import { part } from '../app/part.js'
import { Waiting } from './Feedback.js'

const Editor = part(() => import('./editor/Editor.js'), ['classroom'])

/** The editor, fetched only where somebody writes. */
export function LazyEditor(props: ComponentProps<typeof Editor>) {
  return (
    <Suspense fallback={<Room {...props} />}>
      <Editor {...props} />
    </Suspense>
  )
}

type LateProps = ComponentProps<typeof Editor> & {
  /** Another text begins with each. */
  readonly edition: number
}

/** The same beside something else that is read first: that is shown, and answers, before the editor begins. */
export function LateEditor({ edition, ...props }: LateProps) {
  const begins = useDeferredValue(true, false)
  return begins ? <LazyEditor key={edition} {...props} /> : <Room {...props} />
}

/** As high as the editor will be: nothing below it moves away from under a finger when it comes. */
const Room = ({ roomy, small }: ComponentProps<typeof Editor>) => (
  <div className={roomy ? 'min-h-90 max-md:min-h-78' : small ? 'min-h-30' : 'min-h-43'}>
    <Waiting />
  </div>
)
