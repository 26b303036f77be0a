import { type ComponentProps, Suspense } from 'react'
import { part } from '../app/part.js'
import { Waiting } from './Feedback.js'

const Editor = part(() => import('./editor/Editor.js'), ['classroom'])

/** The editor, fetched only where somebody writes. */
export function LazyEditor(props: ComponentProps<typeof Editor>) {
  return (
    <Suspense fallback={<Waiting />}>
      <Editor {...props} />
    </Suspense>
  )
}
