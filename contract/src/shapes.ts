import { aboutShapes } from './features/about.js'
import { accountShapes } from './features/accounts.js'
import { answerShapes } from './features/answers.js'
import { auditLogShapes } from './features/auditLog.js'
import { calendarShapes } from './features/calendar.js'
import { circleShapes } from './features/circles.js'
import { classShapes } from './features/classes.js'
import { digestShapes } from './features/digest.js'
import { formShapes } from './features/form.js'
import { joiningShapes } from './features/joining.js'
import { letterShapes } from './features/letters.js'
import { mailShapes } from './features/mail.js'
import { markBookShapes } from './features/markBook.js'
import { markingShapes } from './features/marking.js'
import { newsShapes } from './features/news.js'
import { passageShapes } from './features/passage.js'
import { portfolioShapes } from './features/portfolio.js'
import { progressShapes } from './features/progress.js'
import { quizShapes } from './features/quiz.js'
import { readingHelpShapes } from './features/readingHelp.js'
import { reportShapes } from './features/reports.js'
import { schoolShapes } from './features/school.js'
import { searchShapes } from './features/search.js'
import { submissionShapes } from './features/submissions.js'
import { talkShapes } from './features/talk.js'
import { timingShapes } from './features/timing.js'
import { todayShapes } from './features/today.js'
import { watchingShapes } from './features/watching.js'
import { weekShapes } from './features/week.js'
import { wordListShapes } from './features/wordList.js'
import { workShapes } from './features/work.js'
import { worksheetShapes } from './features/worksheets.js'

/** What goes each way on every route, by its name: the body asked with and the reply. */
export const shapes = {
  ...accountShapes,
  ...joiningShapes,
  ...classShapes,
  ...timingShapes,
  ...workShapes,
  ...submissionShapes,
  ...worksheetShapes,
  ...answerShapes,
  ...quizShapes,
  ...passageShapes,
  ...watchingShapes,
  ...formShapes,
  ...weekShapes,
  ...markingShapes,
  ...readingHelpShapes,
  ...wordListShapes,
  ...reportShapes,
  ...portfolioShapes,
  ...markBookShapes,
  ...talkShapes,
  ...todayShapes,
  ...digestShapes,
  ...newsShapes,
  ...progressShapes,
  ...auditLogShapes,
  ...aboutShapes,
  ...circleShapes,
  ...searchShapes,
  ...calendarShapes,
  ...letterShapes,
  ...mailShapes,
  ...schoolShapes,
  live: {},
}

export type Shapes = typeof shapes
