import { type Handlers, written } from '../../http/serve.js'
import {
  beginReports,
  cancelReports,
  saveReportWords,
  seeReportJob,
  seeReports,
  sendReports,
} from './service.js'

export const reportHandlers = {
  seeReports: async ({ world, params }) => written(await seeReports(world, params.classId, params)),
  saveReportWords: ({ world, viewer, params, body }) => saveReportWords(world, viewer, params.placeId, body),
  beginReports: ({ world, viewer, params, body }) => beginReports(world, viewer, params.classId, body),
  seeReportJob: ({ world, viewer, params }) => seeReportJob(world, viewer, params),
  cancelReports: ({ world, viewer, params }) => cancelReports(world, viewer, params),
  takeReports: ({ world, viewer, params, response }) => sendReports(world, viewer, params, response),
} satisfies Partial<Handlers>
