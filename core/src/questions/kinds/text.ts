import { err, type Outcome, ok } from '../../outcome/index.js'
import { foldLetters } from '../../texts/index.js'
import { type QuestionRules, RIGHT, type Verdict, WRONG } from '../kind.js'
import { slipsBetween } from '../slips.js'

export type TextKey = {
  /** Every form that is right. */
  readonly accepted: readonly string[]
  /** Whether capitals, accents and spaces make a difference. */
  readonly capitals: boolean
  readonly accents: boolean
  readonly spaces: boolean
  /** How many slips of the pen a form of eight letters or more may have; half of them from four letters on, none below. */
  readonly slips: 0 | 1 | 2
}
export type TextAnswer = { readonly text: string }

/** The longest answer in a line, in characters. */
export const LONGEST_ANSWER = 200

/** A short text: right where it is one of the accepted forms, compared as the key says. */
export const text: QuestionRules<Record<string, never>, TextKey, TextAnswer> = {
  marked: 'byKey',
  check: (_, key) => checkText(key),
  isBlank: ({ text: typed }) => !typed.trim(),
  read: (_, answer) => (answer.text.length > LONGEST_ANSWER ? tooLong(answer.text) : ok(answer)),
  mark: (_, key, answer) => markText(key, answer.text),
}

export const tooLong = (typed: string) =>
  err('text_long', { what: 'answer', most: LONGEST_ANSWER, got: typed.length })

export function checkText({ accepted }: TextKey): Outcome<true> {
  if (!accepted.some(form => form.trim())) return err('question_no_right')
  return accepted.some(form => form.length > LONGEST_ANSWER) ? tooLong(accepted.join('')) : ok(true)
}

export function markText(key: TextKey, typed: string): Verdict {
  const given = comparable(typed, key)
  if (!given) return WRONG
  let slip = false
  for (const form of key.accepted) {
    const wanted = comparable(form, key)
    if (given === wanted) return RIGHT
    const allowed = slipsAllowed(wanted, key.slips)
    slip ||= allowed > 0 && slipsBetween(given, wanted, allowed) <= allowed
  }
  return slip ? { ...RIGHT, slip } : WRONG
}

function slipsAllowed(form: string, slips: number): number {
  const letters = [...form].length
  // a number with one digit changed is another number
  if (letters < 4 || /\d/.test(form)) return 0
  return letters < 8 ? Math.ceil(slips / 2) : slips
}

function comparable(typed: string, { capitals, accents, spaces }: TextKey): string {
  let same = typed
    .normalize('NFC')
    .replace(/[’‘`´]/g, "'")
    .replace(/[‐‑–−]/g, '-')
    .trim()
  same = same.replace(/\s+/g, spaces ? ' ' : '')
  if (!accents) same = capitals ? same.normalize('NFKD').replace(/\p{M}/gu, '') : foldLetters(same)
  return capitals ? same : same.toLowerCase()
}
