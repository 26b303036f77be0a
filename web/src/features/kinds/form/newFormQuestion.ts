import type { FormQuestion, FormQuestionKind } from '@oppen/core/work/kinds/form'
import { newPartId } from '../../questions/editing/ids.js'

const two = () => [
  { id: newPartId(), text: '' },
  { id: newPartId(), text: '' },
]

const ASKS: { readonly [K in FormQuestionKind]: () => Extract<FormQuestion, { kind: K }>['ask'] } = {
  one: () => ({ choices: two(), mixed: false }),
  several: () => ({ choices: two(), mixed: false }),
  text: () => ({}),
  long: () => ({}),
  number: () => ({ unit: null }),
  order: () => ({ items: [] }),
  place: () => ({ picture: '', shows: '' }),
}

/** A question of a form with nothing in it yet. */
export const newFormQuestion = (kind: FormQuestionKind): FormQuestion =>
  ({
    id: newPartId(),
    kind,
    prompt: '',
    hint: null,
    points: 0,
    draws: [],
    required: true,
    ask: ASKS[kind](),
  }) as FormQuestion
