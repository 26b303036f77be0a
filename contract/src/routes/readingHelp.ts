import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** What makes text easier to read. What somebody chose is their own: nobody else asks for it. */
export const readingHelpRoutes = {
  saveReadingSettings: route<Shapes['saveReadingSettings']>()('PUT', '/api/account/reading', 'account.self'),
  seeReadingBeginning: route<Shapes['seeReadingBeginning']>()(
    'GET',
    '/api/classes/:classId/places/:placeId/reading',
    'register.see',
  ),
  setReadingBeginning: route<Shapes['setReadingBeginning']>()(
    'PUT',
    '/api/classes/:classId/places/:placeId/reading',
    'register.change',
  ),
  seeReadingShown: route<Shapes['seeReadingShown']>()('GET', '/api/account/reading/children', 'account.self'),
  setReadingShown: route<Shapes['setReadingShown']>()(
    'PUT',
    '/api/classes/:classId/places/:placeId/reading/shown',
    'readingHelp.show',
  ),
}
