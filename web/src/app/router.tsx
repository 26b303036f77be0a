import type { ComponentType } from 'react'
import { createBrowserRouter } from 'react-router'
import { Waiting } from '../parts/Feedback.js'
import type { Namespace } from '../words/wording.js'
import { Fault, FaultPage } from './Fault.js'
import { fetched } from './part.js'
import { Shell } from './Shell.js'

/** A screen in a file of its own, fetched when somebody goes there, with what it says besides what every screen says. */
const screen =
  (load: () => Promise<{ Screen: ComponentType }>, namespaces: readonly Namespace[] = []) =>
  async () => ({ Component: (await fetched(load, namespaces)).Screen })

export const router = createBrowserRouter([
  {
    HydrateFallback: Waiting,
    children: [
      {
        path: '/',
        lazy: screen(() => import('../features/welcome/WelcomeScreen.js'), ['joining']),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/come/:code',
        lazy: screen(() => import('../features/joining/FindNameScreen.js'), ['joining']),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/key',
        lazy: screen(() => import('../features/joining/KeyScreen.js'), ['joining']),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/invitation',
        lazy: screen(() => import('../features/joining/InvitationScreen.js'), ['joining']),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/confirm',
        lazy: screen(() => import('../features/welcome/ConfirmScreen.js'), ['joining']),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/reset',
        lazy: screen(() => import('../features/welcome/ResetScreen.js'), ['joining']),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/begin',
        lazy: screen(() => import('../features/school/BeginScreen.js'), ['joining', 'school']),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/tablet',
        lazy: screen(() => import('../features/joining/TabletScreen.js'), ['joining']),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/c/:classId/door',
        lazy: screen(() => import('../features/joining/DoorScreen.js'), ['joining']),
        ErrorBoundary: FaultPage,
      },
      {
        Component: Shell,
        ErrorBoundary: FaultPage,
        children: [
          {
            ErrorBoundary: Fault,
            children: [
              { path: '/today', lazy: screen(() => import('../features/today/TodayScreen.js')) },
              {
                path: '/calendar/:view?/:date?',
                lazy: screen(() => import('../features/calendar/CalendarScreen.js'), ['calendar']),
              },
              {
                path: '/account',
                lazy: screen(() => import('../features/account/AccountScreen.js'), ['people']),
              },
              {
                path: '/classes',
                lazy: screen(() => import('../features/home/ClassesScreen.js'), ['people']),
              },
              {
                path: '/outbox',
                lazy: screen(() => import('../features/mail/OutboxScreen.js'), ['settings']),
              },
              {
                path: '/circles/new',
                lazy: screen(() => import('../features/circles/NewCircleScreen.js'), ['people']),
              },
              {
                path: '/circles/:circleId',
                lazy: screen(() => import('../features/circles/CircleScreen.js'), ['people']),
              },
              {
                path: '/c/:classId/about',
                lazy: screen(() => import('../features/about/AboutScreen.js'), ['about']),
              },
              {
                path: '/child/:child/about',
                lazy: screen(() => import('../features/about/ChildAboutScreen.js'), ['about']),
              },
              {
                path: '/c/:classId/settings',
                lazy: screen(
                  () => import('../features/settings/SettingsScreen.js'),
                  ['register', 'settings'],
                ),
              },
              {
                path: '/c/:classId/timetable',
                lazy: screen(() => import('../features/timing/TimetableScreen.js'), ['planning', 'week']),
              },
              {
                path: '/school-year',
                lazy: screen(() => import('../features/timing/SchoolYearScreen.js'), ['planning', 'week']),
              },
              {
                path: '/school',
                lazy: screen(() => import('../features/school/SchoolScreen.js'), ['school']),
              },
              {
                path: '/school/teachers',
                lazy: screen(() => import('../features/school/TeachersScreen.js'), ['school']),
              },
              {
                path: '/school/people',
                lazy: screen(() => import('../features/school/PeopleScreen.js'), ['school']),
              },
              {
                path: '/school/people/:personId',
                lazy: screen(() => import('../features/school/PersonScreen.js'), ['school']),
              },
              {
                path: '/school/settings',
                lazy: screen(() => import('../features/school/SettingsScreen.js'), ['school', 'settings']),
              },
              {
                path: '/school/storage',
                lazy: screen(() => import('../features/school/StorageScreen.js'), ['school']),
              },
              {
                path: '/school/audit-log',
                lazy: screen(
                  () => import('../features/school/SchoolAuditLogScreen.js'),
                  ['school', 'settings'],
                ),
              },
              {
                path: '/room/:room',
                lazy: screen(() => import('../features/timing/RoomScreen.js'), ['planning']),
              },
              {
                path: '/c/:classId/audit-log',
                lazy: screen(() => import('../features/auditLog/AuditLogScreen.js'), ['settings']),
              },
              {
                path: '/c/:classId/own-work/:placeId',
                lazy: screen(() => import('../features/work/OwnWorkScreen.js'), ['people']),
              },
              {
                path: '/classes/new',
                lazy: screen(() => import('../features/register/NewClassScreen.js'), ['register']),
              },
              {
                path: '/c/:classId/week/:week?',
                lazy: screen(() => import('../features/week/WeekScreen.js'), ['classroom', 'week']),
              },
              {
                path: '/child/:child/week/:week?',
                lazy: screen(() => import('../features/week/ChildWeekScreen.js'), ['classroom', 'week']),
              },
              {
                path: '/c/:classId/topics',
                lazy: screen(() => import('../features/topics/TopicsScreen.js'), ['classroom', 'week']),
              },
              {
                path: '/c/:classId/post/:workId?',
                lazy: screen(
                  () => import('../features/posting/PostScreen.js'),
                  ['classroom', 'doing', 'planning', 'week', 'worksheets'],
                ),
              },
              {
                path: '/c/:classId/talk',
                lazy: screen(() => import('../features/talk/TalkScreen.js'), ['classroom']),
              },
              {
                path: '/c/:classId/progress',
                lazy: screen(() => import('../features/progress/OverviewScreen.js'), ['classroom']),
              },
              {
                path: '/c/:classId/progress/:placeId',
                lazy: screen(() => import('../features/progress/ProgressScreen.js'), ['classroom']),
              },
              {
                path: '/c/:classId/register',
                lazy: screen(() => import('../features/register/RegisterScreen.js'), ['register']),
              },
              {
                path: '/c/:classId/work/:workId',
                lazy: screen(
                  () => import('../features/work/WorkScreen.js'),
                  ['answers', 'classroom', 'doing', 'week', 'worksheets'],
                ),
              },
              {
                path: '/c/:classId/work/:workId/answers',
                lazy: screen(() => import('../features/answers/AnswersScreen.js'), ['answers']),
              },
              {
                path: '/c/:classId/work/:workId/outcome/:placeId',
                lazy: screen(
                  () => import('../features/work/OutcomeScreen.js'),
                  ['classroom', 'doing', 'week'],
                ),
              },
              {
                path: '/c/:classId/work/:workId/marking/:placeId?',
                lazy: screen(
                  () => import('../features/marking/MarkingScreen.js'),
                  ['answers', 'classroom', 'doing', 'week', 'worksheets'],
                ),
              },
              {
                path: '/child/:child/progress',
                lazy: screen(() => import('../features/progress/ChildProgressScreen.js'), ['classroom']),
              },
              {
                path: '/child/:child/talk',
                lazy: screen(() => import('../features/talk/ChildTalkScreen.js'), ['classroom']),
              },
              { path: '*', Component: Fault },
            ],
          },
        ],
      },
    ],
  },
])
