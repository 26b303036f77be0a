import type { RouteName } from './routes.js'

/** A screen of the web application: where it stands, which file shows it, and what it needs before it shows anything. */
export type ScreenPlace = {
  /** Its address, as the router reads it: `:name` is a part of its own, `:name?` one that may be absent. */
  readonly path: string
  /** The file below `web/src/features`, without its ending. */
  readonly file: string
  /** The files of wording that it says something from, besides those of every screen. */
  readonly words: readonly string[]
  /** It stands without the frame of somebody who is signed in. */
  readonly outside?: true
  /** What it reads first whoever looks at it: a route that takes no more than the address has. */
  readonly reads?: RouteName
}

/**
 * Every screen. The router is made of it, and the server tells a browser with the page itself what the screen in the
 * address will ask for. The first that fits an address is meant.
 */
export const SCREENS = [
  { path: '/', file: 'welcome/WelcomeScreen', words: ['joining'], outside: true },
  { path: '/come/:code', file: 'joining/FindNameScreen', words: ['joining'], outside: true },
  { path: '/key', file: 'joining/KeyScreen', words: ['joining'], outside: true },
  { path: '/invitation', file: 'joining/InvitationScreen', words: ['joining'], outside: true },
  { path: '/confirm', file: 'welcome/ConfirmScreen', words: ['joining'], outside: true },
  { path: '/reset', file: 'welcome/ResetScreen', words: ['joining'], outside: true },
  { path: '/begin', file: 'school/BeginScreen', words: ['joining', 'school'], outside: true },
  { path: '/tablet', file: 'joining/TabletScreen', words: ['joining'], outside: true },
  {
    path: '/shared/:linkKey',
    file: 'portfolio/SharedScreen',
    words: ['doing', 'joining', 'portfolio'],
    outside: true,
  },
  { path: '/c/:classId/door', file: 'joining/DoorScreen', words: ['joining'], outside: true },
  { path: '/today', file: 'today/TodayScreen', words: [], reads: 'seeToday' },
  { path: '/new', file: 'news/NewsScreen', words: ['news'], reads: 'seeNews' },
  { path: '/calendar/:view?/:date?', file: 'calendar/CalendarScreen', words: ['calendar'] },
  { path: '/account', file: 'account/AccountScreen', words: ['people', 'news'], reads: 'seeAccount' },
  { path: '/classes', file: 'home/ClassesScreen', words: ['people'] },
  { path: '/outbox', file: 'mail/OutboxScreen', words: ['settings'], reads: 'seeOutbox' },
  { path: '/circles/new', file: 'circles/NewCircleScreen', words: ['people'] },
  {
    path: '/circles/:circleId',
    file: 'circles/CircleScreen',
    words: ['people', 'talk'],
    reads: 'seeCircle',
  },
  {
    path: '/circles/:circleId/audit-log',
    file: 'circles/CircleAuditLogScreen',
    words: ['people', 'settings'],
    reads: 'seeCircleAuditLog',
  },
  {
    path: '/circles/:circleId/talk/letters/new',
    file: 'talk/NewLetterScreen',
    words: ['talk'],
    reads: 'seeCorrespondents',
  },
  {
    path: '/circles/:circleId/talk/letters/:conversationId',
    file: 'talk/LetterScreen',
    words: ['talk'],
    reads: 'seeLetter',
  },
  { path: '/circles/:circleId/talk/nod', file: 'talk/NodScreen', words: ['talk'], reads: 'seeNod' },
  {
    path: '/circles/:circleId/talk/:conversationId',
    file: 'talk/RoomScreen',
    words: ['classroom', 'talk'],
    reads: 'seeRoom',
  },
  { path: '/c/:classId/about', file: 'about/AboutScreen', words: ['about'], reads: 'seeAbout' },
  { path: '/child/:child/about', file: 'about/ChildAboutScreen', words: ['about'] },
  {
    path: '/c/:classId/settings',
    file: 'settings/SettingsScreen',
    words: ['markBook', 'planning', 'register', 'settings', 'talk'],
    reads: 'seeSettings',
  },
  {
    path: '/c/:classId/timetable',
    file: 'timing/TimetableScreen',
    words: ['planning', 'week'],
    reads: 'seeTimetable',
  },
  {
    path: '/school-year',
    file: 'timing/SchoolYearScreen',
    words: ['planning', 'week'],
    reads: 'seeCalendar',
  },
  { path: '/school', file: 'school/SchoolScreen', words: ['school'], reads: 'seeSchool' },
  { path: '/school/teachers', file: 'school/TeachersScreen', words: ['school'], reads: 'seeTeachers' },
  { path: '/school/people', file: 'school/PeopleScreen', words: ['school'] },
  { path: '/school/people/:personId', file: 'school/PersonScreen', words: ['school'] },
  {
    path: '/school/settings',
    file: 'school/SettingsScreen',
    words: ['school', 'settings'],
    reads: 'seeSchool',
  },
  { path: '/school/storage', file: 'school/StorageScreen', words: ['school'], reads: 'seeStorage' },
  { path: '/school/audit-log', file: 'school/SchoolAuditLogScreen', words: ['school', 'settings'] },
  { path: '/room/:room', file: 'timing/RoomScreen', words: ['planning'] },
  {
    path: '/c/:classId/audit-log',
    file: 'auditLog/AuditLogScreen',
    words: ['settings'],
    reads: 'seeAuditLog',
  },
  {
    path: '/c/:classId/own-work/:placeId',
    file: 'work/OwnWorkScreen',
    words: ['people'],
    reads: 'seeOwnWork',
  },
  { path: '/classes/new', file: 'register/NewClassScreen', words: ['register'] },
  {
    path: '/c/:classId/week/:week?',
    file: 'week/WeekScreen',
    words: ['classroom', 'week'],
    reads: 'seeWeek',
  },
  { path: '/child/:child/week/:week?', file: 'week/ChildWeekScreen', words: ['classroom', 'week'] },
  {
    path: '/c/:classId/topics',
    file: 'topics/TopicsScreen',
    words: ['classroom', 'week'],
    reads: 'seeTopics',
  },
  {
    path: '/c/:classId/post/:workId?',
    file: 'posting/PostScreen',
    words: ['answers', 'classroom', 'doing', 'planning', 'week', 'worksheets'],
  },
  { path: '/c/:classId/talk', file: 'talk/TalkScreen', words: ['classroom', 'talk'], reads: 'seeTalk' },
  {
    path: '/c/:classId/talk/letters/new',
    file: 'talk/NewLetterScreen',
    words: ['talk'],
    reads: 'seeCorrespondents',
  },
  {
    path: '/c/:classId/talk/letters/:conversationId',
    file: 'talk/LetterScreen',
    words: ['talk'],
    reads: 'seeLetter',
  },
  {
    path: '/c/:classId/talk/nod',
    file: 'talk/NodScreen',
    words: ['talk'],
    reads: 'seeNod',
  },
  {
    path: '/c/:classId/talk/:conversationId',
    file: 'talk/RoomScreen',
    words: ['classroom', 'talk'],
    reads: 'seeRoom',
  },
  {
    path: '/c/:classId/mark-book',
    file: 'markBook/MarkBookScreen',
    words: ['classroom', 'markBook', 'planning'],
    reads: 'seeMarkBook',
  },
  {
    path: '/c/:classId/progress',
    file: 'progress/OverviewScreen',
    words: ['classroom', 'markBook'],
  },
  {
    path: '/c/:classId/progress/:placeId',
    file: 'progress/ProgressScreen',
    words: ['classroom', 'markBook'],
    reads: 'seeProgress',
  },
  {
    path: '/c/:classId/register',
    file: 'register/RegisterScreen',
    words: ['register'],
    reads: 'seeRegister',
  },
  {
    path: '/c/:classId/work/:workId',
    file: 'work/WorkScreen',
    words: ['answers', 'classroom', 'doing', 'talk', 'week', 'worksheets'],
  },
  {
    path: '/c/:classId/work/:workId/answers',
    file: 'kinds/question/AnswersScreen',
    words: ['answers', 'doing'],
    reads: 'seeAnswers',
  },
  {
    path: '/c/:classId/work/:workId/form',
    file: 'kinds/form/FormResultsScreen',
    words: ['quiz', 'results'],
    reads: 'seeFormResults',
  },
  {
    path: '/c/:classId/work/:workId/watching',
    file: 'kinds/video/WatchingScreen',
    words: ['answers', 'results', 'video'],
    reads: 'seeWatching',
  },
  {
    path: '/c/:classId/work/:workId/results',
    file: 'kinds/quiz/ResultsScreen',
    words: ['classroom', 'quiz', 'reading', 'results'],
    reads: 'seeQuizResults',
  },
  {
    path: '/c/:classId/work/:workId/outcome/:placeId',
    file: 'work/OutcomeScreen',
    words: ['classroom', 'doing', 'week'],
    reads: 'seeOutcome',
  },
  {
    path: '/c/:classId/work/:workId/marking/:placeId?',
    file: 'marking/MarkingScreen',
    words: ['answers', 'classroom', 'desk', 'doing', 'talk', 'verdict', 'worksheets'],
    reads: 'seeMarking',
  },
  {
    path: '/c/:classId/marking/:placeId/:workId?',
    file: 'marking/PupilDeskScreen',
    words: ['classroom', 'desk', 'doing', 'talk', 'verdict', 'worksheets'],
    reads: 'seeProgress',
  },
  {
    path: '/c/:classId/portfolio/:placeId',
    file: 'portfolio/PortfolioScreen',
    words: ['portfolio'],
    reads: 'seePortfolio',
  },
  {
    path: '/c/:classId/portfolio/:placeId/:workId/:number',
    file: 'portfolio/KeptScreen',
    words: ['doing', 'portfolio'],
    reads: 'seeKept',
  },
  { path: '/child/:child/portfolio', file: 'portfolio/ChildPortfolioScreen', words: ['portfolio'] },
  { path: '/c/:classId/reports', file: 'reports/ReportsScreen', words: ['markBook'] },
  { path: '/children', file: 'progress/ChildrenScreen', words: ['classroom', 'markBook'] },
  { path: '/child/:child/progress', file: 'progress/ChildProgressScreen', words: ['classroom', 'markBook'] },
  { path: '/child/:child/digest', file: 'digest/ChildDigestScreen', words: ['digest'] },
  { path: '/child/:child/talk', file: 'talk/ChildTalkScreen', words: ['classroom', 'talk'] },
] as const satisfies readonly ScreenPlace[]

