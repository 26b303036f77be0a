import { err, type Outcome, ok } from '../../outcome/index.js'
import { type Marking, type QuestionRules, RIGHT, type Verdict, WRONG } from '../kind.js'
import { markNumber, type NumberKey, number } from './number.js'
import { checkText, LONGEST_ANSWER, markText, type TextKey, tooLong } from './text.js'

/** A place to fill in: with words, with a number, or from a list. */
export type Blank =
  | { readonly id: string; readonly is: 'text' | 'number' }
  | { readonly id: string; readonly is: 'choice'; readonly choices: readonly string[] }

export type BlankKey =
  | ({ readonly is: 'text' } & TextKey)
  | ({ readonly is: 'number' } & NumberKey)
  | { readonly is: 'choice'; readonly right: string }

export type GapsAsk = {
  /** The text, with each gap as `[[id]]`. */
  readonly text: string
  readonly blanks: readonly Blank[]
}
export type TableAsk = {
  /** Rows of cells, the first of them the heads; a cell to fill in is `[[id]]`. */
  readonly rows: readonly (readonly string[])[]
  readonly blanks: readonly Blank[]
}
export type BlanksKey = {
  readonly blanks: Readonly<Record<string, BlankKey>>
  /** Whether some right ones are worth a part of the points. */
  readonly partial: boolean
}
export type BlanksAnswer = { readonly blanks: Readonly<Record<string, string>> }

/** The ids of the blanks in a text, in their order. */
export const blankIdsIn = (text: string): string[] =>
  [...text.matchAll(/\[\[([\w-]{1,20})\]\]/g)].map(([, id]) => id ?? '')

const rules = <Ask extends { readonly blanks: readonly Blank[] }>(
  textOf: (ask: Ask) => string,
): QuestionRules<Ask, BlanksKey, BlanksAnswer> => ({
  marked: 'byKey',
  check: (ask, { blanks }) => {
    const ids = blankIdsIn(textOf(ask))
    const known = ask.blanks.map(({ id }) => id)
    if (!ids.length) return err('question_no_blanks')
    if (new Set(ids).size !== ids.length || [...ids].sort().join() !== [...known].sort().join())
      return err('question_blanks')
    for (const blank of ask.blanks) {
      const checked = checkBlank(blank, blanks[blank.id])
      if (!checked.ok) return checked
    }
    return ok(true)
  },
  isBlank: ({ blanks }) => Object.values(blanks).every(typed => !typed.trim()),
  read: ({ blanks }, answer, marking) => {
    for (const [id, typed] of Object.entries(answer.blanks)) {
      const blank = blanks.find(one => one.id === id)
      if (!blank) return err('answer_part')
      const read = readBlank(blank, typed, marking)
      if (!read.ok) return read
    }
    return ok(answer)
  },
  mark: ({ blanks }, key, answer, marking) => {
    const verdicts = blanks.map(
      ({ id }) => [id, markBlank(key.blanks[id], answer.blanks[id] ?? '', marking)] as const,
    )
    return together(verdicts, key.partial)
  },
})

/** Gaps in a text, each worth the same. */
export const gaps = rules<GapsAsk>(ask => ask.text)
/** Cells of a table, each worth the same. */
export const table = rules<TableAsk>(ask => ask.rows.flat().join('\n'))

function checkBlank(blank: Blank, key: BlankKey | undefined): Outcome<true> {
  if (key?.is !== blank.is) return err('question_no_right')
  if (key.is === 'text') return checkText(key)
  if (key.is === 'number') return ok(true)
  const choices = blank.is === 'choice' ? blank.choices : []
  if (choices.length < 2 || new Set(choices).size !== choices.length) return err('question_choices')
  return choices.includes(key.right) ? ok(true) : err('question_no_right')
}

function readBlank(blank: Blank, typed: string, marking: Marking): Outcome<unknown> {
  if (!typed.trim()) return ok(true)
  if (typed.length > LONGEST_ANSWER) return tooLong(typed)
  if (blank.is === 'number') return number.read({ unit: null }, { text: typed }, marking)
  return blank.is !== 'choice' || blank.choices.includes(typed) ? ok(true) : err('answer_choice')
}

function markBlank(key: BlankKey | undefined, typed: string, marking: Marking): Verdict {
  if (!key || !typed.trim()) return WRONG
  if (key.is === 'text') return markText(key, typed)
  if (key.is === 'number') return markNumber(key, typed, marking)
  return typed === key.right ? RIGHT : WRONG
}

/** The verdict on several parts of the same weight. */
export function together(verdicts: readonly (readonly [string, Verdict])[], partial: boolean): Verdict {
  const wrong = verdicts.filter(([, { share }]) => share < 1).map(([id]) => id)
  const slip = !wrong.length && verdicts.some(([, verdict]) => verdict.slip)
  if (!wrong.length) return { ...RIGHT, slip }
  return { share: partial ? (verdicts.length - wrong.length) / verdicts.length : 0, wrong, slip: false }
}
