import { type Handlers, written } from '../../http/serve.js'
import { setCounting } from '../work/counting.js'
import { markBookJson } from './queries.js'
import { forgiveLate, handBackDrafts, seeClassRules, setDraftMarks, setMarkRules } from './service.js'

export const markBookHandlers = {
  seeMarkBook: async ({ world, params }) =>
    written(await markBookJson(world.db, params.classId, world.clock.now())),
  seeClassRules: ({ world, params }) => seeClassRules(world, params.classId),
  setMarkRules: ({ world, params, body }) => setMarkRules(world, params.classId, body),
  setCounting: ({ world, params, body }) => setCounting(world, params, body),
  setDraftMarks: ({ world, viewer, params, body }) =>
    setDraftMarks(world, viewer, params.classId, body.cells),
  handBackDrafts: ({ world, viewer, params, body }) =>
    handBackDrafts(world, viewer, params.classId, body.cells),
  forgiveLate: ({ world, params, body }) => forgiveLate(world, params, body.forgiven),
} satisfies Partial<Handlers>
