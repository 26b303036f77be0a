import { type BodyOf, routes } from '@oppen/contract'
import type { CircleId, ClassId, ConversationId, MailId, PlaceId, SpaceId, WorkId } from '@oppen/core/ids'
import { queryOptions } from '@tanstack/react-query'
import { call } from './api.js'
import { firstReads } from './firstReads.js'
import { keepRead } from './keptReads.js'

export type SubmissionParams = {
  readonly classId: ClassId
  readonly workId: WorkId
  readonly placeId: PlaceId
}

/** One hand-in of a submission, as a portfolio names it. */
export type KeptParams = SubmissionParams & { readonly number: string }

/** A place beside a piece of work: with one pupil, or of the class. */
export type Beside = {
  readonly classId: ClassId
  readonly workId: WorkId
  readonly placeId: PlaceId | null
}

/** What has numbers of what is new beside a piece of work. */
export const submissionNumbers = ({ classId, workId }: Pick<Beside, 'classId' | 'workId'>) => [
  ['submission', classId, workId],
  ['marking', classId, workId],
  ['topics', classId],
  ['week', classId],
]

/** By what a conversation beside work is kept. */
export const besideKey = (classId: ClassId, workId: WorkId, placeId: PlaceId | null) =>
  ['talk', classId, 'beside', workId, placeId ?? 'class'] as const

