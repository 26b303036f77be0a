import { type ComponentProps, Suspense } from 'react'
import { part } from '../../app/part.js'
import { Waiting } from '../Feedback.js'
import type { MomentField } from './DateFields.js'

const Field = part(() => import('./DateFields.js').then(one => ({ default: one.MomentField })))

/** A day and a time, for where few need them: what reads and writes them comes when it is shown. */
export const LazyMomentField = (props: ComponentProps<typeof MomentField>) => (
  <Suspense fallback={<Waiting />}>
    <Field {...props} />
  </Suspense>
)
