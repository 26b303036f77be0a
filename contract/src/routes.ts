import { digestRoutes } from './routes/digest.js'
import { everydayRoutes } from './routes/everyday.js'
import { formRoutes } from './routes/form.js'
import { markBookRoutes } from './routes/markBook.js'
import { markingRoutes } from './routes/marking.js'
import { newsRoutes } from './routes/news.js'
import { passageRoutes } from './routes/passage.js'
import { peopleRoutes } from './routes/people.js'
import { portfolioRoutes } from './routes/portfolio.js'
import { quizRoutes } from './routes/quiz.js'
import { readingRoutes } from './routes/reading.js'
import { readingHelpRoutes } from './routes/readingHelp.js'
import { reportRoutes } from './routes/reports.js'
import { schoolRoutes } from './routes/school.js'
import { talkRoutes } from './routes/talk.js'
import { watchingRoutes } from './routes/watching.js'
import { wordListRoutes } from './routes/wordList.js'
import { workRoutes } from './routes/work.js'
import { worksheetRoutes } from './routes/worksheets.js'

/**
 * Every route of Oppen: how it is asked, where, and which action of `can` it needs (`open` where nobody has to be
 * signed in). What goes each way stands in the shapes under the same name; only their types are used here, so
 * that a screen can ask without carrying what checks.
 */
export const routes = {
  ...everydayRoutes,
  ...peopleRoutes,
  ...workRoutes,
  ...worksheetRoutes,
  ...quizRoutes,
  ...passageRoutes,
  ...watchingRoutes,
  ...markBookRoutes,
  ...markingRoutes,
  ...formRoutes,
  ...readingRoutes,
  ...digestRoutes,
  ...readingHelpRoutes,
  ...wordListRoutes,
  ...reportRoutes,
  ...portfolioRoutes,
  ...newsRoutes,
  ...talkRoutes,
  ...schoolRoutes,
}

export type RouteName = keyof typeof routes
