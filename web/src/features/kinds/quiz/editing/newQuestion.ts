import type { Question, QuestionKind, QuestionParts } from '@oppen/core/questions'
import { newPartId } from '../../../questions/editing/ids.js'

/** The kinds of question, in the order in which they are offered. */
export const WRITTEN = [
  'one',
  'several',
  'text',
  'number',
  'formula',
  'gaps',
  'table',
  'pairs',
  'order',
  'groups',
  'place',
  'long',
  'drawing',
  'recording',
] as const satisfies readonly QuestionKind[]

const two = () => [
  { id: newPartId(), text: '' },
  { id: newPartId(), text: '' },
]
const choices = () => ({ choices: two(), mixed: true })

const EMPTY: { [K in QuestionKind]: () => Pick<QuestionParts[K], 'ask' | 'key'> } = {
  one: () => ({ ask: choices(), key: { right: '', notes: {} } }),
  several: () => ({ ask: choices(), key: { right: [], notes: {}, partial: true } }),
  text: () => ({ ask: {}, key: { accepted: [], capitals: false, accents: true, spaces: true, slips: 0 } }),
  number: () => ({
    ask: { unit: null },
    key: { value: '', unit: null, tolerance: { is: 'exact', by: '' }, form: 'any', figures: null },
  }),
  formula: () => ({ ask: { variables: ['x'] }, key: { formula: '', over: 'real' } }),
  gaps: () => ({ ask: { text: '', blanks: [] }, key: { blanks: {}, partial: true } }),
  table: () => ({
    ask: {
      rows: [
        ['', ''],
        ['', ''],
      ],
      blanks: [],
    },
    key: { blanks: {}, partial: true },
  }),
  pairs: () => ({ ask: { left: [], right: [] }, key: { pairs: {}, partial: true } }),
  order: () => ({ ask: { items: [] }, key: { order: [], partial: true } }),
  groups: () => ({ ask: { items: [], groups: [] }, key: { groups: {}, partial: true } }),
  place: () => ({ ask: { picture: '', shows: '' }, key: { areas: [] } }),
  long: () => ({ ask: {}, key: { example: '' } }),
  drawing: () => ({ ask: { picture: null }, key: { example: '' } }),
  recording: () => ({ ask: { most: 60 }, key: { example: '' } }),
}

/** A question of a kind with nothing in it yet. */
export function newQuestion(kind: QuestionKind, id: string): Question {
  const { ask, key } = EMPTY[kind]()
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
