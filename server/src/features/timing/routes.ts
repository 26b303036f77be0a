import type { Handlers } from '../../http/serve.js'
import { changeCalendar, seeCalendar, tryCalendar } from './calendar.js'
import { readClosures, readLessons } from './foreignCalendar.js'
import { changeTimetable, seeTimetable, tryTimetable } from './timetable.js'

export const timingHandlers = {
  seeCalendar: ({ world }) => seeCalendar(world),
  tryCalendar: ({ world, body }) => tryCalendar(world, body),
  readCalendarFile: ({ world, body }) => readClosures(world, body),
  readTimetableFile: ({ world, body }) => readLessons(world, body),
  changeCalendar: ({ world, body }) => changeCalendar(world, body),
  seeTimetable: ({ world, params }) => seeTimetable(world, params.classId),
  tryTimetable: ({ world, params, body }) => tryTimetable(world, params.classId, body),
  changeTimetable: ({ world, viewer, params, body }) => changeTimetable(world, viewer, params.classId, body),
} satisfies Partial<Handlers>
