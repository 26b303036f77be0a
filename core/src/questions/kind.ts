import type { Outcome } from '../outcome/index.js'
import type { DecimalSign, Rational } from '../quantity/index.js'

/** What an answer is read and marked with besides itself. */
export type Marking = {
  /** The sign between whole and part in the language of whoever answers. */
  readonly decimalSign: DecimalSign
  /** The numbers that were drawn for whoever answers, by their names. */
  readonly drawn: Readonly<Record<string, Rational>>
}

/** How right an answer is. */
export type Verdict = {
  /** Which part of the points it is worth, from 0 to 1. */
  readonly share: number
  /** The parts of an answer that are wrong, by their ids: gaps, pairs, items, choices. */
  readonly wrong: readonly string[]
  /** Whether it is right but for a slip of the pen. */
  readonly slip: boolean
}

export const RIGHT: Verdict = { share: 1, wrong: [], slip: false }
export const WRONG: Verdict = { share: 0, wrong: [], slip: false }

/** What a kind of question is: what is asked (seen by all), its key (for teachers), and what is answered. */
export type QuestionRules<Ask, Key, Answer> = {
  /** Whether it is marked by its key, or by a teacher. */
  readonly marked: 'byKey' | 'byHand'
  /** What a posted question lacks: a refusal with its code, or nothing. Ids are those of the question. */
  readonly check: (ask: Ask, key: Key) => Outcome<true>
  /** Whether nothing was answered. */
  readonly isBlank: (answer: Answer) => boolean
  /** Whether an answer can be marked: refuses what cannot be read, and what is no part of the question. */
  readonly read: (ask: Ask, answer: Answer, marking: Marking) => Outcome<Answer>
  /** How right an answer is that `read` let through; what is blank is wrong. For `byHand` never asked. */
  readonly mark: (ask: Ask, key: Key, answer: Answer, marking: Marking) => Verdict
}

/** Something to choose, to pair or to put in order. */
export type Item = { readonly id: string; readonly text: string }

/** Whether every one is the id of an item, and none stands twice. */
export const areItems = (ids: readonly string[], items: readonly Item[]): boolean =>
  new Set(ids).size === ids.length && ids.every(id => items.some(item => item.id === id))

/** Whether there are at least so many items, all with something in them and no two alike. */
export const areDistinct = (items: readonly Item[], least: number): boolean =>
  items.length >= least &&
  items.every(({ text }) => text.trim()) &&
  new Set(items.map(({ text }) => text.trim())).size === items.length
