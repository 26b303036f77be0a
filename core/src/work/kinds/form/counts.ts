import { medianOf } from '../../../marks/index.js'
import { readNumber, toNumber } from '../../../quantity/index.js'
import type { Answer } from '../../../questions/index.js'
import type { FormQuestion } from './form.js'

/** What all answers to one question come to. */
export type FormCounts =
  | { readonly is: 'choices'; readonly choices: readonly { readonly text: string; readonly count: number }[] }
  /** The mean place of each item, from 1, the first first. */
  | { readonly is: 'order'; readonly items: readonly { readonly text: string; readonly mean: number }[] }
  | {
      readonly is: 'numbers'
      readonly mean: number
      readonly median: number
      readonly least: number
      readonly most: number
    }
  | { readonly is: 'places'; readonly points: readonly { readonly x: number; readonly y: number }[] }
  | { readonly is: 'texts'; readonly texts: readonly string[] }

/** Adds up the answers to a question; answers of another kind, as from before it was changed, are left out. */
export function countsOf(question: FormQuestion, answers: readonly Answer[]): FormCounts {
  switch (question.kind) {
    case 'one':
    case 'several': {
      const taken = answers.flatMap(one =>
        one.kind === 'one' ? (one.choice ?? []) : one.kind === 'several' ? one.choices : [],
      )
      return {
        is: 'choices',
        choices: question.ask.choices.map(({ id, text }) => ({
          text,
          count: taken.filter(one => one === id).length,
        })),
      }
    }
    case 'order': {
      const orders = answers.flatMap(one => (one.kind === 'order' && one.order.length ? [one.order] : []))
      const items = question.ask.items.map(({ id, text }) => {
        const places = orders.flatMap(order => (order.includes(id) ? [order.indexOf(id) + 1] : []))
        return { text, mean: places.length ? sum(places) / places.length : 0 }
      })
      return { is: 'order', items: items.sort((one, other) => one.mean - other.mean) }
    }
    case 'number': {
      const numbers = answers.flatMap(one => (one.kind === 'number' ? numberIn(one.text) : []))
      if (!numbers.length) return { is: 'texts', texts: [] }
      const sorted = numbers.sort((one, other) => one - other)
      return {
        is: 'numbers',
        mean: sum(sorted) / sorted.length,
        median: medianOf(sorted) ?? 0,
        least: sorted[0] ?? 0,
        most: sorted.at(-1) ?? 0,
      }
    }
    case 'place':
      return {
        is: 'places',
        points: answers.flatMap(one => (one.kind === 'place' && one.point ? [one.point] : [])),
      }
    default:
      return {
        is: 'texts',
        texts: answers.flatMap(one =>
          (one.kind === 'text' || one.kind === 'long') && one.text.trim() ? [one.text] : [],
        ),
      }
  }
}

const sum = (numbers: readonly number[]): number => numbers.reduce((all, one) => all + one, 0)

function numberIn(text: string): number[] {
  const read = readNumber(text)
  return read.ok ? [toNumber(read.value.value)] : []
}
