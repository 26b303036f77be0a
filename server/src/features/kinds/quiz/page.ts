import type { Answer, Question } from '@oppen/core/questions'
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
    return `<li>${question.prompt}<blockquote><p>${escapeHtml(answer ? inWords(question, answer) : '') || '–'}</p></blockquote></li>`
  })
  return `<ol>${lines.join('')}</ol>`
}

/** An answer in words, with the texts of what was chosen. */
export function inWords(question: Question, answer: Answer): string {
  const texts = new Map<string, string>()
  for (const list of Object.values(question.ask))
    if (Array.isArray(list))
      for (const item of list)
        if (item && typeof item === 'object' && 'text' in item) texts.set(item.id, item.text)
  const named = (id: string) => texts.get(id) ?? id
  switch (answer.kind) {
    case 'one':
      return answer.choice === null ? '' : named(answer.choice)
    case 'several':
      return answer.choices.map(named).join(' · ')
    case 'text':
    case 'number':
    case 'formula':
    case 'long':
      return answer.text
    case 'gaps':
    case 'table':
      return Object.values(answer.blanks).join(' · ')
    case 'pairs':
      return Object.entries(answer.pairs)
        .map(([left, right]) => `${named(left)} – ${named(right)}`)
        .join(' · ')
    case 'groups':
      return Object.entries(answer.groups)
        .map(([item, group]) => `${named(item)}: ${named(group)}`)
        .join(' · ')
    case 'order':
      return answer.order.map(named).join(' · ')
    case 'place':
      return answer.point ? `${answer.point.x / 10} % · ${answer.point.y / 10} %` : ''
    case 'drawing':
      return `${answer.strokes.length}`
    case 'recording':
      return answer.file ?? ''
  }
}
