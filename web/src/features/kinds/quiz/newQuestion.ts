import type { Question, QuestionKind, QuestionParts } from '@oppen/core/questions'

/** The kinds of question that can be written here, in the order in which they are offered. */
export const WRITTEN = [
  'one',
  'several',
  'text',
  'number',
  'formula',
  'gaps',
  'pairs',
  'order',
  'groups',
  'long',
] as const satisfies readonly QuestionKind[]
export type WrittenKind = (typeof WRITTEN)[number]

const TWO = [
  { id: 'p1', text: '' },
  { id: 'p2', text: '' },
]

const EMPTY: { [K in WrittenKind]: Pick<QuestionParts[K], 'ask' | 'key'> } = {
  one: { ask: { choices: TWO, mixed: true }, key: { right: 'p1', notes: {} } },
  several: { ask: { choices: TWO, mixed: true }, key: { right: [], notes: {}, partial: true } },
  text: { ask: {}, key: { accepted: [], capitals: false, accents: true, spaces: true, slips: 0 } },
  number: {
    ask: { unit: null },
    key: { value: '', unit: null, tolerance: { is: 'exact', by: '' }, form: 'any', figures: null },
  },
  formula: { ask: { variables: ['x'] }, key: { formula: '', over: 'real' } },
  gaps: { ask: { text: '', blanks: [] }, key: { blanks: {}, partial: true } },
  pairs: { ask: { left: [], right: [] }, key: { pairs: {}, partial: true } },
  order: { ask: { items: [] }, key: { order: [], partial: true } },
  groups: { ask: { items: [], groups: [] }, key: { groups: {}, partial: true } },
  long: { ask: {}, key: { example: '' } },
}

/** A question of a kind with nothing in it yet. */
export function newQuestion(kind: WrittenKind, id: string): Question {
  const { ask, key } = EMPTY[kind]
  const said = { ifRight: '', ifWrong: '', working: '' }
  return {
    id,
    kind,
    prompt: '',
    hint: null,
    points: 100,
    draws: [],
    ask,
    key: { ...key, ...said },
  } as Question
}

/** A name that no question has yet. */
export function freeId(taken: readonly string[]): string {
  for (let number = taken.length + 1; ; number++) if (!taken.includes(`q${number}`)) return `q${number}`
}
