import { type ComponentProps, lazy, Suspense } from 'react'
import { Waiting } from './Feedback.js'

const Editor = lazy(() => import('./editor/Editor.js'))

/** The editor, fetched only where somebody writes. */
export function LazyEditor(props: ComponentProps<typeof Editor>) {
  return (
    <Suspense fallback={<Waiting />}>
      <Editor {...props} />
    </Suspense>
  )
}
