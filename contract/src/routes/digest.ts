import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** The week in short, and what is sent by mail. */
export const digestRoutes = {
  seeDigest: route<Shapes['seeDigest']>()('GET', '/api/classes/:classId/digest/:placeId', 'outcome.see'),
  seeMailChoices: route<Shapes['seeMailChoices']>()('GET', '/api/mail-choices', 'account.change'),
  setMailChoices: route<Shapes['setMailChoices']>()('PUT', '/api/mail-choices', 'account.change'),
}
