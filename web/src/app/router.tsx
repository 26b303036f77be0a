import type { ComponentType } from 'react'
import { createBrowserRouter } from 'react-router'
import { Waiting } from '../parts/Feedback.js'
import { Fault, FaultPage } from './Fault.js'
import { fetched } from './part.js'
import { Shell } from './Shell.js'

/** A screen in a file of its own, fetched when somebody goes there. */
const screen = (load: () => Promise<{ Screen: ComponentType }>) => async () => ({
  Component: (await fetched(load)).Screen,
})

export const router = createBrowserRouter([
  {
    HydrateFallback: Waiting,
    children: [
      {
        path: '/',
        lazy: screen(() => import('../features/welcome/WelcomeScreen.js')),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/come/:code',
        lazy: screen(() => import('../features/joining/FindNameScreen.js')),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/key',
        lazy: screen(() => import('../features/joining/KeyScreen.js')),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/invitation',
        lazy: screen(() => import('../features/joining/InvitationScreen.js')),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/confirm',
        lazy: screen(() => import('../features/welcome/ConfirmScreen.js')),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/reset',
        lazy: screen(() => import('../features/welcome/ResetScreen.js')),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/begin',
        lazy: screen(() => import('../features/school/BeginScreen.js')),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/tablet',
        lazy: screen(() => import('../features/joining/TabletScreen.js')),
        ErrorBoundary: FaultPage,
      },
      {
        path: '/c/:classId/door',
        lazy: screen(() => import('../features/joining/DoorScreen.js')),
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
                lazy: screen(() => import('../features/calendar/CalendarScreen.js')),
              },
              { path: '/account', lazy: screen(() => import('../features/account/AccountScreen.js')) },
              { path: '/classes', lazy: screen(() => import('../features/home/ClassesScreen.js')) },
              { path: '/outbox', lazy: screen(() => import('../features/mail/OutboxScreen.js')) },
              { path: '/circles/new', lazy: screen(() => import('../features/circles/NewCircleScreen.js')) },
              {
                path: '/circles/:circleId',
                lazy: screen(() => import('../features/circles/CircleScreen.js')),
              },
              {
                path: '/c/:classId/about',
                lazy: screen(() => import('../features/about/AboutScreen.js')),
              },
              {
                path: '/child/:child/about',
                lazy: screen(() => import('../features/about/ChildAboutScreen.js')),
              },
              {
                path: '/c/:classId/settings',
                lazy: screen(() => import('../features/settings/SettingsScreen.js')),
              },
              {
                path: '/c/:classId/timetable',
                lazy: screen(() => import('../features/timing/TimetableScreen.js')),
              },
              { path: '/school-year', lazy: screen(() => import('../features/timing/SchoolYearScreen.js')) },
              { path: '/school', lazy: screen(() => import('../features/school/SchoolScreen.js')) },
              {
                path: '/school/teachers',
                lazy: screen(() => import('../features/school/TeachersScreen.js')),
              },
              { path: '/school/people', lazy: screen(() => import('../features/school/PeopleScreen.js')) },
              {
                path: '/school/people/:personId',
                lazy: screen(() => import('../features/school/PersonScreen.js')),
              },
              {
                path: '/school/settings',
                lazy: screen(() => import('../features/school/SettingsScreen.js')),
              },
              { path: '/school/storage', lazy: screen(() => import('../features/school/StorageScreen.js')) },
              {
                path: '/school/audit-log',
                lazy: screen(() => import('../features/school/SchoolAuditLogScreen.js')),
              },
              { path: '/room/:room', lazy: screen(() => import('../features/timing/RoomScreen.js')) },
              {
                path: '/c/:classId/audit-log',
                lazy: screen(() => import('../features/auditLog/AuditLogScreen.js')),
              },
              {
                path: '/c/:classId/own-work/:placeId',
                lazy: screen(() => import('../features/work/OwnWorkScreen.js')),
              },
              { path: '/classes/new', lazy: screen(() => import('../features/register/NewClassScreen.js')) },
              {
                path: '/c/:classId/week/:week?',
                lazy: screen(() => import('../features/week/WeekScreen.js')),
              },
              {
                path: '/child/:child/week/:week?',
                lazy: screen(() => import('../features/week/ChildWeekScreen.js')),
              },
              {
                path: '/c/:classId/topics',
                lazy: screen(() => import('../features/topics/TopicsScreen.js')),
              },
              {
                path: '/c/:classId/post/:workId?',
                lazy: screen(() => import('../features/posting/PostScreen.js')),
              },
              { path: '/c/:classId/talk', lazy: screen(() => import('../features/talk/TalkScreen.js')) },
              {
                path: '/c/:classId/progress',
                lazy: screen(() => import('../features/progress/OverviewScreen.js')),
              },
              {
                path: '/c/:classId/progress/:placeId',
                lazy: screen(() => import('../features/progress/ProgressScreen.js')),
              },
              {
                path: '/c/:classId/register',
                lazy: screen(() => import('../features/register/RegisterScreen.js')),
              },
              {
                path: '/c/:classId/work/:workId',
                lazy: screen(() => import('../features/work/WorkScreen.js')),
              },
              {
                path: '/c/:classId/work/:workId/answers',
                lazy: screen(() => import('../features/answers/AnswersScreen.js')),
              },
              {
                path: '/c/:classId/work/:workId/outcome/:placeId',
                lazy: screen(() => import('../features/work/OutcomeScreen.js')),
              },
              {
                path: '/c/:classId/work/:workId/marking/:placeId?',
                lazy: screen(() => import('../features/marking/MarkingScreen.js')),
              },
              {
                path: '/child/:child/progress',
                lazy: screen(() => import('../features/progress/ChildProgressScreen.js')),
              },
              {
                path: '/child/:child/talk',
                lazy: screen(() => import('../features/talk/ChildTalkScreen.js')),
              },
              { path: '*', Component: Fault },
            ],
          },
        ],
      },
    ],
  },
])
