import type { RouteName } from '../routes.js'

/** The most of a body that a route takes, in kilobytes, where it does not say otherwise: a form of some lines. */
const USUAL = 16

/** Routes that take more, for what people write or send at once. */
const MORE: Partial<Record<RouteName, number>> = {
  // a page of somebody's own, with the texts it was chosen against
  saveDraft: 2_048,
  saveInk: 2_048,
  // directions and a template
  postWork: 1_536,
  changeWork: 1_536,
  tryWork: 1_536,
  // questions at once, and long answers or a drawing among them
  saveAnswers: 512,
  countReading: 32,
  saveReadingMark: 64,
  saveWatched: 64,
  checkAnswer: 128,
  drawQuestion: 256,
  tryQuiz: 1_536,
  setAnswerMark: 64,
  answerForm: 512,
  // a calendar file of another program
  readCalendarFile: 1_024,
  readTimetableFile: 1_024,
  // a register of 500 names
  addPlaces: 512,
  writePage: 320,
  changePage: 320,
  writeNotice: 128,
  changeNotice: 128,
  writeMessage: 64,
  changeMessage: 64,
  tryCalendar: 128,
  changeCalendar: 128,
  tryTimetable: 128,
  changeTimetable: 128,
  orderWorks: 128,
  orderTopics: 64,
  fillWeek: 64,
  setLinks: 128,
  orderSheets: 64,
  writeGoals: 64,
  writeLesson: 128,
  writeNote: 128,
  writeInThread: 128,
  answer: 128,
  replyToAnswer: 128,
  handBack: 128,
  tryAgain: 128,
  saveMarkDraft: 128,
  saveReportWords: 128,
  // strokes and notes over a piece of work
  saveAnnotations: 1_024,
  setRubric: 64,
  // a column of a large class, or a row of a year
  setDraftMarks: 64,
  handBackDrafts: 64,
  handBackReady: 32,
  undoHandBack: 32,
  addEntry: 64,
  changeEntry: 64,
}

/** The most bytes of a body that a route takes. Files do not count: they stream. */
export const mostOfBody = (name: RouteName): number => 1024 * (MORE[name] ?? USUAL)
