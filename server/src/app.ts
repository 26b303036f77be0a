import express, { type Express, type Router } from 'express'
import { pinoHttp } from 'pino-http'
import { aboutHandlers } from './features/about/routes.js'
import { liveHandlers } from './features/accounts/liveRoutes.js'
import { accountHandlers } from './features/accounts/routes.js'
import { BY_HTTPS } from './features/accounts/sessions.js'
import { STAND_IN_PATH } from './features/accounts/standInProvider.js'
import { auditLogHandlers } from './features/auditLog/routes.js'
import { calendarHandlers } from './features/calendar/routes.js'
import { circleHandlers } from './features/circles/routes.js'
import { classHandlers } from './features/classes/routes.js'
import { digestHandlers } from './features/digest/routes.js'
import { joiningHandlers } from './features/joining/routes.js'
import { formHandlers } from './features/kinds/form/routes.js'
import { answerHandlers } from './features/kinds/question/routes.js'
import { quizHandlers } from './features/kinds/quiz/routes.js'
import { readingHandlers } from './features/kinds/reading/routes.js'
import { videoHandlers } from './features/kinds/video/routes.js'
import { mailHandlers } from './features/mail/routes.js'
import { markBookHandlers } from './features/markBook/routes.js'
import { markingHandlers } from './features/marking/routes.js'
import { mergingHandlers } from './features/merging/routes.js'
import { newsHandlers } from './features/news/routes.js'
import { portfolioHandlers } from './features/portfolio/routes.js'
import { progressHandlers } from './features/progress/routes.js'
import { readingHelpHandlers } from './features/readingHelp/routes.js'
import { reportHandlers } from './features/reports/routes.js'
import { schoolHandlers } from './features/school/routes.js'
import { searchHandlers } from './features/search/routes.js'
import { talkHandlers } from './features/talk/routes.js'
import { timingHandlers } from './features/timing/routes.js'
import { todayHandlers } from './features/today/routes.js'
import { weekHandlers } from './features/week/routes.js'
import { wordListHandlers } from './features/wordList/routes.js'
import { workHandlers } from './features/work/routes.js'
import { worksheetHandlers } from './features/worksheets/routes.js'
import { replyToErrors } from './http/errors.js'
import { firstScreens } from './http/firstScreens.js'
import { originOf, ownHostOnly, ownHosts } from './http/origin.js'
import { pages } from './http/pages.js'
import { sameSiteOnly, securityHeaders } from './http/security.js'
import { type Handlers, serveAll } from './http/serve.js'
import { Refused } from './refusal.js'
import type { World } from './world.js'

const handlers: Handlers = {
  ...accountHandlers,
  ...joiningHandlers,
  ...classHandlers,
  ...mergingHandlers,
  ...timingHandlers,
  ...workHandlers,
  ...wordListHandlers,
  ...worksheetHandlers,
  ...answerHandlers,
  ...quizHandlers,
  ...readingHandlers,
  ...videoHandlers,
  ...formHandlers,
  ...weekHandlers,
  ...markingHandlers,
  ...markBookHandlers,
  ...readingHelpHandlers,
  ...reportHandlers,
  ...portfolioHandlers,
  ...talkHandlers,
  ...todayHandlers,
  ...progressHandlers,
  ...digestHandlers,
  ...newsHandlers,
  ...auditLogHandlers,
  ...aboutHandlers,
  ...circleHandlers,
  ...searchHandlers,
  ...calendarHandlers,
  ...mailHandlers,
  ...schoolHandlers,
  ...liveHandlers,
}

export type AppOptions = {
  /** The folder of the built screens; none in tests of the server alone. */
  readonly webFolder?: string
  /** How many proxies stand before the server; their word on the caller's address is taken. */
  readonly proxies?: number
  /** The stand-in for the identity provider of the school, where it is tried out. */
  readonly standIn?: Router
  /** Where the server listens; this machine may ask it there by its own names. */
  readonly listening?: string
}

/** The whole of the server over a world. */
export function createApp(
  world: World,
  { webFolder, proxies = 0, standIn, listening = originOf(world) }: AppOptions = {},
): Express {
  const app = express()
  app.disable('x-powered-by')
  app.disable('etag')
  app.set('trust proxy', proxies)
  app.set(BY_HTTPS, originOf(world).startsWith('https:'))
  if (world.log.isLevelEnabled('info')) app.use(pinoHttp({ logger: world.log, serializers: QUIET }))
  app.get('/healthz', async (_, response) => {
    await world.db.row('select 1 as alive')
    const { state, last } = world.backups.stand()
    const lastAt = last === null ? null : new Date(last).toISOString()
    response.json({ alive: true, backups: { state, lastAt } })
  })
  const hosts = ownHosts(world, listening)
  app.use(ownHostOnly(hosts))
  app.use(securityHeaders())
  app.use(sameSiteOnly(hosts))
  const { router, read } = serveAll(world, handlers)
  app.use(router)
  if (standIn) app.use(STAND_IN_PATH, standIn)
  app.use('/api', () => {
    throw new Refused('not_found')
  })
  if (webFolder) app.use(pages(webFolder, firstScreens(webFolder, { read, workers: world.workers })))
  app.use(replyToErrors(world.log))
  return app
}

/** Addresses that let in whoever has them. */
const KEYED = /^(\/api\/shared|\/api\/feed|\/shared)\/[^/?]+/

/** Neither cookies, nor what people wrote, nor what lets somebody in belongs in a log. */
const QUIET = {
  req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({
    ...{ id, method },
    url: url.replace(KEYED, '$1/…'),
  }),
  res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
}
