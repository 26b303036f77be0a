import { type ScreenPlace, screenAt } from '@oppen/contract'
import { Suspense } from 'react'
import { type RouteObject, useLocation, useRoutes } from 'react-router'
import { Waiting } from '../parts/Feedback.js'
import { Fault, FaultBoundary } from './Fault.js'
import { Shell } from './Shell.js'
import { screenOf } from './screenFiles.js'

function ScreenAt({ place }: { readonly place: ScreenPlace }) {
  const { Screen } = screenOf(place)
  return <Screen />
}

const shell = (
  <FaultBoundary page>
    <Shell />
  </FaultBoundary>
)
const nowhere: RouteObject[] = [{ element: shell, children: [{ path: '*', element: <Fault /> }] }]

function routesOf(place: ScreenPlace): RouteObject[] {
  const screen = {
    path: place.path,
    element: (
      <FaultBoundary page={place.outside ?? false}>
        <ScreenAt place={place} />
      </FaultBoundary>
    ),
  }
  return place.outside ? [screen] : [{ element: shell, children: [screen] }]
}

/** The screen at the address. The list of all says which it is, so that the router has one to read and not fifty. */
export function Screens() {
  const { pathname } = useLocation()
  const place = screenAt(pathname)?.screen
  return <Suspense fallback={<Waiting />}>{useRoutes(place ? routesOf(place) : nowhere)}</Suspense>
}
