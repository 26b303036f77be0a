import { type ComponentProps, Suspense } from 'react'
import { part } from '../../app/part.js'
import { Waiting } from '../Feedback.js'
import type { DayField } from './DateFields.js'

const Field = part(() => import('./DateFields.js').then(one => ({ default: one.DayField })))

/** A day, for where few need it: what reads and writes it comes when it is shown. */
export const LazyDayField = (props: ComponentProps<typeof DayField>) => (
  <Suspense fallback={<Waiting />}>
    <Field {...props} />
  </Suspense>
)
