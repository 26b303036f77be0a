export type { AboutPage, ClassFile, ClassLink, ClassPage, MembersPage, PageForm } from './features/about.js'
export type { AccountPage, Me, Tie } from './features/accounts.js'
export type { Answer, AnswersPage } from './features/answers.js'
export type { AuditLogPage } from './features/auditLog.js'
export type { DaysPage, Deadline, Entry, Feed } from './features/calendar.js'
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
export type { DigestPage, MailChoices } from './features/digest.js'
export type { FormPage, FormResults } from './features/form.js'
export type {
  DoorPage,
  FoundCode,
  JoinRequestStatus,
  KeyHolder,
  OpenDoor,
  TabletPage,
  WelcomePage,
} from './features/joining.js'
export type { Correspondent, CorrespondentsPage, LetterForm, LetterPage } from './features/letters.js'
export type { LiveEvent } from './features/live.js'
export type { OutboxPage } from './features/mail.js'
export type {
  BookCell,
  BookWork,
  ClassRules,
  DraftMark,
  MarkBookPage,
  RefusedCell,
} from './features/markBook.js'
export { MOST_CELLS } from './features/markBook.js'
export type { DeskPage, MarkDraft, MarkingPage, Phrase, Seen } from './features/marking.js'
export type { NewsChoicesPage, NewsPage, PushSubscriptionForm } from './features/news.js'
export type { FluencyPage, OwnWord, ReadingMark } from './features/passage.js'
export type { KeptPage, KeptWork, PortfolioPage, SharedLink, SharedPage } from './features/portfolio.js'
export type { ProgressOverview, ProgressPage } from './features/progress.js'
export type { AskedInQuiz, QuizPage, QuizResult, QuizResults } from './features/quiz.js'
export type { ReadingBeginning } from './features/readingHelp.js'
export type { ReportJob, ReportsPage } from './features/reports.js'
export type {
  PersonLine,
  PersonPage,
  Pinned,
  SchoolAuditLogPage,
  SchoolPage,
  StoragePage,
  TeacherLine,
} from './features/school.js'
export type { Found, SearchPage } from './features/search.js'
export type {
  DraftVersion,
  FileSpace,
  MoveLine,
  Note,
  OutcomePage,
  SubmissionFile,
  SubmissionPage,
} from './features/submissions.js'
export type {
  ConversationPage,
  MentionablePage,
  Message,
  NodPage,
  Notice,
  NoticeForm,
  NoticeLink,
  RoomForm,
  RoomPage,
  SeenPage,
  TalkFile,
  TalkPage,
} from './features/talk.js'
export type {
  CalendarFile,
  CalendarForm,
  CalendarPage,
  FoundTimetable,
  GroupTimes,
  MovedTime,
  TimetableForm,
  TimetablePage,
} from './features/timing.js'
export type { TodayClass, TodayLesson, TodayPage, TodaySubmission } from './features/today.js'
export type { VideoPage, WatchedBatch, WatchingPage } from './features/watching.js'
export type { CarryOverPage, WeekCard, WeekLesson, WeekPage } from './features/week.js'
export type { WordList, WordOfList } from './features/wordList.js'
export type { OwnWorkPage, TopicsPage, WorkForm, WorkPage, WorkTrial } from './features/work.js'
export type { Material, WorkLine } from './features/workParts.js'
export type { InkVersion, Sheet, WorksheetPage } from './features/worksheets.js'
export type { FormDetails } from './kinds/form/index.js'
export type { Details } from './kinds/index.js'
export type { Question } from './kinds/question/index.js'
export type { QuizDetails } from './kinds/quiz/index.js'
export type { ReadingDetails } from './kinds/reading/index.js'
export type { VideoDetails } from './kinds/video/index.js'
export { PAGE_STATE, type PageState, type ReadOf } from './page.js'
export { everydayRoutes } from './routes/everyday.js'
export { type RouteName, routes } from './routes.js'
export { SCREENS, type ScreenPlace, screenAt } from './screens.js'
export * from './wire/auditLog.js'
export { EMPTY_WORK } from './wire/emptyWork.js'
export * from './wire/errors.js'
export * from './wire/files.js'
export { FOUND_KINDS } from './wire/found.js'
export * from './wire/route.js'