/** What a part of an address is where it is absent. */
const ABSENT: Readonly<Record<string, string>> = { week: 'now' }

/** The screen at an address (a path without its query) and what stands for its names; undefined where there is none. */
export function screenAt(
  address: string,
): { readonly screen: ScreenPlace; readonly params: Readonly<Record<string, string>> } | undefined {
  const given = address.split('/').filter(Boolean)
  for (const screen of SCREENS) {
    const params = fitting(screen.path.split('/').filter(Boolean), given)
    // whose talk it is, whether of a class or of a circle
    const spaceId = params?.circleId ?? params?.classId
    if (params) return { screen, params: spaceId ? { ...params, spaceId } : params }
  }
  return undefined
}

function fitting(parts: readonly string[], given: readonly string[]): Record<string, string> | undefined {
  if (given.length > parts.length) return undefined
  const params: Record<string, string> = {}
  for (const [index, part] of parts.entries()) {
    const [, name, optional] = /^:(\w+)(\?)?$/.exec(part) ?? []
    const found = given[index]
    // as the router does it: whoever types an address need not know its capitals
    if (name === undefined ? found?.toLowerCase() !== part : found === undefined && !optional)
      return undefined
    if (name === undefined) continue
    const value = found === undefined ? ABSENT[name] : decoded(found)
    if (value !== undefined) params[name] = value
  }
  return params
}

function decoded(part: string): string {
  try {
    return decodeURIComponent(part)
  } catch {
    return part
  }
}
