import type { Shapes } from '../shapes.js'
import { route } from '../wire/route.js'

const WORK = '/api/classes/:classId/works/:workId'
const VIDEO = `${WORK}/submissions/:placeId/video` as const

/** What is watched of videos, by whom. */
export const watchingRoutes = {
  seeVideo: route<Shapes['seeVideo']>()('GET', VIDEO, 'submission.see'),
  /** What was played since the last batch of the same viewing; sent twice it counts once. */
  saveWatched: route<Shapes['saveWatched']>()('PUT', `${VIDEO}/watched/:viewingId`, 'submission.write'),
  seeWatching: route<Shapes['seeWatching']>()('GET', `${WORK}/watching`, 'marking.see'),
}