/** Every read of the server, with the key under which live changes find it. */
export const reads = {
  ...firstReads,
  topics: (classId: ClassId) =>
    queryOptions({
      queryKey: ['topics', classId],
      queryFn: ({ signal }) => call(routes.seeTopics, { classId }, undefined, { signal }),
    }),
  week: (classId: ClassId, week: string) =>
    queryOptions({
      queryKey: ['week', classId, week],
      queryFn: ({ signal }) => call(routes.seeWeek, { classId, week }, undefined, { signal }),
    }),
  childWeek: (classId: ClassId, placeId: PlaceId, week: string) =>
    queryOptions({
      queryKey: ['week', classId, week, placeId],
      queryFn: ({ signal }) => call(routes.seeChildWeek, { classId, placeId, week }, undefined, { signal }),
    }),
  work: (classId: ClassId, workId: WorkId) =>
    queryOptions({
      queryKey: ['work', classId, workId],
      queryFn: ({ signal }) => call(routes.seeWork, { classId, workId }, undefined, { signal }),
    }),
  answers: (classId: ClassId, workId: WorkId) =>
    queryOptions({
      queryKey: ['answers', classId, workId],
      queryFn: ({ signal }) => call(routes.seeAnswers, { classId, workId }, undefined, { signal }),
    }),
  /** What a form would come to for each group. */
  tryWork: (classId: ClassId, form: BodyOf<typeof routes.tryWork>) =>
    queryOptions({
      queryKey: ['tryWork', classId, form],
      queryFn: ({ signal }) => call(routes.tryWork, { classId }, form, { signal }),
      retry: false,
    }),
  timetable: (classId: ClassId) =>
    queryOptions({
      queryKey: ['timetable', classId],
      queryFn: ({ signal }) => call(routes.seeTimetable, { classId }, undefined, { signal }),
    }),
  /** What would move with a timetable, or a calendar, before it is kept. */
  tryTimetable: (classId: ClassId, form: BodyOf<typeof routes.tryTimetable>) =>
    queryOptions({
      queryKey: ['timetable', classId, 'try', form],
      queryFn: ({ signal }) => call(routes.tryTimetable, { classId }, form, { signal }),
      retry: false,
    }),
  tryCalendar: (form: BodyOf<typeof routes.tryCalendar>) =>
    queryOptions({
      queryKey: ['calendar', 'try', form],
      queryFn: ({ signal }) => call(routes.tryCalendar, {}, form, { signal }),
      retry: false,
    }),
  calendar: () =>
    queryOptions({
      queryKey: ['calendar'],
      queryFn: ({ signal }) => call(routes.seeCalendar, {}, undefined, { signal }),
    }),
  /** What the deadlines would be with a card put somewhere else. */
  tryMove: (classId: ClassId, workId: WorkId, spot: BodyOf<typeof routes.tryMove>) =>
    queryOptions({
      queryKey: ['week', classId, 'try', workId, spot],
      queryFn: ({ signal }) => call(routes.tryMove, { classId, workId }, spot, { signal }),
    }),
  fill: (classId: ClassId, week: string, from: string) =>
    queryOptions({
      queryKey: ['week', classId, 'fill', week, from],
      queryFn: ({ signal }) => call(routes.seeFill, { classId, week, from }, undefined, { signal }),
    }),
  about: (classId: ClassId) =>
    queryOptions({
      queryKey: ['about', classId],
      queryFn: ({ signal }) => call(routes.seeAbout, { classId }, undefined, { signal }),
    }),
  members: (classId: ClassId) =>
    queryOptions({
      queryKey: ['members', classId],
      queryFn: ({ signal }) => call(routes.seeMembers, { classId }, undefined, { signal }),
    }),
  days: (from: string, to: string) =>
    queryOptions({
      queryKey: ['days', from, to],
      queryFn: ({ signal }) => call(routes.seeDays, { from, to }, undefined, { signal }),
    }),
  feed: () =>
    queryOptions({
      queryKey: ['feed'],
      queryFn: ({ signal }) => call(routes.seeFeed, {}, undefined, { signal }),
    }),
  talk: (spaceId: SpaceId) =>
    queryOptions({
      queryKey: ['talk', spaceId],
      queryFn: ({ signal }) => call(routes.seeTalk, { spaceId }, undefined, { signal }),
    }),
  notice: (spaceId: SpaceId, conversationId: ConversationId) =>
    queryOptions({
      queryKey: ['talk', spaceId, 'notice', conversationId],
      queryFn: ({ signal }) => call(routes.seeNotice, { spaceId, conversationId }, undefined, { signal }),
    }),
  seen: (spaceId: SpaceId, conversationId: ConversationId) =>
    queryOptions({
      queryKey: ['talk', spaceId, 'seen', conversationId],
      queryFn: ({ signal }) => call(routes.seeSeen, { spaceId, conversationId }, undefined, { signal }),
    }),
  room: (spaceId: SpaceId, conversationId: ConversationId) =>
    queryOptions({
      queryKey: ['talk', spaceId, 'room', conversationId],
      queryFn: ({ signal }) => call(routes.seeRoom, { spaceId, conversationId }, undefined, { signal }),
    }),
  /** What is said beside a piece of work, with one pupil or by the class. */
  beside: ({ classId, workId, placeId }: Beside) =>
    queryOptions({
      queryKey: besideKey(classId, workId, placeId),
      queryFn: ({ signal }) =>
        keepRead(`beside/${workId}/${placeId ?? 'class'}`, () =>
          placeId
            ? call(routes.seeSideNote, { classId, workId, placeId }, undefined, { signal })
            : call(routes.seeThread, { classId, workId }, undefined, { signal }),
        ),
      networkMode: 'always',
    }),
  digest: (classId: ClassId, placeId: PlaceId) =>
    queryOptions({
      queryKey: ['progress', classId, placeId, 'digest'],
      queryFn: ({ signal }) => call(routes.seeDigest, { classId, placeId }, undefined, { signal }),
    }),
  news: () =>
    queryOptions({
      queryKey: ['news'],
      queryFn: ({ signal }) => call(routes.seeNews, {}, undefined, { signal }),
    }),
  newsChoices: () =>
    queryOptions({
      queryKey: ['newsChoices'],
      queryFn: ({ signal }) => call(routes.seeNewsChoices, {}, undefined, { signal }),
    }),
  mailChoices: () =>
    queryOptions({
      queryKey: ['mailChoices'],
      queryFn: ({ signal }) => call(routes.seeMailChoices, {}, undefined, { signal }),
    }),
  correspondents: (spaceId: SpaceId) =>
    queryOptions({
      queryKey: ['correspondents', spaceId],
      queryFn: ({ signal }) => call(routes.seeCorrespondents, { spaceId }, undefined, { signal }),
    }),
  letter: (spaceId: SpaceId, conversationId: ConversationId) =>
    queryOptions({
      queryKey: ['talk', spaceId, 'letter', conversationId],
      queryFn: ({ signal }) => call(routes.seeLetter, { spaceId, conversationId }, undefined, { signal }),
    }),
  nod: (spaceId: SpaceId) =>
    queryOptions({
      queryKey: ['talk', spaceId, 'nod'],
      queryFn: ({ signal }) => call(routes.seeNod, { spaceId }, undefined, { signal }),
    }),
  register: (classId: ClassId) =>
    queryOptions({
      queryKey: ['register', classId],
      queryFn: ({ signal }) => call(routes.seeRegister, { classId }, undefined, { signal }),
    }),
  door: (classId: ClassId) =>
    queryOptions({
      queryKey: ['door', classId],
      queryFn: ({ signal }) => call(routes.seeDoor, { classId }, undefined, { signal }),
    }),
  marking: (classId: ClassId, workId: WorkId) =>
    queryOptions({
      queryKey: ['marking', classId, workId],
      queryFn: ({ signal }) => call(routes.seeMarking, { classId, workId }, undefined, { signal }),
    }),
  desk: (params: SubmissionParams) =>
    queryOptions({
      queryKey: ['desk', params.classId, params.workId, params.placeId],
      queryFn: ({ signal }) => call(routes.seeDesk, params, undefined, { signal }),
    }),
  annotations: (params: SubmissionParams) =>
    queryOptions({
      queryKey: ['submission', params.classId, params.workId, params.placeId, 'annotations'],
      queryFn: ({ signal }) => call(routes.seeAnnotations, params, undefined, { signal }),
    }),
  words: (classId: ClassId) =>
    queryOptions({
      queryKey: ['words', classId],
      queryFn: ({ signal }) => call(routes.seeWordList, { classId }, undefined, { signal }),
    }),
  phrases: () =>
    queryOptions({
      queryKey: ['phrases'],
      queryFn: ({ signal }) => call(routes.seePhrases, {}, undefined, { signal }),
    }),
  submission: (params: SubmissionParams) =>
    queryOptions({
      queryKey: ['submission', params.classId, params.workId, params.placeId],
      queryFn: ({ signal }) =>
        keepRead(`submission/${params.workId}/${params.placeId}`, () =>
          call(routes.seeSubmission, params, undefined, { signal }),
        ),
      // also without a network there is something to read: what was kept
      networkMode: 'always',
    }),
  versions: (params: SubmissionParams) =>
    queryOptions({
      queryKey: ['submission', params.classId, params.workId, params.placeId, 'versions'],
      queryFn: ({ signal }) => call(routes.seeVersions, params, undefined, { signal }),
    }),
  version: (params: SubmissionParams, number: string) =>
    queryOptions({
      queryKey: ['submission', params.classId, params.workId, params.placeId, 'versions', number],
      queryFn: ({ signal }) => call(routes.seeVersion, { ...params, number }, undefined, { signal }),
    }),
  worksheet: (params: SubmissionParams) =>
    queryOptions({
      queryKey: ['worksheet', params.classId, params.workId, params.placeId],
      queryFn: ({ signal }) =>
        keepRead(`worksheet/${params.workId}/${params.placeId}`, () =>
          call(routes.seeWorksheet, params, undefined, { signal }),
        ),
      networkMode: 'always',
    }),
  inkVersions: (params: SubmissionParams) =>
    queryOptions({
      queryKey: ['worksheet', params.classId, params.workId, params.placeId, 'versions'],
      queryFn: ({ signal }) => call(routes.seeInkVersions, params, undefined, { signal }),
    }),
  inkVersion: (params: SubmissionParams, number: string) =>
    queryOptions({
      queryKey: ['worksheet', params.classId, params.workId, params.placeId, 'versions', number],
      queryFn: ({ signal }) => call(routes.seeInkVersion, { ...params, number }, undefined, { signal }),
    }),
  givenSheets: (classId: ClassId, workId: WorkId) =>
    queryOptions({
      queryKey: ['work', classId, workId, 'sheets'],
      queryFn: ({ signal }) => call(routes.seeGivenSheets, { classId, workId }, undefined, { signal }),
    }),
  outcome: (params: SubmissionParams) =>
    queryOptions({
      queryKey: ['outcome', params.classId, params.workId, params.placeId],
      queryFn: ({ signal }) => call(routes.seeOutcome, params, undefined, { signal }),
    }),
  progress: (classId: ClassId, placeId: PlaceId) =>
    queryOptions({
      queryKey: ['progress', classId, placeId],
      queryFn: ({ signal }) => call(routes.seeProgress, { classId, placeId }, undefined, { signal }),
    }),
  portfolio: (classId: ClassId, placeId: PlaceId) =>
    queryOptions({
      queryKey: ['portfolio', classId, placeId],
      queryFn: ({ signal }) => call(routes.seePortfolio, { classId, placeId }, undefined, { signal }),
    }),
  kept: (params: KeptParams) =>
    queryOptions({
      queryKey: ['portfolio', params.classId, params.placeId, params.workId, params.number],
      queryFn: ({ signal }) => call(routes.seeKept, params, undefined, { signal }),
    }),
  markBook: (classId: ClassId) =>
    queryOptions({
      queryKey: ['markBook', classId],
      queryFn: ({ signal }) => call(routes.seeMarkBook, { classId }, undefined, { signal }),
    }),
  reports: (classId: ClassId, span: { readonly from: string; readonly to: string }) =>
    queryOptions({
      queryKey: ['reports', classId, span.from, span.to],
      queryFn: ({ signal }) => call(routes.seeReports, { classId, ...span }, undefined, { signal }),
      // what is being typed is not replaced while it is open
      staleTime: Number.POSITIVE_INFINITY,
      gcTime: 0,
    }),
  readingBeginning: (classId: ClassId, placeId: PlaceId) =>
    queryOptions({
      queryKey: ['register', classId, 'reading', placeId],
      queryFn: ({ signal }) => call(routes.seeReadingBeginning, { classId, placeId }, undefined, { signal }),
    }),
  readingShown: () =>
    queryOptions({
      queryKey: ['account', 'readingShown'],
      queryFn: ({ signal }) => call(routes.seeReadingShown, {}, undefined, { signal }),
    }),
  overview: (classId: ClassId) =>
    queryOptions({
      queryKey: ['overview', classId],
      queryFn: ({ signal }) => call(routes.seeOverview, { classId }, undefined, { signal }),
    }),
  account: () =>
    queryOptions({
      queryKey: ['account'],
      queryFn: ({ signal }) => call(routes.seeAccount, {}, undefined, { signal }),
    }),
  /** What a class would bring into a year that begins with some week. */
  carryOver: (classId: ClassId, first: string) =>
    queryOptions({
      queryKey: ['carryOver', classId, first],
      queryFn: ({ signal }) => call(routes.seeCarryOver, { classId, first }, undefined, { signal }),
    }),
  classRules: (classId: ClassId) =>
    queryOptions({
      queryKey: ['settings', classId, 'rules'],
      queryFn: ({ signal }) => call(routes.seeClassRules, { classId }, undefined, { signal }),
    }),
  settings: (classId: ClassId) =>
    queryOptions({
      queryKey: ['settings', classId],
      queryFn: ({ signal }) => call(routes.seeSettings, { classId }, undefined, { signal }),
    }),
  fileSpace: (classId: ClassId) =>
    queryOptions({
      queryKey: ['fileSpace', classId],
      queryFn: ({ signal }) => call(routes.seeFileSpace, { classId }, undefined, { signal }),
    }),
  auditLog: (classId: ClassId) =>
    queryOptions({
      queryKey: ['auditLog', classId],
      queryFn: ({ signal }) => call(routes.seeAuditLog, { classId }, undefined, { signal }),
    }),
  colleagues: () =>
    queryOptions({
      queryKey: ['colleagues'],
      queryFn: ({ signal }) => call(routes.seeColleagues, {}, undefined, { signal }),
    }),
  ownWork: (classId: ClassId, placeId: PlaceId) =>
    queryOptions({
      queryKey: ['ownWork', classId, placeId],
      queryFn: ({ signal }) => call(routes.seeOwnWork, { classId, placeId }, undefined, { signal }),
    }),
  circleAuditLog: (circleId: CircleId) =>
    queryOptions({
      queryKey: ['circle', circleId, 'auditLog'],
      queryFn: ({ signal }) => call(routes.seeCircleAuditLog, { circleId }, undefined, { signal }),
    }),
  circle: (circleId: CircleId) =>
    queryOptions({
      queryKey: ['circle', circleId],
      queryFn: ({ signal }) => call(routes.seeCircle, { circleId }, undefined, { signal }),
    }),
  school: () =>
    queryOptions({
      queryKey: ['school'],
      queryFn: ({ signal }) => call(routes.seeSchool, {}, undefined, { signal }),
    }),
  teachers: () =>
    queryOptions({
      queryKey: ['school', 'teachers'],
      queryFn: ({ signal }) => call(routes.seeTeachers, {}, undefined, { signal }),
    }),
  storage: () =>
    queryOptions({
      queryKey: ['school', 'storage'],
      queryFn: ({ signal }) => call(routes.seeStorage, {}, undefined, { signal }),
    }),
  people: (words: string) =>
    queryOptions({
      queryKey: ['school', 'people', words],
      queryFn: ({ signal }) => call(routes.findPeople, {}, { words }, { signal }),
    }),
  person: (personId: string) =>
    queryOptions({
      queryKey: ['school', 'person', personId],
      queryFn: ({ signal }) => call(routes.seePerson, { personId }, undefined, { signal }),
    }),
  schoolAuditLog: (before: number | null) =>
    queryOptions({
      queryKey: ['school', 'auditLog', before],
      queryFn: ({ signal }) => call(routes.seeSchoolAuditLog, {}, { before }, { signal }),
    }),
  outbox: () =>
    queryOptions({
      queryKey: ['outbox'],
      queryFn: ({ signal }) => call(routes.seeOutbox, {}, undefined, { signal }),
    }),
  mail: (mailId: MailId) =>
    queryOptions({
      queryKey: ['mail', mailId],
      queryFn: ({ signal }) => call(routes.seeMail, { mailId }, undefined, { signal }),
    }),
  /** What the first page has to know before anybody is in. */
  welcome: () =>
    queryOptions({
      queryKey: ['welcome'],
      queryFn: ({ signal }) => call(routes.seeWelcome, {}, undefined, { signal }),
      retry: false,
    }),
  /** What this device shows where it is a shared tablet; refused where it is none. */
  tablet: () =>
    queryOptions({
      queryKey: ['tablet'],
      queryFn: ({ signal }) => call(routes.seeTablet, {}, undefined, { signal }),
      retry: false,
    }),
}
