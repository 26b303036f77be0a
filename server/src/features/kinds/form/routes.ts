import { sendCsv } from '../../../http/download.js'
import type { Handlers } from '../../../http/serve.js'
import { formTable, seeFormResults } from './results.js'
import { answerForm, seeForm } from './service.js'

export const formHandlers = {
  seeForm: ({ world, viewer, params }) => seeForm(world, viewer, params),
  answerForm: ({ world, viewer, params, body }) => answerForm(world, viewer, params, body),
  seeFormResults: ({ world, params }) => seeFormResults(world, params),
  takeFormAnswers: async ({ world, viewer, params, response }) =>
    sendCsv(response, await formTable(world, viewer, params), 'answers.csv'),
} satisfies Partial<Handlers>
