import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** What every first page may ask for: the only routes that the first script carries. */
export const everydayRoutes = {
  me: route<Shapes['me']>()('GET', '/api/me', 'account.self'),
  seeToday: route<Shapes['seeToday']>()('GET', '/api/today', 'account.self'),
  signOut: route<Shapes['signOut']>()('POST', '/api/sign-out', 'open'),
  markRead: route<Shapes['markRead']>()('POST', '/api/read-markers', 'account.self'),
  seePicture: route<Shapes['seePicture']>()('GET', '/api/account/picture', 'account.self', {
    carries: 'bytes',
  }),
}
