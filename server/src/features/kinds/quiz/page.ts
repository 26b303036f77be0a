import { type Answer, answerWords, strokesInPage } from '@oppen/core/questions'
import { questionsOf, type Section } from '@oppen/core/work/kinds/quiz'
import { escapeHtml } from '../../../html.js'
import type { StoredAnswer } from './attempt.js'

/** The answers of an attempt as a page, for whoever marks it, and as they are kept with a hand-in. */
export function answersPage(
  sections: readonly Section[],
  answers: ReadonlyMap<string, StoredAnswer>,
): string {
  const lines = questionsOf(sections).map(question => {
    const stored = answers.get(question.id)
    const answer = stored ? (JSON.parse(stored.answer) as Answer) : null
    const words = escapeHtml(answer ? answerWords(question, answer) : '') || '–'
    // a drawing is drawn wherever the page is shown: see `drawingSvg`
    const drawn = answer?.kind === 'drawing' && answer.strokes.length > 0
    const attribute = drawn ? ` data-strokes="${strokesInPage(answer.strokes)}"` : ''
    return `<li>${question.prompt}<blockquote><p${attribute}>${words}</p></blockquote></li>`
  })
  return `<ol>${lines.join('')}</ol>`
}
