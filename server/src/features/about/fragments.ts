import { jsonArray, jsonObject } from '../../db/index.js'

/** The links of class `c`, one press away; the week shows them too. */
export const LINKS = jsonArray(
  jsonObject({ title: 'k.title', url: 'k.url' }),
  'from class_links k where k.class_id = c.id order by k.position',
)
