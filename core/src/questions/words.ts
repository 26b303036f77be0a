import { showNumber, withNumbers } from './draws.js'
import type { Marking } from './kind.js'
import { keyValue } from './kinds/number.js'
import type { Answer, Question } from './question.js'

/** An answer in words, with the texts of what was chosen. */
export function answerWords(question: Question, answer: Answer): string {
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
      return answer.strokes.length ? '✎' : ''
    case 'recording':
      return answer.file ?? ''
  }
}

/** What is right, in words; nothing where there is no one answer. */
export function rightAnswer(question: Question, { drawn }: Pick<Marking, 'drawn'>): string {
  const named = (items: readonly { id: string; text: string }[], id: string) =>
    withNumbers(items.find(item => item.id === id)?.text ?? '', drawn)
  const { kind } = question
  switch (kind) {
    case 'one':
      return named(question.ask.choices, question.key.right)
    case 'several':
      return question.key.right.map(id => named(question.ask.choices, id)).join(' · ')
    case 'text':
      return question.key.accepted.filter(form => form.trim()).join(' · ')
    case 'number': {
      const value = keyValue(question.key, drawn)
      const unit = question.key.unit ?? question.ask.unit
      return value ? [showNumber(value), unit].filter(Boolean).join(' ') : ''
    }
    case 'formula':
      return question.key.formula
    case 'gaps':
    case 'table':
      return question.ask.blanks
        .map(({ id }) => {
          const key = question.key.blanks[id]
          if (key?.is === 'text') return key.accepted[0] ?? ''
          if (key?.is === 'choice') return key.right
          const value = key && keyValue(key, drawn)
          return value ? showNumber(value) : ''
        })
        .join(' · ')
    case 'pairs':
      return question.ask.left
        .map(({ id, text }) => `${text} – ${named(question.ask.right, question.key.pairs[id] ?? '')}`)
        .join(' · ')
    case 'order':
      return question.key.order.map(id => named(question.ask.items, id)).join(' · ')
    case 'groups':
      return question.ask.groups
        .map(({ id, text }) => {
          const members = question.ask.items.filter(item => question.key.groups[item.id] === id)
          return `${text}: ${members.map(item => item.text).join(', ')}`
        })
        .join(' · ')
    case 'place':
      return ''
    case 'long':
    case 'drawing':
    case 'recording':
      return question.key.example
  }
}
