import type { Answer, QuestionKind } from '@oppen/core/questions'

/** An answer of each kind that says nothing yet. */
export const BLANK: { readonly [K in QuestionKind]: Extract<Answer, { kind: K }> } = {
  one: { kind: 'one', choice: null },
  several: { kind: 'several', choices: [] },
  text: { kind: 'text', text: '' },
  number: { kind: 'number', text: '' },
  formula: { kind: 'formula', text: '' },
  gaps: { kind: 'gaps', blanks: {} },
  table: { kind: 'table', blanks: {} },
  pairs: { kind: 'pairs', pairs: {} },
  order: { kind: 'order', order: [] },
  groups: { kind: 'groups', groups: {} },
  place: { kind: 'place', point: null },
  long: { kind: 'long', text: '' },
  drawing: { kind: 'drawing', strokes: [] },
  recording: { kind: 'recording', file: null },
}
