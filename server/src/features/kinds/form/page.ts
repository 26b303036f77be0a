import type { FormDetails } from '@oppen/contract'
import { answerWords, type Question } from '@oppen/core/questions'
import type { FormAnswers } from '@oppen/core/work/kinds/form'
import { escapeHtml } from '../../../html.js'
import type { World } from '../../../world.js'
import { findSubmission, type SubmissionAddress } from '../../submissions/moves.js'
import { namedAnswer } from './queries.js'

/** The answers to a form in words, by the ids of its questions. */
export const textsOf = ({ questions }: FormDetails, given: FormAnswers): Record<string, string> =>
  Object.fromEntries(
    questions.map(question => {
      const answer = given[question.id]
      // the words of an answer need what is asked, and nothing of a key
      return [question.id, answer ? answerWords(question as unknown as Question, answer) : '']
    }),
  )

/** What a pupil has answered, as a page; null before, and without names: which answer it was is not known. */
export async function formPage(world: World, address: SubmissionAddress): Promise<string | null> {
  const { details } = await findSubmission(world, address)
  const answer = await namedAnswer(world.db, address, 'pupil')
  if (!answer || !details.form) return null
  const texts = textsOf(details.form, JSON.parse(answer.answers))
  const lines = details.form.questions.map(
    ({ id, prompt }) =>
      `<li>${prompt}<blockquote><p>${escapeHtml(texts[id] ?? '') || '–'}</p></blockquote></li>`,
  )
  return `<ol>${lines.join('')}</ol>`
}
