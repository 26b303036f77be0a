import { accountRoutes } from './features/accounts.js'
import { classRoutes } from './features/classes.js'
import { joiningRoutes } from './features/joining.js'
import { liveRoutes } from './features/live.js'
import { markingRoutes } from './features/marking.js'
import { progressRoutes } from './features/progress.js'
import { talkRoutes } from './features/talk.js'
import { todayRoutes } from './features/today.js'
import { workRoutes } from './features/work.js'

/** Every route of Oppen, by name. */
export const routes = {
  ...accountRoutes,
  ...joiningRoutes,
  ...classRoutes,
  ...workRoutes,
  ...markingRoutes,
  ...talkRoutes,
  ...todayRoutes,
  ...progressRoutes,
  ...liveRoutes,
}

export type RouteName = keyof typeof routes

export type { Me, Tie } from './features/accounts.js'
export type { RegisterPage } from './features/classes.js'
export type { DoorPage, OpenDoor } from './features/joining.js'
export type { LiveEvent } from './features/live.js'
export type { MarkingPage } from './features/marking.js'
export type { ProgressOverview, ProgressPage } from './features/progress.js'
export type { TalkPage } from './features/talk.js'
export type { TodayClass, TodayPage, TodayPiece } from './features/today.js'
export type {
  MoveLine,
  Note,
  OutcomePage,
  PieceFile,
  PiecePage,
  TopicsPage,
  WorkForm,
  WorkLine,
} from './features/work.js'
export * from './wire/errors.js'
export { FILE_LIMITS } from './wire/files.js'
export * from './wire/route.js'
