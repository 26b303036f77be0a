export type { AccountPage, Me, Tie } from './features/accounts.js'
export type { CirclePage } from './features/circles.js'
export type {
  ClassSettings,
  Invited,
  PlaceBody,
  PupilKey,
  RegisterPage,
  RegisterPlace,
  SettingsBody,
} from './features/classes.js'
export type {
  DoorPage,
  KeyHolder,
  Knocked,
  OpenDoor,
  TabletPage,
  Waited,
  WelcomePage,
} from './features/joining.js'
export type { LiveEvent } from './features/live.js'
export type { OutboxPage } from './features/mail.js'
export type { MarkingPage } from './features/marking.js'
export type { ProgressOverview, ProgressPage } from './features/progress.js'
export type { RecordPage } from './features/record.js'
export type { TalkPage } from './features/talk.js'
export type { TodayClass, TodayPage, TodayPiece } from './features/today.js'
export type {
  MoveLine,
  Note,
  OutcomePage,
  OwnWorkPage,
  PieceFile,
  PiecePage,
  TopicsPage,
  WorkForm,
  WorkLine,
} from './features/work.js'
export { type RouteName, routes } from './routes.js'
export * from './wire/errors.js'
export { FILE_LIMITS } from './wire/files.js'
export * from './wire/record.js'
export * from './wire/route.js'
