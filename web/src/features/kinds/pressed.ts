import { routes, type SubmissionPage } from '@oppen/contract'
import { sameText } from '@oppen/core/draft'
import type { WorkKind } from '@oppen/core/work'
import { questionsOf } from '@oppen/core/work/kinds/quiz'
import { call } from '../../app/api.js'
import type { SubmissionParams } from '../../app/queries.js'
import type { PendingHandIn } from '../work/pendingHandIn.js'
import { templateOf } from './assignment/template.js'
import { attemptLooked } from './quiz/attemptLooked.js'

/** The version that was looked at when a hand-in was pressed; null where something else stands there by now. */
type Looked = (params: SubmissionParams, page: SubmissionPage, press: PendingHandIn) => Promise<number | null>

const text: Looked = async (_, { draft, work }, { html }) =>
  sameText(html, draft?.html ?? templateOf(work) ?? '') ? (draft?.version ?? 0) : null
const nothing: Looked = async () => null

const answers: Looked = async (params, _, { html }) => {
  const { attempts, sections } = await call(routes.seeQuiz, params)
  const open = attempts.find(
    ({ number, handedInAt }) => handedInAt === null && attemptLooked(number) === html,
  )
  return open ? questionsOf(sections).reduce((sum, { version }) => sum + version, 0) : null
}

/** What was looked at when a hand-in was pressed and could not be sent, by the kind of work. */
export const PRESSED: Readonly<Record<WorkKind, Looked>> = {
  handout: nothing,
  assignment: text,
  question: nothing,
  form: nothing,
  quiz: answers,
  reading: answers,
  video: answers,
}
