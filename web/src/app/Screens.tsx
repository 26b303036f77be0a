import { SCREENS, type ScreenPlace } from '@oppen/contract'
import { Suspense } from 'react'
import { type RouteObject, useRoutes } from 'react-router'
import { Waiting } from '../parts/Feedback.js'
import { Fault, FaultBoundary } from './Fault.js'
import { Shell } from './Shell.js'
import { screenOf } from './screenFiles.js'

function ScreenAt({ place }: { readonly place: ScreenPlace }) {
  const { Screen } = screenOf(place)
  return <Screen />
}

const route = (place: ScreenPlace): RouteObject => ({
  path: place.path,
  element: (
    <FaultBoundary page={place.outside ?? false}>
      <ScreenAt place={place} />
    </FaultBoundary>
  ),
})

const places: readonly ScreenPlace[] = SCREENS
const routes: RouteObject[] = [
  ...places.filter(one => one.outside).map(route),
  {
    element: (
      <FaultBoundary page>
        <Shell />
      </FaultBoundary>
    ),
    children: [...places.filter(one => !one.outside).map(route), { path: '*', element: <Fault /> }],
  },
]

/** The screen at the address. */
export function Screens() {
  return <Suspense fallback={<Waiting />}>{useRoutes(routes)}</Suspense>
}
