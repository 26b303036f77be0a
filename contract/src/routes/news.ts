import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

/** What is new, and how somebody hears of it. */
export const newsRoutes = {
  seeNews: route<Shapes['seeNews']>()('GET', '/api/news', 'account.self'),
  readAllNews: route<Shapes['readAllNews']>()('POST', '/api/news/read', 'account.self'),
  seeNewsChoices: route<Shapes['seeNewsChoices']>()('GET', '/api/news/choices', 'account.change'),
  setNewsChoices: route<Shapes['setNewsChoices']>()('PUT', '/api/news/choices', 'account.change'),
  addPushDevice: route<Shapes['addPushDevice']>()('PUT', '/api/news/device', 'account.change'),
  removePushDevice: route<Shapes['removePushDevice']>()('DELETE', '/api/news/device', 'account.change'),
}
